import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { mm } from '@rook/core'
import type { AssemblyPage, GaugePage } from '@rook/contract'
import pg from 'pg'
import { expect, it } from 'vitest'
import { prepareDatabase } from '../src/base/db/prepare.ts'
import { startServer } from '../src/server.ts'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, emptyDatabase } from './shop.ts'

const MIGRATIONS = new URL('../migrations/', import.meta.url)
const BEFORE = new URL('./upgrade/before-editions.sql', import.meta.url)
/** How many migrations that version knew. */
const KNOWN = 7

interface Journal {
  entries: { tag: string; when: number }[]
}

/** A database as an older version has left it, with a past in every table that has one. */
async function olderShop(): Promise<string> {
  const url = await emptyDatabase()
  const { entries } = JSON.parse(readFileSync(new URL('meta/_journal.json', MIGRATIONS), 'utf8')) as Journal
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query('CREATE SCHEMA drizzle')
  await client.query('CREATE TABLE drizzle.__drizzle_migrations (id serial PRIMARY KEY, hash text NOT NULL, created_at bigint)')
  for (const { tag, when } of entries.slice(0, KNOWN)) {
    await client.query(readFileSync(new URL(`${tag}.sql`, MIGRATIONS), 'utf8'))
    await client.query('INSERT INTO drizzle.__drizzle_migrations (hash, created_at) VALUES ($1, $2)', [tag, when])
  }
  await client.query(readFileSync(BEFORE, 'utf8'))
  await client.end()
  return url
}

it('a shop with a past goes on with a newer version: nothing is lost, every chain is whole', async () => {
  const databaseUrl = await olderShop()
  const server = await startServer({ databaseUrl: await prepareDatabase(databaseUrl), host: '127.0.0.1', port: 0 })
  try {
    expect(await verifyLedger(server.connection.pool)).toEqual({ entries: 4, machines: 2, faults: [] })
    const marrow = await new Browser(server.url).signIn('marrow')
    const gauge = await marrow.send<GaugePage>('GET', '/api/gauges/finder')
    expect(gauge.body.events.map(({ kind }) => kind)).toEqual(['knocked', 'checked'])
    const tool = await marrow.send<AssemblyPage>('GET', '/api/assemblies/em-08')
    expect(tool.body.assembly).toMatchObject({ lifeUsed: 4, mounted: { number: '8' } })
    const scene = await marrow.send<{ standing: Record<string, { value: number }> }>('GET', '/api/machines/mill-3/scene')
    // 318.2100 off the finder's centre, moving X+: plus its radius of 5.
    expect(scene.body.standing['work/G54/X/geometry']!.value).toBe(mm(-313.21))
    // And what comes next is chained to it.
    const next = await new Browser(server.url)
      .signIn('oakhanger')
      .then((lead) => lead.send('POST', '/api/gauges/finder/events', { id: randomUUID(), kind: 'checked', note: 'after the upgrade' }))
    expect(next.status).toBe(200)
  } finally {
    await server.stop()
  }
})
