import type { Feature, Holding, LengthUnit, MachineKind, PartOutline, PlannedSize, PlannedTool, Repeats, StockBox } from '@rook/core'
import type { StepPlan } from '@rook/contract'
import { bigint, boolean, index, integer, jsonb, pgTable, pgView, text, uuid } from 'drizzle-orm/pg-core'
import { chained, length, moment, stamps } from './columns.ts'
import { machine } from './machine-tables.ts'
import { person } from './shop-tables.ts'

/** A part at its newest revision; the ones before are its editions. */
export const part = pgTable(
  'part',
  {
    id: text().primaryKey(),
    number: text().notNull().unique(),
    name: text().notNull(),
    material: text().notNull().default(''),
    revision: text().notNull(),
    /** What the revision changed. */
    change: text().notNull().default(''),
    ...stamps,
  },
  (table) => [index('part_name').on(table.name, table.number)],
)

export const operation = pgTable(
  'operation',
  {
    id: text().primaryKey(),
    part: text()
      .notNull()
      .references(() => part.id),
    name: text().notNull(),
    /** Revision of the part that it was planned for. */
    revision: text().notNull(),
    kind: text().$type<MachineKind>().notNull(),
    unit: text().$type<LengthUnit>().notNull(),
    /** Machines that may do it; any of its kind where there are none. */
    machines: jsonb().$type<string[]>().notNull().default([]),
    slots: jsonb().$type<string[]>().notNull(),
    purposes: jsonb().$type<Record<string, string>>().notNull().default({}),
    sizes: jsonb().$type<PlannedSize[]>().notNull().default([]),
    stock: jsonb().$type<StockBox>(),
    fixture: text().notNull(),
    fixtureRepeat: length('fixture_repeat'),
    tolerance: length(),
    clearance: length(),
    features: jsonb().$type<Feature[]>().notNull().default([]),
    /** Tools that its program calls, with their H and D numbers, in the order they are set. */
    tools: jsonb().$type<PlannedTool[]>().notNull().default([]),
    program: text().notNull(),
    steps: jsonb().$type<StepPlan[]>().notNull(),
    ...stamps,
  },
  (table) => [index('operation_part').on(table.part)],
)

/** Each setup beside its operation in the edition that it keeps (see the migrations). */
export const setupPlan = pgView('setup_plan', {
  setup: text().notNull(),
  machine: text().notNull(),
  job: text().notNull(),
  startedAt: moment('started_at').notNull(),
  endedAt: moment('ended_at'),
  edition: bigint({ mode: 'number' }).notNull(),
  id: text().notNull(),
  part: text().notNull(),
  name: text().notNull(),
  revision: text().notNull(),
  slots: jsonb().$type<string[]>().notNull(),
  fixture: text().notNull(),
  tools: jsonb().$type<PlannedTool[]>().notNull(),
  program: text().notNull(),
  steps: jsonb().$type<StepPlan[]>().notNull(),
  repeats: jsonb().$type<Repeats>().notNull(),
}).existing()

/** What an operation's work looks like: how it is held, and the outline of the part, where somebody has said it. */
export const workpiece = pgTable('workpiece', {
  /** The operation's id. */
  id: text()
    .primaryKey()
    .references(() => operation.id),
  holding: jsonb().$type<Holding>(),
  outline: jsonb().$type<PartOutline>(),
  ...stamps,
})

export const job = pgTable(
  'job',
  {
    id: text().primaryKey(),
    number: text().notNull().unique(),
    part: text()
      .notNull()
      .references(() => part.id),
    revision: text().notNull(),
    quantity: integer().notNull(),
    /** A calendar day. */
    due: text(),
    note: text().notNull().default(''),
    closed: boolean().notNull().default(false),
    ...stamps,
  },
  (table) => [
    index('job_part').on(table.part, table.closed),
    // As the list of jobs stands: its first page is read off.
    index('job_in_order').on(table.closed, table.due, table.number.desc().nullsFirst()),
  ],
)

export const setup = pgTable(
  'setup',
  {
    id: text().primaryKey(),
    machine: text()
      .notNull()
      .references(() => machine.id),
    operation: text()
      .notNull()
      .references(() => operation.id),
    job: text()
      .notNull()
      .references(() => job.id),
    /** The operation's edition that it began with and keeps. The database fills the newest in. */
    edition: bigint({ mode: 'number' }).notNull().default(0),
    /** How its zeros came to lie in the loadings before it, by register; worked out when it began. */
    repeats: jsonb().$type<Repeats>().notNull().default({}),
    startedAt: moment('started_at').notNull(),
    endedAt: moment('ended_at'),
    ...stamps,
  },
  (table) => [
    index('setup_machine').on(table.machine, table.endedAt),
    index('setup_operation').on(table.operation, table.startedAt),
    index('setup_job').on(table.job),
  ],
)

/** Slots that are kept for a job or for somebody, on machines that several share. Rows are added and never changed. */
export const reservation = pgTable(
  'reservation',
  {
    id: uuid().primaryKey(),
    machine: text()
      .notNull()
      .references(() => machine.id),
    slot: text().notNull(),
    /** The job that may use it; null where it is kept for a person or a purpose. */
    job: text().references(() => job.id),
    words: text().notNull(),
    until: moment('until'),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    ...chained,
  },
  (table) => [index('reservation_machine').on(table.machine, table.at)],
)

/** Reservations that somebody gave up before their time. Rows are added and never changed. */
export const reservationEnded = pgTable('reservation_ended', {
  reservation: uuid()
    .primaryKey()
    .references(() => reservation.id),
  at: moment('at').notNull(),
  person: text()
    .notNull()
    .references(() => person.id),
  ...chained,
})
