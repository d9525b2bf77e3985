import { readdirSync, readFileSync } from 'node:fs'
import { getTableColumns, getTableName, is } from 'drizzle-orm'
import { bigint, jsonb, PgTable, pgTable, text } from 'drizzle-orm/pg-core'
import { describe, expect, it } from 'vitest'
import { rowOf } from '../src/base/db/rows.ts'
import * as tables from '../src/base/db/schema.ts'
import { EDITIONED } from '../src/base/db/schema.ts'

const MIGRATIONS = new URL('../migrations/', import.meta.url)

describe('an edition from before a column was', () => {
  const thing = pgTable('thing', {
    name: text().notNull(),
    size: bigint({ mode: 'number' }),
    parts: jsonb().$type<string[]>().notNull().default([]),
    coolant: text().notNull().default('off'),
  })

  it('says what the column says of itself, and what it did say stays', () => {
    expect(rowOf(thing, { name: 'a' })).toEqual({ name: 'a', size: null, parts: [], coolant: 'off' })
    expect(rowOf(thing, { name: 'a', size: '5', parts: ['b'], coolant: 'flood' })).toEqual({
      name: 'a',
      size: 5,
      parts: ['b'],
      coolant: 'flood',
    })
  })

  it('gives each reader a list of its own', () => {
    rowOf(thing, { name: 'a' }).parts.push('b')
    expect(rowOf(thing, { name: 'a' }).parts).toEqual([])
  })

  it('is whole for every column that came later, in every table with editions', () => {
    // Editions are kept since 0007: what was there before stands in each of them.
    const added = readdirSync(MIGRATIONS)
      .filter((name) => name.endsWith('.sql') && name > '0008')
      .flatMap((name) => [...readFileSync(new URL(name, MIGRATIONS), 'utf8').matchAll(/ALTER TABLE "(\w+)" ADD COLUMN "(\w+)"/g)])
      .map(([, table, column]) => [table!, column!] as const)
    const own = (Object.values(tables) as unknown[]).filter((one): one is PgTable => is(one, PgTable))
    const editioned = own.filter((table) => (EDITIONED as readonly string[]).includes(getTableName(table)))
    expect(editioned).toHaveLength(EDITIONED.length)
    // Who wrote a row and when stands beside its edition, not in it.
    const stamps = ['changed_at', 'changed_by']
    const gaps = editioned.flatMap((table) => {
      const row = rowOf(table, {}) as Record<string, unknown>
      return Object.entries(getTableColumns(table))
        .filter(([, { name }]) => added.some(([of, column]) => of === getTableName(table) && column === name) && !stamps.includes(name))
        .filter(([name]) => row[name] === undefined)
        .map(([name]) => `${getTableName(table)}.${name}`)
    })
    expect(gaps).toEqual([])
  })
})
