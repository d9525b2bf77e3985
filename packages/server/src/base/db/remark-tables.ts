import type { FileKind } from '@rook/contract'
import { char, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core'
import { bytea, chained, moment } from './columns.ts'
import { person } from './shop-tables.ts'

/** Files as they are kept, each once however often it is put somewhere. Rows are added and never changed. */
export const keptFile = pgTable('kept_file', {
  /** SHA-256 of the content. */
  checksum: char({ length: 64 }).primaryKey(),
  kind: text().$type<FileKind>().notNull(),
  bytes: integer().notNull(),
  content: bytea().notNull(),
})

/** Notes, pictures and files on the shop's things. Rows are added and never changed. */
export const remark = pgTable(
  'remark',
  {
    id: uuid().primaryKey(),
    /** What it is about, with its id: "part/flange". */
    thing: text().notNull(),
    words: text().notNull(),
    file: char({ length: 64 }).references(() => keptFile.checksum),
    /** What the file was called where it came from. */
    name: text(),
    at: moment('at').notNull(),
    person: text()
      .notNull()
      .references(() => person.id),
    ...chained,
  },
  (table) => [index('remark_thing').on(table.thing, table.at)],
)

/** Remarks that no longer count. Rows are added and never changed. */
export const remarkWithdrawn = pgTable('remark_withdrawn', {
  remark: uuid()
    .primaryKey()
    .references(() => remark.id),
  reason: text().notNull(),
  at: moment('at').notNull(),
  person: text()
    .notNull()
    .references(() => person.id),
  ...chained,
})
