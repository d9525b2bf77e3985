import { ROLES, type Role } from '@rook/contract'
import { EVERY_DAY } from '@rook/core'
import { sql } from 'drizzle-orm'
import { char, index, integer, json, pgTable, primaryKey, text, timestamp, uniqueIndex, varchar, bigint } from 'drizzle-orm/pg-core'
import { moment, oneOf, stamps } from './columns.ts'

/** A row that is written now and then, to know that there is room for one. */
export const pulse = pgTable('pulse', { id: integer().primaryKey(), at: moment('at').notNull() })

/** What the server signs with. Kept apart from the settings: no backup has it. */
export const appSecret = pgTable('app_secret', { key: text().primaryKey(), value: text().notNull() })

/** Small facts of the whole shop: its name and time zone. */
export const setting = pgTable('setting', { key: text().primaryKey(), value: text().notNull(), ...stamps })

export const shift = pgTable('shift', {
  name: text().primaryKey(),
  starts: text().notNull(),
  ends: text().notNull(),
  /** ISO 8601 weekdays on which it begins, 1 for Monday. */
  days: integer()
    .array()
    .notNull()
    .default([...EVERY_DAY]),
  ...stamps,
})

export const person = pgTable(
  'person',
  {
    id: text().primaryKey(),
    name: text().notNull(),
    role: text().$type<Role>().notNull(),
    pinHash: text('pin_hash').notNull(),
    /** Since when the person is gone: their entries stay, they cannot sign in. */
    leftAt: moment('left_at'),
    ...stamps,
  },
  // Whoever is gone leaves the name to the next.
  (table) => [
    oneOf('person_role', table.role, ROLES),
    uniqueIndex('person_name')
      .on(table.name)
      .where(sql`${table.leftAt} is null`),
  ],
)

/**
 * Wrong PINs in a row, by person and by where they were typed: a browser that this person has signed in on counts for
 * itself, all strange ones count together. A try is counted here before it is judged.
 */
export const pinTry = pgTable(
  'pin_try',
  {
    person: text()
      .notNull()
      .references(() => person.id),
    source: text().notNull(),
    failures: integer().notNull().default(0),
    lockedUntil: moment('locked_until'),
  },
  (table) => [primaryKey({ columns: [table.person, table.source] })],
)

/** Moves on whenever something changes that every process keeps a copy of: the shop and its people, its gauges, its tools. */
export const shopVersion = pgTable('shop_version', {
  what: text().$type<'shop' | 'gauges' | 'assemblies'>().primaryKey(),
  version: bigint({ mode: 'number' }).notNull(),
})

/** Sessions, in the shape that connect-pg-simple keeps them. */
export const session = pgTable(
  'session',
  {
    sid: varchar().primaryKey(),
    sess: json().notNull(),
    expire: timestamp({ precision: 6 }).notNull(),
  },
  (table) => [index('session_expire').on(table.expire)],
)

/**
 * A day's seal: one hash over every chain that had grown since the seal before it, and over that seal. Printed on what leaves the
 * ledger, it holds all of them. Rows are added and never changed.
 */
export const seal = pgTable('seal', {
  /** Calendar day in the shop's time zone. */
  day: text().primaryKey(),
  at: moment('at').notNull(),
  hash: char({ length: 64 }).notNull(),
})

/** Where each chain ended when a day was sealed. Rows are added and never changed. */
export const sealedEnd = pgTable(
  'sealed_end',
  {
    day: text()
      .notNull()
      .references(() => seal.day),
    chain: text().notNull(),
    key: text().notNull(),
    link: bigint({ mode: 'number' }).notNull(),
    hash: char({ length: 64 }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.chain, table.key, table.link] }), index('sealed_end_day').on(table.day)],
)
