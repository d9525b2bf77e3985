import { and, ilike, or, type SQL } from 'drizzle-orm'
import type { AnyPgColumn } from 'drizzle-orm/pg-core'

/** A list is looked at a page at a time. */
export const PAGE = 100

/** Rows in which every word is found somewhere, whatever its capitals. */
export const found = (words: string, ...columns: AnyPgColumn[]): SQL | undefined =>
  and(
    ...words
      .split(/\s+/)
      .filter(Boolean)
      .map((word) => or(...columns.map((column) => ilike(column, `%${word.replace(/[\\%_]/g, '\\$&')}%`)))),
  )
