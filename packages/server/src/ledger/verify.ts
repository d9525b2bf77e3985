import { FIRST } from '@rook/core'
import type pg from 'pg'
import type { EntryContent } from '@rook/contract'
import { hashOf } from './append.ts'

export interface Fault {
  machine: string
  seq: number
  sentence: string
}

export interface Verified {
  entries: number
  machines: number
  faults: Fault[]
}

interface Row {
  id: string
  machine: string
  seq: string
  hash: string
  previous_hash: string
  content: EntryContent
}

const BATCH = 1000

/**
 * Walks every machine's chain from its first entry: each hash is taken again over the content, each entry
 * must name the one before it, and the chain must end where the machine says it ends. Then every present
 * value must be the one that the newest entry on its register wrote.
 */
export async function verifyLedger(pool: pg.Pool): Promise<Verified> {
  const { rows: heads } = await pool.query<{ machine: string; seq: string; hash: string }>(
    'SELECT machine, seq, hash FROM machine_head ORDER BY machine',
  )
  const faults: Fault[] = []
  let entries = 0
  for (const head of heads) {
    const end = await walk(pool, head.machine, faults)
    entries += end.seq
    if (end.seq !== Number(head.seq) || end.hash !== head.hash)
      faults.push({ machine: head.machine, seq: end.seq, sentence: `the chain ends at entry ${end.seq}, the machine says ${head.seq}` })
  }
  faults.push(...(await valuesWithoutEntry(pool)))
  return { entries, machines: heads.length, faults }
}

async function walk(pool: pg.Pool, machine: string, faults: Fault[]): Promise<{ seq: number; hash: string }> {
  let seq = 0
  let hash = FIRST
  for (;;) {
    const { rows } = await pool.query<Row>(
      'SELECT id, machine, seq, hash, previous_hash, content FROM entry WHERE machine = $1 AND seq > $2 ORDER BY seq LIMIT $3',
      [machine, seq, BATCH],
    )
    for (const row of rows) {
      const fault = (sentence: string) => faults.push({ machine, seq: Number(row.seq), sentence })
      if (Number(row.seq) !== seq + 1) fault(`entry ${seq + 1} is missing`)
      if (row.previous_hash !== hash) fault('does not follow from the entry before it')
      if (hashOf(row.previous_hash, row.content) !== row.hash) fault('its content is not what was recorded')
      if (row.content.id !== row.id || row.content.machine !== row.machine) fault('its columns disagree with its content')
      seq = Number(row.seq)
      hash = row.hash
    }
    if (rows.length < BATCH) return { seq, hash }
  }
}

/** Present values that are not what the newest write of their register says. */
async function valuesWithoutEntry(pool: pg.Pool): Promise<Fault[]> {
  const { rows } = await pool.query<{ machine: string; register: string; seq: string | null }>(`
    SELECT coalesce(v.machine, w.machine) AS machine, coalesce(v.register, w.register) AS register, w.seq
    FROM register_value v
    FULL JOIN (
      SELECT DISTINCT ON (machine, register) machine, register, seq, entry, after, state
      FROM entry_write ORDER BY machine, register, seq DESC
    ) w ON w.machine = v.machine AND w.register = v.register
    WHERE v.entry IS DISTINCT FROM w.entry OR v.value IS DISTINCT FROM w.after OR v.state IS DISTINCT FROM w.state`)
  return rows.map(({ machine, register, seq }) => ({
    machine,
    seq: Number(seq ?? 0),
    sentence: `what stands in ${register} is not what its newest entry wrote`,
  }))
}
