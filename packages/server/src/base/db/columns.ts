import type { Nm } from '@rook/core'
import { sql } from 'drizzle-orm'
import { bigint, char, check, customType, text, type AnyPgColumn } from 'drizzle-orm/pg-core'

/** A length in nanometres: bigint in the database, a safe whole number here. */
export const length = customType<{ data: Nm; driverData: string | number }>({
  dataType: () => 'bigint',
  fromDriver: (value) => Number(value) as Nm,
})

/** A moment: ISO 8601 in UTC here, to the millisecond. */
export const moment = customType<{ data: string; driverData: string | Date }>({
  dataType: () => 'timestamp(3) with time zone',
  fromDriver: (value) => new Date(value).toISOString(),
})

export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/**
 * When and by whom a row got what it holds now; nobody for what the shop began with. The database keeps each state of
 * such a row as an edition (see the migrations).
 */
export const stamps = {
  changedAt: moment('changed_at')
    .notNull()
    .default(sql`now()`),
  changedBy: text('changed_by'),
}

/**
 * The links of a chain of rows that are only added: each row is hashed together with the hash of the row before it of
 * the same thing. The database fills them in (see the migrations).
 */
export const chained = {
  link: bigint({ mode: 'number' }).notNull().default(0),
  hash: char({ length: 64 }).notNull().default(''),
}

/** One of the words that the code knows. */
export const oneOf = (name: string, column: AnyPgColumn, words: readonly string[]) =>
  check(name, sql`${column} in (${sql.raw(words.map((word) => `'${word}'`).join(', '))})`)

/** Rows of what a fixture was found at: sought through all that was written, they took most of an operation’s page. */
export const foundZeros = ({ kind, register }: Record<'kind' | 'register', AnyPgColumn>) =>
  sql`${kind} = 'pick-up' AND ${register} LIKE 'work/%'`
