import { connect } from '@rook/server/base/db/client'
import { inTransaction } from '@rook/server/base/db/transaction'
import { FileReaders } from '@rook/server/base/files/file-readers'
import { ProgramReads } from '@rook/server/programs/reads'
import { gather } from '@rook/server/setup-record/gather'
import { asPdf } from '@rook/server/setup-record/pdf'
import { verifyLedger } from '@rook/server/verify/ledger'
import { faultsOf } from '@rook/testing'
import { getDocumentProxy } from 'unpdf'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { contentsOf, loadDemo } from '../load.ts'
import { MACHINES } from '../machines.ts'
import { PROBE_RADII } from '../truth.ts'
import { freshDatabase } from './fresh.ts'

/** By then a tool that was left out rests on a constant that was set anew. */
const UNTIL = Date.parse('2026-11-25T12:32:40.000Z')
/** How many days are played where one play is held against another. */
const FEW = 2
let url = ''
let pool: pg.Pool

beforeAll(async () => {
  url = await freshDatabase()
  pool = new pg.Pool({ connectionString: url })
})
afterAll(() => pool.end())

const rows = async <T extends pg.QueryResultRow>(query: string) => (await pool.query<T>(query)).rows

describe('the demo shop\u2019s fortnight', () => {
  it('is loaded into an empty database, and only there', async () => {
    expect(await contentsOf(url)).toBe('nothing')
    await loadDemo(url, UNTIL)
    expect(await contentsOf(url)).toBe('shop')
  })

  it('is a ledger like any other: one chain a machine, nothing after the present', async () => {
    const { faults, machines, entries } = await verifyLedger(pool)
    expect(faults).toEqual([])
    expect(machines).toBe(MACHINES.length)
    expect(entries).toBeGreaterThan(150)
    const [{ late }] = (await rows<{ late: string }>(
      `SELECT count(*) AS late FROM entry WHERE at > '${new Date(UNTIL).toISOString()}'`,
    )) as [{ late: string }]
    expect(Number(late)).toBe(0)
  })

  it('has one setup at hand on each machine, each with something left to do or to see', async () => {
    const open = await rows<{ machine: string }>('SELECT machine FROM setup WHERE ended_at IS NULL ORDER BY machine')
    expect(open.map(({ machine }) => machine)).toEqual(MACHINES.map(({ id }) => id).sort())
  })

  it('has setup sheets on which no line says what is not so, in each machine\u2019s unit', async () => {
    const connection = connect(url, () => undefined)
    const open = await rows<{ id: string; unit: 'mm' | 'in' }>(
      'SELECT s.id, m.unit FROM setup s JOIN machine m ON m.id = s.machine WHERE s.ended_at IS NULL ORDER BY m.place',
    )
    const faults: string[] = []
    const reads = new ProgramReads(new FileReaders())
    for (const { id, unit } of open) {
      const gathered = await inTransaction(connection, (lane) => gather(lane, id, reads, new Date(UNTIL).toISOString()), { for: 'read' })
      const document = await getDocumentProxy(new Uint8Array(await asPdf(gathered, 'a4', 'http://ledger.shop/setup', new Map())))
      for (let page = 1; page <= document.numPages; page++) {
        const { items } = await (await document.getPage(page)).getTextContent()
        // A line that goes on may end in a comma.
        const lines = items.flatMap((item) => ('str' in item && item.str.trim() !== '' ? [item.str.trim().replace(/,$/, '')] : []))
        expect(lines.length).toBeGreaterThan(3)
        faults.push(...faultsOf(lines, unit).map((fault) => `${id}: ${fault}`))
      }
    }
    await connection.pool.end()
    expect(faults).toEqual([])
  })

  it('finds a probe\u2019s radii to a few micrometres of what they truly are', async () => {
    const found = await rows<{ register: string; value: string }>(
      `SELECT register, value FROM register_value WHERE register LIKE 'probe/probe-2/%'`,
    )
    const truth: Record<string, number> = {
      'X+': PROBE_RADII.xPlus,
      'X-': PROBE_RADII.xMinus,
      'Y+': PROBE_RADII.yPlus,
      'Y-': PROBE_RADII.yMinus,
    }
    expect(found.length).toBeGreaterThanOrEqual(4)
    for (const { register, value } of found) expect(Math.abs(Number(value) - truth[register.split('/')[2]!]!)).toBeLessThan(5_000)
  })

  it('has the same figures at whatever hour of whatever day it is played, other people at the machines or not', async () => {
    const writes = () =>
      rows('SELECT e.machine, e.seq, w.register, w.after FROM entry e JOIN entry_write w ON w.entry = e.id ORDER BY 1, 2, 3 LIMIT 400')
    const first = pool
    let before: unknown
    for (const hours of [0, 7.3, 31.6]) {
      const again = await freshDatabase()
      await loadDemo(again, UNTIL + hours * 3_600_000, FEW)
      pool = new pg.Pool({ connectionString: again })
      before ??= await writes()
      expect(await writes(), `${hours} h later`).toEqual(before)
      await pool.end()
    }
    pool = first
  })
})
