import { and, sql, type SQL } from 'drizzle-orm'
import type { AnyPgColumn } from 'drizzle-orm/pg-core'

/** A list is looked at a page at a time. */
export const PAGE = 100

/** Rows in which every word is found somewhere, whatever its capitals. The columns are looked through as one text: no word has a space. */
export function found(words: string, ...columns: AnyPgColumn[]): SQL | undefined {
  const text = sql.join(columns, sql`, `)
  return and(
    ...words
      .split(/\s+/)
      .filter(Boolean)
      .map((word) => sql`concat_ws(' ', ${text}) ILIKE ${`%${word.replace(/[\\%_]/g, '\\$&')}%`}`),
  )
}
