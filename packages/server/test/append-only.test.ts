import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { prepareDatabase } from '../src/base/db/prepare.ts'
import { verifyLedger, type Expected } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let owner: pg.Client

beforeAll(async () => {
  shop = await openShop()
  const marrow = await new Browser(shop.url).signIn('marrow')
  const first = await marrow.send<{ content: { id: string } }>('POST', '/api/machines/mill-3/entries', edgeEntry())
  await new Browser(shop.url)
    .signIn('oakhanger')
    .then((lead) => lead.send('POST', '/api/gauges/finder/events', { id: randomUUID(), kind: 'checked', note: 'at first' }))
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
  `DELETE FROM edition`,
  `UPDATE gauge_event SET note = ''`,
  `DELETE FROM entry_gauge`,
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
    expect(rows[0]!.name).toMatch(/^rook_[0-9a-f]{12}$/)
    // Nor does it become anybody else by asking.
    await shop.connection.pool.query('RESET ROLE; SET ROLE NONE')
    await expect(shop.connection.pool.query('UPDATE entry SET at = now()')).rejects.toMatchObject({ code: '42501' })
    await expect(shop.connection.pool.query('ALTER TABLE entry DISABLE TRIGGER USER')).rejects.toMatchObject({ code: '42501' })
    await expect(shop.connection.pool.query('SET ROLE rook_owner')).rejects.toMatchObject({ code: '42501' })
  })
})

describe('a login with more rights than the application needs', () => {
  it('is refused at the start, and the owner gets one of its own beside it', async () => {
    const own = await prepareDatabase(shop.databaseUrl)
    expect(own).not.toBe(shop.databaseUrl)
    expect(await prepareDatabase(shop.databaseUrl)).toBe(own)
    // With the owner's address apart, the other one is taken as it is, and refused when it may too much.
    await expect(prepareDatabase(shop.databaseUrl, shop.databaseUrl)).rejects.toThrow(/is a superuser/)
    expect(await prepareDatabase(own, shop.databaseUrl)).toBe(own)
    expect(await prepareDatabase(own)).toBe(own)
  })

  it('a fresh database needs its owner', async () => {
    const base = new URL(shop.databaseUrl)
    const name = `bare_${randomUUID().replaceAll('-', '')}`
    await owner.query(`CREATE DATABASE ${name}`)
    base.pathname = `/${name}`
    const { username, password } = new URL(shop.appUrl)
    base.username = username
    base.password = password
    await expect(prepareDatabase(base.href)).rejects.toThrow(/DATABASE_OWNER_URL/)
  })
})

describe('a ledger that was tampered with', () => {
  const TABLES = ['entry', 'entry_write', 'entry_gauge', 'edition', 'gauge_event', 'register_value', 'machine_head', 'gauge', 'chain_end']
  /** Somebody with the database's keys who takes every guard off first. */
  const tamper = async (change: string) => {
    await owner.query('SET session_replication_role = replica')
    await owner.query(change)
    await owner.query('SET session_replication_role = DEFAULT')
  }
  const faults = async (expected: Expected[] = []) =>
    (await verifyLedger(shop.connection.pool, expected)).faults.map(({ sentence }) => sentence)

  beforeAll(async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const note = (note: string) => ({ id: randomUUID(), kind: 'checked', note })
    for (const text of ['against the pin', 'once more']) await lead.send('POST', '/api/gauges/finder/events', note(text))
    await lead.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })
    for (const table of TABLES) await owner.query(`CREATE TABLE kept_${table} AS SELECT * FROM ${table}`)
  })
  afterEach(async () => {
    for (const table of TABLES) await tamper(`DELETE FROM ${table}; INSERT INTO ${table} SELECT * FROM kept_${table}`)
  })

  it('is whole before', async () => expect(await faults()).toEqual([]))

  const VALUE = 'what stands in work/G54/X/geometry is not what its newest entry wrote'
  const COLUMNS = 'its columns disagree with its content'
  const WRITES = 'its writes are not what it wrote'
  const WAYS: readonly [string, string, string][] = [
    [
      'a figure in its content',
      `UPDATE entry SET content = jsonb_set(content, '{writes,0,after}', '-313000000') WHERE seq = 1`,
      'its content is not what was recorded',
    ],
    ['what stands', `UPDATE register_value SET value = 0`, VALUE],
    ['what it rests on', `UPDATE register_value SET provenance = jsonb_set(provenance, '{gauges}', '[]')`, VALUE],
    ['that it was seen', `UPDATE register_value SET seen = true`, VALUE],
    ['write and value together', `UPDATE entry_write SET after = 0 WHERE seq = 2; UPDATE register_value SET value = 0`, VALUE],
    ['an old write', `UPDATE entry_write SET after = 0 WHERE seq = 1`, WRITES],
    ['an old write, gone', `DELETE FROM entry_write WHERE seq = 1`, WRITES],
    [
      'a write that nobody made',
      `CREATE TEMP TABLE made AS SELECT * FROM entry_write WHERE seq = 1; UPDATE made SET register = 'work/G59/Y/geometry'; INSERT INTO entry_write SELECT * FROM made`,
      WRITES,
    ],
    ['whose write it was', `UPDATE entry_write SET "by" = 'Nobody' WHERE seq = 1`, WRITES],
    ['when it was written', `UPDATE entry_write SET at = at - interval '1 hour' WHERE seq = 1`, WRITES],
    ['the evidence of a write', `UPDATE entry_write SET standard = 1 WHERE seq = 1`, WRITES],
    ['the person of an entry', `UPDATE entry SET person = 'tansley' WHERE seq = 1`, COLUMNS],
    ['the name on an entry', `UPDATE entry SET "by" = 'Tansley' WHERE seq = 1`, COLUMNS],
    ['the kind of an entry', `UPDATE entry SET kind = 'statement' WHERE seq = 1`, COLUMNS],
    ['the time of an entry', `UPDATE entry SET at = now() WHERE seq = 1`, COLUMNS],
    ['the step of an entry', `UPDATE entry SET step = NULL WHERE seq = 1`, COLUMNS],
    ['what it takes back', `UPDATE entry SET refers = id WHERE seq = 1`, COLUMNS],
    ['the gauges of an entry', `DELETE FROM entry_gauge WHERE seq = 1`, 'its gauges are not those it was made with'],
    [
      'an entry, gone',
      `DELETE FROM entry_write WHERE seq = 1; DELETE FROM entry_gauge WHERE seq = 1; DELETE FROM entry WHERE seq = 1`,
      'entry 1 is missing',
    ],
    ['the last entry, gone', `DELETE FROM entry WHERE seq = 3`, 'the chain ends at entry 2, the machine says 3'],
    [
      'two entries, changed about',
      `UPDATE entry SET seq = 9 WHERE seq = 1; UPDATE entry SET seq = 1 WHERE seq = 2; UPDATE entry SET seq = 2 WHERE seq = 9`,
      'does not follow from the entry before it',
    ],
    ['an end of a chain, gone', `DELETE FROM machine_head WHERE machine = 'mill-3'`, 'the machine has lost the end of its chain'],
    [
      'when it was homed',
      `UPDATE machine_head SET homed_at = now() WHERE machine = 'mill-3'`,
      'the machine’s times of homing and of its latest entry are not those of its entries',
    ],
    [
      'everything, emptied',
      `DELETE FROM entry_write; DELETE FROM entry_gauge; DELETE FROM register_value; DELETE FROM entry`,
      'the chain ends at entry 0, the machine says 3',
    ],
    ['a gauge’s event', `UPDATE gauge_event SET note = 'never mind' WHERE link = 2`, 'gauge event 2 of finder: it is not what was written'],
    ['a gauge’s event, gone', `DELETE FROM gauge_event WHERE link = 2`, 'gauge event 3 of finder: one before it is missing'],
    [
      'a gauge’s last event, gone',
      `DELETE FROM gauge_event WHERE link = 3`,
      'gauge event 3 of finder: the chain does not end where it is said to',
    ],
    [
      'an edition',
      `UPDATE edition SET content = jsonb_set(content, '{size}', '1') WHERE thing = 'gauge' AND key = 'shim'`,
      'edition 1 of gauge/shim: it is not what was written',
    ],
    [
      'a gauge, without an edition',
      `UPDATE gauge SET size = 9000000 WHERE id = 'shim'`,
      'the gauge shim is not what its newest edition says',
    ],
  ]
  it.each(WAYS)('is found out: %s', async (_what, change, sentence) => {
    await tamper(change)
    expect(await faults()).toContain(sentence)
  })

  it('is found out when a chain was cut and its end set back, by whoever has a later entry on paper', async () => {
    const { rows } = await owner.query<{ seq: number; hash: string }>('SELECT seq::int, hash FROM entry ORDER BY seq')
    const [last, , before] = [rows[2]!, rows[0]!, rows[1]!]
    await tamper(`DELETE FROM entry WHERE seq = 3; UPDATE machine_head h SET seq = 2, hash = '${before.hash}', homed_at = NULL,
      at = (SELECT at FROM entry WHERE seq = 2) WHERE machine = 'mill-3'`)
    expect(await faults()).toEqual([])
    const printed = { machine: null, seq: last.seq, hash: last.hash.slice(0, 12) }
    expect(await faults([printed])).toEqual([`no machine has entry 3 with the hash ${printed.hash}`])
    expect(await faults([{ machine: 'mill-3', seq: 2, hash: before.hash.slice(0, 12) }])).toEqual([])
  })
})
