import { char, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import { bytea, chained, moment } from './columns.ts'
import { operation, setup } from './plan-tables.ts'
import { person } from './shop-tables.ts'

/** Texts of programs, each kept once by what it says. Rows are added and never changed. */
export const programText = pgTable('program_text', {
  /** SHA-256 of the text as it came. */
  hash: char({ length: 64 }).primaryKey(),
  bytes: integer().notNull(),
  lines: integer().notNull(),
  /** Pressed with gzip. */
  content: bytea().notNull(),
})

/** Issues of an operation's program, in the order they came. Rows are added and never changed. */
export const programIssue = pgTable(
  'program_issue',
  {
    id: uuid().primaryKey(),
    operation: text()
      .notNull()
      .references(() => operation.id),
    /** 1 for its first. */
    issue: integer().notNull(),
    /** What the file was called. */
    name: text().notNull(),
    text: char({ length: 64 })
      .notNull()
      .references(() => programText.hash),
    note: text(),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    ...chained,
  },
  (table) => [unique('program_issue_number').on(table.operation, table.issue)],
)

/** Which issue a go was given for, or a setup was proven with. Rows are added and never changed. */
export const programUse = pgTable(
  'program_use',
  {
    entry: uuid().primaryKey(),
    kind: text().$type<'go' | 'proven'>().notNull(),
    setup: text()
      .notNull()
      .references(() => setup.id),
    operation: text()
      .notNull()
      .references(() => operation.id),
    issue: uuid()
      .notNull()
      .references(() => programIssue.id),
    at: moment('at').notNull(),
    ...chained,
  },
  (table) => [
    index('program_use_setup').on(table.setup, table.kind, table.at),
    index('program_use_operation').on(table.operation, table.kind, table.at),
  ],
)
