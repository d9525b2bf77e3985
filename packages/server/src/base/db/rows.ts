import { getTableColumns, getTableName, is, SQL, type Column, type InferSelectModel } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'

/** What a row from before a column was would have had in it: nothing, or what the column says of itself. */
function beforeIt({ notNull, default: own }: Column): unknown {
  if (!notNull) return null
  return is(own, SQL) ? undefined : structuredClone(own)
}

/** What older editions of a table would have had in columns that say nothing of themselves. */
const EARLIER: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  part: { number: '' },
  operation: { revision: '', kind: 'mill', unit: 'mm' },
  job: { revision: '' },
}

/**
 * Rows in a table's own columns, as a statement of ours or an edition has them, in the shape that the table has here. An older edition
 * may be from before a column was; this is the one place where such a gap is filled.
 */
export function rowOf<T extends PgTable>(table: T, row: Readonly<Record<string, unknown>>): InferSelectModel<T> {
  const found: Record<string, unknown> = {}
  for (const [name, column] of Object.entries(getTableColumns(table))) {
    const value = row[column.name]
    const lacking = value === undefined ? (EARLIER[getTableName(table)]?.[name] ?? beforeIt(column)) : null
    found[name] = value === undefined || value === null ? lacking : column.mapFromDriverValue(value)
  }
  return found as InferSelectModel<T>
}

export const rowsOf = <T extends PgTable>(table: T, rows: readonly Readonly<Record<string, unknown>>[]) =>
  rows.map((row) => rowOf(table, row))
