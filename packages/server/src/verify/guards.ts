import { readdirSync, readFileSync } from 'node:fs'
import type pg from 'pg'
import { MIGRATIONS } from '../base/db/migrate.ts'
import { GROUP } from '../base/db/prepare.ts'
import { TABLE_NAMES, TABLES, VIEWS, type TableName } from '../base/db/tables.ts'
import type { Fault } from './fault.ts'

const fault = (sentence: string): Fault => ({ machine: 'guards', seq: 0, sentence })

/** What keeps the ledger from being changed is in its place: triggers, functions and rights, as the migrations made them. */
export async function verifyGuards(asks: Pick<pg.Client, 'query'>): Promise<Fault[]> {
  return [...(await verifyTriggers(asks)), ...(await verifyFunctions(asks)), ...(await verifyRights(asks)), ...(await verifyRules(asks))]
}

interface Guard {
  function: string
  /** As PostgreSQL keeps when a trigger runs: 1 each row, 2 before, 4 insert, 8 delete, 16 update, 32 truncate. */
  type: number
  args: readonly string[]
}

const ROW = 1
const BEFORE = 2
const INSERT = 4
const DELETE = 8
const UPDATE = 16
const TRUNCATE = 32

/** Rows of a table that nobody may change once they are there. */
const isAdded = (table: TableName) => {
  const { held, rights } = TABLES[table]
  return held.by !== 'nothing' && table !== 'chain_end' && !rights.includes('UPDATE')
}

/** What a table needs, by how it is held. */
export function guardsOf(table: TableName): Guard[] {
  const { held } = TABLES[table]
  return [
    ...(isAdded(table)
      ? [
          { function: 'refuse_change', type: ROW | BEFORE | UPDATE | DELETE, args: [] },
          { function: 'refuse_change', type: BEFORE | TRUNCATE, args: [] },
        ]
      : []),
    ...(held.by === 'links' ? [{ function: 'link_row', type: ROW | BEFORE | INSERT, args: held.of }] : []),
    ...(held.by === 'editions'
      ? [
          { function: 'keep_edition', type: ROW | UPDATE | DELETE, args: held.of },
          { function: 'keep_first_editions', type: INSERT, args: held.of },
        ]
      : []),
  ]
}

interface Trigger {
  table: string
  function: string
  type: number
  args: Buffer
  enabled: string
}

async function verifyTriggers(asks: Pick<pg.Client, 'query'>): Promise<Fault[]> {
  const { rows } = await asks.query<Trigger>(`
    SELECT c.relname AS "table", p.proname AS "function", t.tgtype AS "type", t.tgargs AS args, t.tgenabled AS enabled
    FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid JOIN pg_proc p ON p.oid = t.tgfoid
    WHERE NOT t.tgisinternal AND c.relnamespace = 'public'::regnamespace`)
  const key = (of: string, args: readonly string[], type: number) => `${of}(${args.join(', ')}) ${type}`
  const there = new Set(
    rows
      .filter(({ enabled }) => enabled === 'O' || enabled === 'A')
      .map(({ table, args, ...one }) => `${table} ${key(one.function, args.toString().split('\0').slice(0, -1), one.type)}`),
  )
  const known = functionsOf(readMigrations())
  return [
    ...TABLE_NAMES.flatMap((table) =>
      guardsOf(table)
        .filter((guard) => !there.has(`${table} ${key(guard.function, guard.args, guard.type)}`))
        .map((guard) => fault(`${table} has lost a guard: ${guard.function}`)),
    ),
    ...rows
      .filter((trigger) => !known.has(trigger.function))
      .map((trigger) => fault(`${trigger.table} has a trigger that is not the ledger’s: ${trigger.function}`)),
  ]
}

interface Written {
  body: string
  definer: boolean
}

function readMigrations(): string {
  const files = readdirSync(MIGRATIONS).filter((name) => name.endsWith('.sql'))
  return files
    .sort()
    .map((name) => readFileSync(`${MIGRATIONS}/${name}`, 'utf8'))
    .join('\n')
}

/** Functions as the migrations wrote them; the newest of a name holds. */
function functionsOf(text: string): Map<string, Written> {
  const found = new Map<string, Written>()
  for (const [, name, head, body] of text.matchAll(/^CREATE (?:OR REPLACE )?FUNCTION (\w+)\(([\s\S]*?)\$\$([\s\S]*?)\$\$/gm))
    found.set(name!, { body: body!, definer: head!.includes('SECURITY DEFINER') })
  return found
}

async function verifyFunctions(asks: Pick<pg.Client, 'query'>): Promise<Fault[]> {
  const { rows } = await asks.query<{ name: string; body: string; definer: boolean }>(
    `SELECT proname AS name, prosrc AS body, prosecdef AS definer FROM pg_proc WHERE pronamespace = 'public'::regnamespace`,
  )
  return [...functionsOf(readMigrations())].flatMap(([name, { body, definer }]) => {
    const own = rows.filter((row) => row.name === name)
    return own.length === 1 && own[0]!.body === body && own[0]!.definer === definer
      ? []
      : [fault(`the function ${name} is not as the ledger made it`)]
  })
}

const GRANTED = `
  SELECT c.relname AS name, coalesce(r.rolname, 'everybody') AS grantee, a.privilege_type AS may
  FROM pg_class c
  CROSS JOIN LATERAL (
    SELECT grantee, privilege_type FROM aclexplode(c.relacl)
    UNION ALL SELECT x.grantee, x.privilege_type || ' of a column' FROM pg_attribute t, aclexplode(t.attacl) x WHERE t.attrelid = c.oid
  ) a LEFT JOIN pg_roles r ON r.oid = a.grantee
  WHERE c.relnamespace = 'public'::regnamespace AND c.relkind IN ('r', 'v', 'm', 'p') AND a.grantee <> c.relowner`

/** The application's login may do what its work takes, and nobody else anything. */
async function verifyRights(asks: Pick<pg.Client, 'query'>): Promise<Fault[]> {
  const { rows } = await asks.query<{ name: string; grantee: string; may: string }>(GRANTED)
  const allowed = (name: string): string => (VIEWS.includes(name) ? 'SELECT' : name in TABLES ? TABLES[name as TableName].rights : '')
  return rows
    .filter(({ name, grantee, may }) => grantee !== GROUP || !allowed(name).split(', ').includes(may))
    .map(({ name, grantee, may }) => fault(`${grantee} may ${may} on ${name}, which nobody was given`))
}

/** A rule may turn a statement into another one, or into none. */
async function verifyRules(asks: Pick<pg.Client, 'query'>): Promise<Fault[]> {
  const { rows } = await asks.query<{ tablename: string; rulename: string }>(
    `SELECT tablename, rulename FROM pg_rules WHERE schemaname = 'public'`,
  )
  return rows.map(({ tablename, rulename }) => fault(`${tablename} has a rule that is not the ledger’s: ${rulename}`))
}
