import type { Table } from 'drizzle-orm'
import type * as schema from './schema.ts'
import type { EDITIONED } from './schema.ts'

type Schema = typeof schema
/** Names that the schema gives its tables. */
type Drawn = { [K in keyof Schema]: Schema[K] extends Table<infer Config> ? Config['name'] : never }[keyof Schema]
/** Tables that only the migrations know. */
type Bare = 'chain_end' | 'app_login'
export type TableName = Drawn | Bare

/** What the application's login may do with a table. */
export type Rights = '' | 'SELECT' | 'SELECT, INSERT' | 'SELECT, INSERT, UPDATE' | 'SELECT, INSERT, UPDATE, DELETE'

/** How `ledger:verify` knows that a table is as it was written. */
export type Held =
  /** Each row is hashed together with the one before it of the same columns' values. */
  | { by: 'links'; of: readonly string[] }
  /** Its rows follow from the machines' entries, and are rebuilt from them. */
  | { by: 'entries' }
  /** Each row is named by the hash of what it holds. */
  | { by: 'content' }
  /** It says where chains end: their rows are held against it, and it against them. */
  | { by: 'chains' }
  /** It is no evidence. */
  | { by: 'nothing'; because: string }
/** What holds now is its newest edition; the columns that its key is made of. */
type ByEditions = { by: 'editions'; of: readonly string[] }

export interface TableRow<H extends Held | ByEditions = Held | ByEditions> {
  rights: Rights
  held: H
}

const links = (...of: string[]) => ({ by: 'links', of }) as const
const editions = (...of: string[]) => ({ by: 'editions', of }) as const
const nothing = (because: string) => ({ by: 'nothing', because }) as const

const ADDED = 'SELECT, INSERT'
const KEPT = 'SELECT, INSERT, UPDATE'
const LOOSE = 'SELECT, INSERT, UPDATE, DELETE'

/**
 * Every table: what the application may do with it, and what holds it. The rights are given from here, what is held is read from
 * here, and a table that the schema has and this has not does not compile.
 */
export const TABLES: Readonly<{ [T in TableName]: TableRow<T extends (typeof EDITIONED)[number] ? ByEditions : Held> }> = {
  entry: { rights: ADDED, held: { by: 'entries' } },
  entry_write: { rights: ADDED, held: { by: 'entries' } },
  entry_gauge: { rights: ADDED, held: { by: 'entries' } },
  machine_head: { rights: KEPT, held: { by: 'entries' } },
  register_value: { rights: KEPT, held: { by: 'entries' } },
  part_count: { rights: ADDED, held: { by: 'entries' } },
  carried: { rights: ADDED, held: { by: 'entries' } },

  gauge_event: { rights: ADDED, held: links('gauge') },
  assembly_event: { rights: ADDED, held: links('assembly') },
  load_baseline: { rights: ADDED, held: links('assembly') },
  load_seen: { rights: ADDED, held: links('baseline') },
  handover: { rights: ADDED, held: links('machine') },
  handover_read: { rights: ADDED, held: links('handover') },
  tool_family: { rights: ADDED, held: links('machine') },
  program_issue: { rights: ADDED, held: links('operation') },
  program_use: { rights: ADDED, held: links('setup') },
  reservation: { rights: ADDED, held: links('machine') },
  reservation_ended: { rights: ADDED, held: links('reservation') },
  remark: { rights: ADDED, held: links('thing') },
  remark_withdrawn: { rights: ADDED, held: links('remark') },
  machine_connection: { rights: ADDED, held: links('machine') },
  taken: { rights: ADDED, held: links('machine') },
  control_ask: { rights: ADDED, held: links('machine') },
  control_begun: { rights: ADDED, held: links('id') },
  control_read: { rights: ADDED, held: links('machine') },
  control_sent: { rights: ADDED, held: links('machine') },
  // The database's own functions add editions and move ends.
  edition: { rights: 'SELECT', held: links('thing', 'key') },
  chain_end: { rights: 'SELECT', held: { by: 'chains' } },
  seal: { rights: ADDED, held: { by: 'chains' } },
  sealed_end: { rights: ADDED, held: { by: 'chains' } },

  program_text: { rights: ADDED, held: { by: 'content' } },
  kept_file: { rights: ADDED, held: { by: 'content' } },

  machine: { rights: KEPT, held: editions('id') },
  mount: { rights: LOOSE, held: editions('machine', 'number') },
  part: { rights: KEPT, held: editions('id') },
  operation: { rights: KEPT, held: editions('id') },
  job: { rights: KEPT, held: editions('id') },
  assembly: { rights: KEPT, held: editions('id') },
  gauge: { rights: KEPT, held: editions('id') },
  workpiece: { rights: KEPT, held: editions('id') },
  setup: { rights: KEPT, held: editions('id') },
  person: { rights: KEPT, held: editions('id') },
  setting: { rights: KEPT, held: editions('key') },
  shift: { rights: LOOSE, held: editions('name') },

  sending: { rights: ADDED, held: nothing('only answers the same thing sent twice; what was recorded is an entry with the same id') },
  draft: { rights: LOOSE, held: nothing('half-typed figures that nobody has recorded') },
  session: { rights: LOOSE, held: nothing('who is signed in at this moment') },
  pin_try: { rights: LOOSE, held: nothing('wrong PINs in a row, forgotten with the next right one') },
  preset_sender: { rights: KEPT, held: nothing('how a preset file was read last; every reading shows it again before anything is taken') },
  shop_version: { rights: 'SELECT', held: nothing('counts changes for the copies that processes keep') },
  app_secret: { rights: ADDED, held: nothing('what cookies are signed with; no figure rests on it') },
  app_login: { rights: '', held: nothing('the application’s own login, for the owner’s eyes alone') },
  pulse: { rights: KEPT, held: nothing('written to know that there is room for an entry') },
}

/** Views that the application may read. */
export const VIEWS: readonly string[] = ['setup_plan']

export const TABLE_NAMES = Object.keys(TABLES) as TableName[]

/** Tables whose rows are linked, with the columns whose rows make one chain. */
export const LINKED: readonly { table: TableName; of: readonly string[] }[] = TABLE_NAMES.flatMap((table) => {
  const { held } = TABLES[table]
  return held.by === 'links' ? [{ table, of: held.of }] : []
})
