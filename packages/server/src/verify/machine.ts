import { FIRST, provenanceOf } from '@rook/core'
import type { EntryContent, EntryWrite } from '@rook/contract'
import type pg from 'pg'
import { rowOf } from '../db/rows.ts'
import { entry, entryGauge, entryWrite, machineHead, registerValue } from '../db/schema.ts'
import { hashOf } from '../ledger/hash.ts'
import { same, type Fault } from './fault.ts'

type EntryRow = typeof entry.$inferSelect
type WriteRow = typeof entryWrite.$inferSelect
type ValueRow = typeof registerValue.$inferSelect

const BATCH = 500

interface End {
  seq: number
  hash: string
}

/** Walks a machine's chain and rebuilds everything else that is kept from it. Answers with where the chain ends. */
export async function walkMachine(pool: pg.Pool, machine: string, faults: Fault[]): Promise<End> {
  const values = new Map<string, ValueRow>()
  const head = { at: null as string | null, homedAt: null as string | null, poweredAt: null as string | null }
  let end: End = { seq: 0, hash: FIRST }
  for (;;) {
    const rows = await read(pool, entry, `SELECT * FROM entry WHERE machine = $1 AND seq > $2 ORDER BY seq LIMIT ${BATCH}`, [
      machine,
      end.seq,
    ])
    if (rows.length === 0) break
    const to = rows.at(-1)!.seq
    const writes = bySeq(
      await read(pool, entryWrite, 'SELECT * FROM entry_write WHERE machine = $1 AND seq > $2 AND seq <= $3', [machine, end.seq, to]),
    )
    const gauges = bySeq(
      await read(pool, entryGauge, 'SELECT * FROM entry_gauge WHERE machine = $1 AND seq > $2 AND seq <= $3', [machine, end.seq, to]),
    )
    for (const row of rows) {
      const fault = (sentence: string) => faults.push({ machine, seq: row.seq, sentence })
      const { content } = row
      if (row.seq !== end.seq + 1) fault(`entry ${end.seq + 1} is missing`)
      if (row.previousHash !== end.hash) fault('does not follow from the entry before it')
      if (hashOf(row.previousHash, content) !== row.hash) fault('its content is not what was recorded')
      if (head.at !== null && content.at < head.at) fault('is earlier than the entry before it')
      if (!same(columnsOf(row), columnsFrom(content))) fault('its columns disagree with its content')
      const written = (writes.get(row.seq) ?? []).map(keyed)
      if (!same(sorted(written), sorted(content.writes.map((write) => keyed(writeFrom(content, write))))))
        fault('its writes are not what it wrote')
      const used = (gauges.get(row.seq) ?? []).map(({ gauge, entry: of, at }) => `${gauge} ${of} ${at}`).sort()
      if (!same(used, content.gauges.map(({ id }) => `${id} ${content.id} ${content.at}`).sort()))
        fault('its gauges are not those it was made with')
      follow(content, values, head)
      end = { seq: row.seq, hash: row.hash }
    }
  }
  await compareValues(pool, machine, values, faults)
  await compareHead(pool, machine, end, head, faults)
  return end
}

/** What an entry changes of what holds now. */
function follow(
  content: EntryContent,
  values: Map<string, ValueRow>,
  head: { at: string | null; homedAt: string | null; poweredAt: string | null },
): void {
  head.at = content.at
  if (content.kind === 'homed') head.homedAt = content.at
  if (content.kind === 'powered') head.poweredAt = content.at
  for (const write of content.writes) {
    const { after, before: _before, seq: _seq, kind: _kind, routine: _routine, inputs: _inputs, ...figure } = writeFrom(content, write)
    values.set(write.register, { ...figure, value: after })
  }
  if (content.kind === 'seen' && content.refers !== null)
    for (const [register, value] of values) if (value.entry === content.refers) values.set(register, { ...value, seen: true })
}

async function compareValues(pool: pg.Pool, machine: string, rebuilt: Map<string, ValueRow>, faults: Fault[]): Promise<void> {
  const found = new Map(
    (await read(pool, registerValue, 'SELECT * FROM register_value WHERE machine = $1', [machine])).map((row) => [
      row.register,
      { ...row, provenance: provenanceOf(row.provenance) },
    ]),
  )
  for (const register of new Set([...rebuilt.keys(), ...found.keys()]))
    if (!same(found.get(register), rebuilt.get(register)))
      faults.push({ machine, seq: 0, sentence: `what stands in ${register} is not what its newest entry wrote` })
}

async function compareHead(pool: pg.Pool, machine: string, end: End, head: object, faults: Fault[]): Promise<void> {
  const [row] = await read(pool, machineHead, 'SELECT * FROM machine_head WHERE machine = $1', [machine])
  if (!row) return
  const { seq, hash: _hash, machine: _machine, ...times } = row
  if (seq === end.seq && !same(times, head))
    faults.push({ machine, seq, sentence: 'the machine’s times of homing and of its latest entry are not those of its entries' })
}

async function read<T extends Parameters<typeof rowOf>[0]>(pool: pg.Pool, table: T, text: string, values: unknown[]) {
  const { rows } = await pool.query<Record<string, unknown>>(text, values)
  return rows.map((row) => rowOf(table, row))
}

function bySeq<T extends { seq: number }>(rows: readonly T[]): Map<number, T[]> {
  const found = new Map<number, T[]>()
  for (const row of rows) found.set(row.seq, [...(found.get(row.seq) ?? []), row])
  return found
}

const columnsOf = ({ content: _content, hash: _hash, previousHash: _previous, ...columns }: EntryRow) => columns

const columnsFrom = (content: EntryContent): ReturnType<typeof columnsOf> => ({
  id: content.id,
  machine: content.machine,
  seq: content.seq,
  kind: content.kind,
  at: content.at,
  person: content.person.id,
  by: content.person.name,
  setup: content.setup,
  step: content.step,
  refers: content.refers,
  title: content.title,
  reason: content.reason,
  readouts: content.readouts,
  seen: content.seen,
  release: content.release,
})

function writeFrom(content: EntryContent, write: EntryWrite): WriteRow {
  const isWear = content.kind === 'wear'
  return {
    machine: content.machine,
    register: write.register,
    state: write.state,
    entry: content.id,
    at: content.at,
    by: content.person.name,
    standard: write.standard,
    operation: content.operation,
    setup: content.setup,
    seen: content.seen.length > 0,
    assembly: write.assembly,
    provenance: provenanceOf(write),
    seq: content.seq,
    kind: content.kind,
    before: write.before,
    after: write.after,
    inputs: isWear ? content.inputs : null,
    routine: isWear ? content.routine : null,
  }
}

/** Evidence from before a mark was known says nothing of it; compared, it says so. */
const keyed = (write: WriteRow) => ({ ...write, provenance: provenanceOf(write.provenance), key: write.register })
const sorted = (writes: ReturnType<typeof keyed>[]) => [...writes].sort((one, other) => (one.key < other.key ? -1 : 1))
