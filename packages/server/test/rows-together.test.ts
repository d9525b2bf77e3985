import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let owner: pg.Client

beforeAll(async () => {
  shop = await openShop()
  owner = new pg.Client({ connectionString: shop.databaseUrl })
  await owner.connect()
})
afterAll(async () => {
  await owner.end()
  await shop.stop()
})

const ADD = `INSERT INTO assembly (id, name, properties, changed_at, changed_by)
  SELECT 'drill-' || nth, 'Drill ' || nth, '{}', '2026-11-02 06:10:11.123+01', 'marrow' FROM generate_series(1, 40) AS nth`
const NOTE = `SELECT note_assemblies(jsonb_agg(jsonb_build_object(
  'id', gen_random_uuid(), 'assembly', id, 'at', now(), 'person', 'marrow', 'kind', 'changed', 'note', 'sorted')))`
const linksOf = async (table: string, whose: string) =>
  (await shop.connection.pool.query<{ links: number[] }>(`SELECT array_agg(link::int ORDER BY link) AS links FROM ${table} WHERE ${whose}`))
    .rows[0]!.links
const isWhole = async () => expect((await verifyLedger(shop.connection.pool, [])).faults).toEqual([])

describe('rows that are added together', () => {
  it('each begin their chain, and a row that comes later goes on with it', async () => {
    await shop.connection.pool.query(ADD)
    await shop.connection.pool.query(`UPDATE assembly SET name = 'Drill 3, short' WHERE id = 'drill-3'`)
    expect(await linksOf('edition', `thing = 'assembly' AND key = 'drill-3'`)).toEqual([1, 2])
    expect(await linksOf('edition', `thing = 'assembly' AND key = 'drill-4'`)).toEqual([1])
    await isWhole()
  })

  it('go on with a chain that is there, and stand one after the other where they are of one chain', async () => {
    await shop.connection.pool.query(`${NOTE} FROM assembly WHERE id LIKE 'drill-%'`)
    const twice = `${NOTE} FROM (SELECT id FROM assembly WHERE id IN ('drill-3', 'drill-5') UNION ALL SELECT 'drill-5') AS tool`
    await shop.connection.pool.query(twice)
    expect(await linksOf('assembly_event', `assembly = 'drill-3'`)).toEqual([1, 2])
    expect(await linksOf('assembly_event', `assembly = 'drill-5'`)).toEqual([1, 2, 3])
    await isWhole()
  })

  it('of none at all are none', async () => {
    await shop.connection.pool.query(`${NOTE} FROM assembly WHERE false`)
    await shop.connection.pool.query(ADD.replace('40', '0'))
    await isWhole()
  })

  it('are linked anew where the application brings a hash of its own', async () => {
    const event = `INSERT INTO assembly_event (id, assembly, at, person, kind, note, link, hash)
      VALUES (gen_random_uuid(), 'drill-7', now(), 'marrow', 'changed', 'made up', 99, repeat('a', 64))`
    await shop.connection.pool.query(event)
    const edition = `INSERT INTO edition (thing, key, at, person, content, link, hash) VALUES ('assembly', 'drill-7', now(), 'marrow', '{}', 99, repeat('a', 64))`
    await shop.connection.pool.query(edition).catch((error: { code?: string }) => expect(error.code).toBe('42501'))
    expect(await linksOf('assembly_event', `assembly = 'drill-7'`)).toEqual([1, 2])
    await isWhole()
    // Nor does it write where chains end.
    await expect(
      shop.connection.pool.query(`SELECT append_rows(ARRAY(SELECT one FROM assembly_event one LIMIT 1), 'assembly')`),
    ).rejects.toMatchObject({ code: '42501' })
  })
})
