import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/ledger/verify.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let owner: pg.Client

beforeAll(async () => {
  shop = await openShop()
  const marrow = await new Browser(shop.url).signIn('marrow')
  const first = await marrow.send<{ content: { id: string } }>('POST', '/api/machines/mill-3/entries', edgeEntry())
  await marrow.send('POST', '/api/machines/mill-3/entries', edgeEntry({ basis: { 'work/G54/X/geometry': first.body.content.id } }))
  owner = new pg.Client({ connectionString: shop.databaseUrl })
  await owner.connect()
})
afterAll(async () => {
  await owner.end()
  await shop.stop()
})

const CHANGES = [
  `UPDATE entry SET at = now()`,
  `DELETE FROM entry`,
  `UPDATE entry_write SET after = 0`,
  `DELETE FROM entry_write`,
  `TRUNCATE entry CASCADE`,
]

describe('the ledger refuses to be changed', () => {
  it.each(CHANGES)('by the application\u2019s own role: %s', async (change) => {
    await expect(shop.connection.pool.query(change)).rejects.toMatchObject({ code: '42501' })
  })

  it.each(CHANGES)('by the owner: %s', async (change) => {
    await expect(owner.query(change)).rejects.toMatchObject({ code: '42501' })
  })

  it('and the application does work under that role', async () => {
    const { rows } = await shop.connection.pool.query('SELECT current_user AS name')
    expect(rows).toEqual([{ name: 'rook_app' }])
  })
})

describe('a ledger that was tampered with', () => {
  /** Somebody with the database's keys who takes the triggers off first. */
  const tamper = async (change: string) => {
    await owner.query('BEGIN; ALTER TABLE entry DISABLE TRIGGER USER; ALTER TABLE entry_write DISABLE TRIGGER USER')
    await owner.query(change)
    await owner.query('ALTER TABLE entry ENABLE TRIGGER USER; ALTER TABLE entry_write ENABLE TRIGGER USER; COMMIT')
  }
  const faults = async () => (await verifyLedger(shop.connection.pool)).faults.map(({ sentence }) => sentence)

  it('is whole before', async () => expect(await faults()).toEqual([]))

  it('is found out when a value was changed', async () => {
    await tamper(`UPDATE entry SET content = jsonb_set(content, '{writes,0,after}', '-313000000') WHERE seq = 1`)
    expect(await faults()).toEqual(['its content is not what was recorded'])
    await tamper(`UPDATE entry SET content = jsonb_set(content, '{writes,0,after}', '-313204000') WHERE seq = 1`)
    expect(await faults()).toEqual([])
  })

  it('is found out when what stands is not what was written', async () => {
    await owner.query(`UPDATE register_value SET value = 0`)
    expect(await faults()).toEqual(['what stands in work/G54/X/geometry is not what its newest entry wrote'])
    await owner.query(`UPDATE register_value SET value = -313204000`)
  })

  it('is found out when an entry is gone', async () => {
    await tamper(`DELETE FROM register_value; DELETE FROM entry_write WHERE seq = 2; DELETE FROM entry WHERE seq = 2`)
    expect(await faults()).toContain('the chain ends at entry 1, the machine says 2')
  })
})
