import {
  GAUGE_STATES,
  type GaugeFamily,
  type GaugeState,
  type LengthUnit,
  type Assembly,
  type DirectionalRadii,
  type DoubtfulTime,
  type FurtherPair,
  type HandoverLine,
  type Mapping,
  type Provenance,
  type ToolKind,
} from '@rook/core'
import { ENTRY_KINDS, WRITE_STATES, type EntryContent, type AssemblyEventKind, type EntryKind, type GaugeEventKind } from '@rook/contract'
import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  char,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { chained, foundZeros, length, moment, oneOf, stamps } from './columns.ts'
import { machine } from './machine-tables.ts'
import { job, setup, operation } from './plan-tables.ts'
import { person } from './shop-tables.ts'

export * from './link-tables.ts'
export * from './machine-tables.ts'
export * from './plan-tables.ts'
export * from './program-tables.ts'
export * from './remark-tables.ts'
export * from './shop-tables.ts'

export const gauge = pgTable(
  'gauge',
  {
    id: text().primaryKey(),
    place: integer().notNull(),
    name: text().notNull(),
    family: text().$type<GaugeFamily>().notNull(),
    size: length().notNull(),
    radii: jsonb().$type<DirectionalRadii>(),
    uncertainty: length().notNull(),
    /** From what to what it measures; null where nobody has said. */
    least: length(),
    most: length(),
    calibrated: moment('calibrated'),
    due: moment('due'),
    state: text().$type<GaugeState>().notNull(),
    doubtful: jsonb().$type<DoubtfulTime[]>().notNull().default([]),
    /** How long a calibration holds, in days. */
    intervalDays: integer('interval_days'),
    ...stamps,
  },
  (table) => [
    oneOf('gauge_state', table.state, GAUGE_STATES),
    // A withdrawn one leaves its name to the next.
    uniqueIndex('gauge_name_in_use')
      .on(table.name)
      .where(sql`${table.state} <> 'withdrawn'`),
  ],
)

/** What happened to each gauge. Rows are added and never changed, as in the ledger. */
export const gaugeEvent = pgTable(
  'gauge_event',
  {
    id: uuid().primaryKey(),
    gauge: text()
      .notNull()
      .references(() => gauge.id),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    kind: text().$type<GaugeEventKind>().notNull(),
    note: text(),
    size: length(),
    uncertainty: length(),
    entry: uuid().references(() => entry.id),
    ...chained,
  },
  (table) => [index('gauge_event_gauge').on(table.gauge, table.at)],
)

/** A cutter in a holder, with its own identity whichever pocket it sits in. */
export const assembly = pgTable('assembly', {
  id: text().primaryKey(),
  name: text().notNull(),
  kind: text().$type<ToolKind>().notNull().default('other'),
  holder: text(),
  turning: text().$type<'right' | 'left'>().notNull().default('right'),
  flutes: integer(),
  /** Designation of its insert after ISO 1832. */
  insert: text('insert_code'),
  properties: jsonb().$type<Assembly['properties']>().notNull().default({}),
  estimate: length(),
  edges: jsonb().$type<Assembly['edges']>().notNull().default({ rule: 'longest', spread: null }),
  life: jsonb().$type<Assembly['life']>(),
  /** Used of its life since the edge was new; each use is an event. */
  lifeUsed: doublePrecision('life_used').notNull().default(0),
  ...stamps,
})

export const mount = pgTable(
  'mount',
  {
    machine: text()
      .notNull()
      .references(() => machine.id),
    number: text().notNull(),
    place: integer().notNull(),
    /** Number of its length offset, H. */
    offset: text().notNull(),
    /** Number of its diameter offset, D. */
    diameterOffset: text('diameter_offset').notNull(),
    assembly: text()
      .notNull()
      .references(() => assembly.id),
    /** Further pairs of offsets that it is called by. */
    further: jsonb().$type<FurtherPair[]>().notNull().default([]),
    ...stamps,
  },
  // An assembly is one thing: it sits in one place or in none.
  (table) => [primaryKey({ columns: [table.machine, table.number] }), unique('mount_assembly').on(table.assembly)],
)

/** What happened to each assembly. Rows are added and never changed, as in the ledger. */
export const assemblyEvent = pgTable(
  'assembly_event',
  {
    id: uuid().primaryKey(),
    assembly: text()
      .notNull()
      .references(() => assembly.id),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    kind: text().$type<AssemblyEventKind>().notNull(),
    note: text(),
    /** Parts, minutes or uses that were counted; what had been used when the life was set back. */
    amount: doublePrecision(),
    machine: text(),
    number: text(),
    /** The machine's entry that it came with. */
    entry: uuid().references(() => entry.id),
    ...chained,
  },
  (table) => [index('assembly_event_assembly').on(table.assembly, table.at)],
)

/** What a sample cut loaded, per section of a program; a new row replaces the older one for the same section. */
export const loadBaseline = pgTable(
  'load_baseline',
  {
    id: uuid().primaryKey(),
    assembly: text()
      .notNull()
      .references(() => assembly.id),
    section: text().notNull(),
    program: text().notNull(),
    value: doublePrecision().notNull(),
    unit: text().notNull(),
    warning: doublePrecision().notNull(),
    alarm: doublePrecision().notNull(),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    note: text(),
    ...chained,
  },
  (table) => [index('load_baseline_assembly').on(table.assembly, table.section, table.at)],
)

export const loadSeen = pgTable(
  'load_seen',
  {
    id: uuid().primaryKey(),
    baseline: uuid()
      .notNull()
      .references(() => loadBaseline.id),
    place: integer().notNull(),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    part: text().notNull(),
    value: doublePrecision().notNull(),
    ...chained,
  },
  (table) => [index('load_seen_baseline').on(table.baseline, table.at, table.place)],
)

/** How each sender's preset files are to be read, as it was said the last time. */
export const presetSender = pgTable('preset_sender', {
  name: text().primaryKey(),
  mapping: jsonb().$type<Mapping>().notNull(),
  /** The headings of that file: one that is not among them is new. */
  header: jsonb().$type<string[]>(),
  unit: text().$type<LengthUnit>().notNull(),
  usedAt: moment('used_at').notNull(),
})

/** Things of which every state is kept. */
export const EDITIONED = [
  'machine',
  'mount',
  'part',
  'operation',
  'job',
  'assembly',
  'gauge',
  'workpiece',
  'setup',
  'person',
  'setting',
  'shift',
] as const

/**
 * Every state that each of these has had, in the columns of its own table; null for what is not there any more, as a pocket that
 * was emptied. Of a PIN only a hash of its hash. Rows are added by the database itself and never changed.
 */
export const edition = pgTable(
  'edition',
  {
    thing: text().$type<(typeof EDITIONED)[number]>().notNull(),
    /** The thing's id; machine and pocket with a stroke between them for a mount. Compared by its bytes. */
    key: text().notNull(),
    at: moment('at').notNull(),
    person: text().references(() => person.id),
    content: jsonb().$type<Record<string, unknown>>(),
    ...chained,
  },
  (table) => [primaryKey({ columns: [table.thing, table.key, table.link] }), oneOf('edition_thing', table.thing, EDITIONED)],
)

/**
 * What was sent under an id made by a browser: the same thing sent again is answered as it was, and another thing under the
 * same id is refused. `closed` for an id that was given up while no answer came: nothing can be recorded under it any more.
 */
export const sending = pgTable('sending', {
  id: uuid().primaryKey(),
  door: text().notNull(),
  /** SHA-256 of what was sent, and to where; null for a closed one. */
  fingerprint: char({ length: 64 }),
  person: text()
    .notNull()
    .references(() => person.id),
  at: moment('at').notNull(),
})

/** Steps of a setup that were carried over from an earlier one: each figure with the entry that measured it. Rows are added and never changed. */
export const carried = pgTable(
  'carried',
  {
    entry: uuid()
      .notNull()
      .references(() => entry.id),
    step: text().notNull(),
    register: text().notNull(),
    setup: text()
      .notNull()
      .references(() => setup.id),
    value: length().notNull(),
    origin: uuid().notNull(),
  },
  (table) => [primaryKey({ columns: [table.entry, table.step, table.register] }), index('carried_setup').on(table.setup)],
)

/** Parts that were finished or scrapped in a setup, a row for each count. Rows are added and never changed. */
export const partCount = pgTable(
  'part_count',
  {
    entry: uuid()
      .primaryKey()
      .references(() => entry.id),
    setup: text()
      .notNull()
      .references(() => setup.id),
    job: text()
      .notNull()
      .references(() => job.id),
    made: integer().notNull(),
    scrapped: integer().notNull(),
    reason: text(),
    at: moment('at').notNull(),
    by: text().notNull(),
  },
  (table) => [index('part_count_setup').on(table.setup, table.at), index('part_count_job').on(table.job)],
)

/** The ledger. Rows are added and never changed: the database itself refuses (see the migrations). */
export const entry = pgTable(
  'entry',
  {
    id: uuid().primaryKey(),
    machine: text()
      .notNull()
      .references(() => machine.id),
    seq: bigint({ mode: 'number' }).notNull(),
    kind: text().$type<EntryKind>().notNull(),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    setup: text().references(() => setup.id),
    step: text(),
    /** The entry that a correction takes back, or whose readout was seen. */
    refers: uuid(),
    /** The parts of its content that lists and looks at the past need; the hash is over the content alone. */
    title: text().notNull(),
    by: text().notNull(),
    reason: text(),
    readouts: jsonb().$type<EntryContent['readouts']>().notNull().default([]),
    seen: jsonb().$type<string[]>().notNull().default([]),
    release: jsonb().$type<EntryContent['release']>(),
    content: jsonb().$type<EntryContent>().notNull(),
    hash: char({ length: 64 }).notNull(),
    previousHash: char('previous_hash', { length: 64 }).notNull(),
  },
  (table) => [
    unique('entry_chain').on(table.machine, table.seq),
    index('entry_time').on(table.at, table.machine, table.seq),
    index('entry_machine_time').on(table.machine, table.at, table.seq),
    index('entry_setup').on(table.setup, table.at, table.machine, table.seq),
    index('entry_refers').on(table.refers),
    index('entry_person').on(table.person, table.at, table.machine, table.seq),
    index('entry_kind').on(table.kind, table.at, table.machine, table.seq),
    index('entry_start')
      .on(table.machine, table.kind, table.seq)
      .where(sql`${table.kind} in ('homed', 'powered')`),
    foreignKey({ name: 'entry_refers_entry', columns: [table.refers], foreignColumns: [table.id] }),
    oneOf('entry_kind', table.kind, ENTRY_KINDS),
  ],
)

/** Which gauges an entry was made with: asked when one of them turns out to have failed. */
export const entryGauge = pgTable(
  'entry_gauge',
  {
    gauge: text()
      .notNull()
      .references(() => gauge.id),
    machine: text().notNull(),
    seq: bigint({ mode: 'number' }).notNull(),
    at: moment('at').notNull(),
    entry: uuid()
      .notNull()
      .references(() => entry.id),
  },
  (table) => [
    primaryKey({ columns: [table.entry, table.gauge] }),
    index('entry_gauge_time').on(table.gauge, table.at, table.machine, table.seq),
  ],
)

/** A figure in a register with all that is known of it: the same in what was written once and in what stands now. */
const figure = {
  machine: text()
    .notNull()
    .references(() => machine.id),
  register: text().notNull(),
  state: text().$type<(typeof WRITE_STATES)[number]>().notNull(),
  entry: uuid()
    .notNull()
    .references(() => entry.id),
  at: moment('at').notNull(),
  by: text().notNull(),
  standard: doublePrecision(),
  operation: text().references(() => operation.id),
  setup: text().references(() => setup.id),
  seen: boolean().notNull(),
  assembly: text(),
  /** Where it comes from, in the core's own shape. */
  provenance: jsonb().$type<Provenance>().notNull(),
}

/** What an entry wrote, a row for each register: what stood at any moment is a walk down an index. */
export const entryWrite = pgTable(
  'entry_write',
  {
    ...figure,
    seq: bigint({ mode: 'number' }).notNull(),
    kind: text().$type<EntryKind>().notNull(),
    before: length(),
    after: length(),
    /** What was typed, for wear: how a register has worn is worked out from the sizes. */
    inputs: jsonb().$type<Record<string, string>>(),
    routine: text(),
  },
  (table) => [
    primaryKey({ columns: [table.entry, table.register] }),
    index('entry_write_register').on(table.machine, table.register, table.seq),
    index('entry_write_time').on(table.register, table.at, table.machine, table.seq),
    index('entry_write_operation').on(table.machine, table.operation, table.register, table.seq),
    index('entry_write_pick_up').on(table.setup, table.machine, table.register, table.seq).where(foundZeros(table)),
    oneOf('entry_write_state', table.state, WRITE_STATES),
    oneOf('entry_write_kind', table.kind, ENTRY_KINDS),
  ],
)

/** What stands in each register now. Written only together with an entry, in its transaction. */
export const registerValue = pgTable('register_value', { ...figure, value: length() }, (table) => [
  primaryKey({ columns: [table.machine, table.register] }),
  oneOf('register_value_state', table.state, WRITE_STATES),
])

/** Half-typed routines, so that another tablet can go on. Not part of the ledger. */
export const draft = pgTable('draft', {
  key: text().primaryKey(),
  routine: text().notNull(),
  inputs: jsonb().$type<Record<string, string>>().notNull(),
  agreed: jsonb().$type<string[]>().notNull(),
  answers: jsonb().$type<Record<string, string>>().notNull(),
  /** Figures that came over the wire: what was taken, by input. */
  taken: jsonb().$type<Record<string, string>>().notNull().default({}),
  savedAt: moment('saved_at').notNull(),
  by: text().notNull(),
})

/** What a shift left to the next one on a machine, as it was signed. Rows are added and never changed. */
export const handover = pgTable(
  'handover',
  {
    id: uuid().primaryKey(),
    machine: text()
      .notNull()
      .references(() => machine.id),
    shift: text().notNull(),
    /** The shift as it truly ran. */
    startsAt: moment('starts_at').notNull(),
    endsAt: moment('ends_at').notNull(),
    lines: jsonb().$type<HandoverLine[]>().notNull(),
    words: text().notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    at: moment('at').notNull(),
    ...chained,
  },
  // Two people who end one shift get one of them.
  (table) => [unique('handover_shift').on(table.machine, table.startsAt)],
)

/** Who read a handover, and when. Rows are added and never changed. */
export const handoverRead = pgTable('handover_read', {
  handover: uuid()
    .primaryKey()
    .references(() => handover.id),
  person: text()
    .notNull()
    .references(() => person.id),
  at: moment('at').notNull(),
  ...chained,
})

/** What was said of a family of tools, newest last: its newest row holds, and one without tools is given up. Rows are added and never changed. */
export const toolFamily = pgTable(
  'tool_family',
  {
    entry: uuid()
      .primaryKey()
      .references(() => entry.id),
    machine: text()
      .notNull()
      .references(() => machine.id),
    name: text().notNull(),
    called: text().notNull(),
    members: jsonb().$type<string[]>().notNull(),
    inUse: text('in_use'),
    at: moment('at').notNull(),
    ...chained,
  },
  (table) => [index('tool_family_machine').on(table.machine, table.name, table.link)],
)
