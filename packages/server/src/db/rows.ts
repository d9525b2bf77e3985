import { getTableColumns, type InferSelectModel } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'

/**
 * Rows in a table's own columns, as a statement of ours or an edition has them, in the shape that the table has here.
 * What a row lacks takes no part: an older edition may be from before a column was.
 */
export function rowOf<T extends PgTable>(table: T, row: Readonly<Record<string, unknown>>): InferSelectModel<T> {
  const found: Record<string, unknown> = {}
  for (const [name, column] of Object.entries(getTableColumns(table))) {
    const value = row[column.name]
    if (value === undefined) continue
    found[name] = value === null ? null : column.mapFromDriverValue(value)
  }
  return found as InferSelectModel<T>
}

export const rowsOf = <T extends PgTable>(table: T, rows: readonly Readonly<Record<string, unknown>>[]) =>
  rows.map((row) => rowOf(table, row))
