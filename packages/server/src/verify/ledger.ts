import { FIRST } from '@rook/core'
import type pg from 'pg'
import { verifyChains } from './chains.ts'
import { verifyContents } from './contents.ts'
import { verifyCarried, verifyCounts } from './counts.ts'
import { verifyEditions } from './editions.ts'
import type { Fault } from './fault.ts'
import { verifyGuards } from './guards.ts'
import { walkMachine } from './machine.ts'
import { verifySeals, type ExpectedSeal } from './seals.ts'
import { verifySetups, verifyTaken } from './setups.ts'

export type { Fault } from './fault.ts'

export interface Verified {
  entries: number
  machines: number
  faults: Fault[]
}

/** An entry that somebody has on paper or in a file of values: its number and the beginning of its hash, and whose it is. */
export interface ExpectedEntry {
  machine: string | null
  seq: number
  hash: string
}

export type Expected = ExpectedEntry | ExpectedSeal

/**
 * Holds everything that is kept against what it follows from. Every machine's chain is walked from its first entry; every
 * column of entries, writes and present values is rebuilt from the entries' content; linked rows and editions are walked along
 * their own chains; what holds now has to be the newest edition of it; files and texts are what their names say; each day's seal
 * holds what stood then; guards and rights are in their places. What of this holds which table stands in db/tables.ts.
 * @param expected entries and seals that must be there as they were printed: a ledger that its owner made anew, or cut at the end,
 * shows in nothing else
 */
export async function verifyLedger(pool: pg.Pool, expected: readonly Expected[] = []): Promise<Verified> {
  const { rows: machines } = await pool.query<{ id: string; seq: string | null; hash: string | null }>(
    'SELECT m.id, h.seq, h.hash FROM machine m LEFT JOIN machine_head h ON h.machine = m.id ORDER BY m.id',
  )
  const faults: Fault[] = []
  let entries = 0
  for (const { id, seq, hash } of machines) {
    const end = await walkMachine(pool, id, faults)
    entries += end.seq
    if (seq === null) faults.push({ machine: id, seq: end.seq, sentence: 'the machine has lost the end of its chain' })
    else if (end.seq !== Number(seq) || end.hash !== (hash ?? FIRST))
      faults.push({ machine: id, seq: end.seq, sentence: `the chain ends at entry ${end.seq}, the machine says ${seq}` })
  }
  faults.push(
    ...(await strays(pool)),
    ...(await verifyChains(pool)),
    ...(await verifyEditions(pool)),
    ...(await verifyCounts(pool)),
    ...(await verifyCarried(pool)),
    ...(await verifySetups(pool)),
    ...(await verifyTaken(pool)),
    ...(await verifyContents(pool)),
    ...(await verifyGuards(pool)),
    ...(await verifySeals(
      pool,
      expected.filter((one): one is ExpectedSeal => 'day' in one),
    )),
    ...(await missing(
      pool,
      expected.filter((one): one is ExpectedEntry => 'seq' in one),
    )),
  )
  return { entries, machines: machines.length, faults }
}

/** Rows that belong to no entry. */
async function strays(pool: pg.Pool): Promise<Fault[]> {
  const { rows } = await pool.query<{ machine: string; seq: string; what: string }>(`
    SELECT w.machine, w.seq, 'a write of ' || w.register AS what FROM entry_write w WHERE NOT EXISTS (SELECT FROM entry e WHERE e.id = w.entry)
    UNION ALL SELECT g.machine, g.seq, 'the use of ' || g.gauge FROM entry_gauge g WHERE NOT EXISTS (SELECT FROM entry e WHERE e.id = g.entry)
    UNION ALL SELECT h.machine, h.seq, 'the end of a chain' FROM machine_head h WHERE NOT EXISTS (SELECT FROM machine m WHERE m.id = h.machine)
    UNION ALL SELECT e.machine, e.seq, 'an entry' FROM entry e WHERE NOT EXISTS (SELECT FROM machine m WHERE m.id = e.machine)
    UNION ALL SELECT v.machine, 0, 'what stands in ' || v.register FROM register_value v WHERE NOT EXISTS (SELECT FROM machine m WHERE m.id = v.machine)`)
  return rows.map(({ machine, seq, what }) => ({ machine, seq: Number(seq), sentence: `${what} belongs to nothing that is there` }))
}

async function missing(pool: pg.Pool, expected: readonly ExpectedEntry[]): Promise<Fault[]> {
  const faults: Fault[] = []
  for (const { machine, seq, hash } of expected) {
    const { rows } = await pool.query(
      'SELECT 1 FROM entry WHERE seq = $1 AND starts_with(hash, $2) AND ($3::text IS NULL OR machine = $3) LIMIT 1',
      [seq, hash, machine],
    )
    if (rows.length === 0)
      faults.push({
        machine: machine ?? 'any',
        seq,
        sentence: `${machine ?? 'no machine'} has ${machine ? 'no ' : ''}entry ${seq} with the hash ${hash}`,
      })
  }
  return faults
}
