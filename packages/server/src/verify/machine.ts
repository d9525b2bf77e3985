import { FIRST, provenanceOf, type Provenance } from '@rook/core'
import type { EntryContent, EntryWrite } from '@rook/contract'
import type pg from 'pg'
import { rowOf } from '../base/db/rows.ts'
import { entry, entryGauge, entryWrite, machineHead, registerValue } from '../base/db/schema.ts'
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
  const stood: Stood = { values: new Map(), findings: new Map(), seen: new Set() }
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
      await follow(pool, content, stood, head)
      end = { seq: row.seq, hash: row.hash }
    }
  }
  await compareValues(pool, machine, stood.values, faults)
  await compareHead(pool, machine, end, head, faults)
  return end
}

/** What stands while a chain is walked. */
interface Stood {
  values: Map<string, ValueRow>
  /** For each register the entries that found its figures and were not taken back, oldest first. */
  findings: Map<string, string[]>
  /** Entries of which a readout was seen. */
  seen: Set<string>
}

/** What an entry changes of what holds now. */
async function follow(
  pool: pg.Pool,
  content: EntryContent,
  { values, findings, seen }: Stood,
  head: { at: string | null; homedAt: string | null; poweredAt: string | null },
): Promise<void> {
  head.at = content.at
  if (content.kind === 'homed') head.homedAt = content.at
  if (content.kind === 'powered') head.poweredAt = content.at
  if (content.seen.length > 0) seen.add(content.id)
  if (content.kind === 'seen' && content.refers !== null) {
    seen.add(content.refers)
    for (const [register, value] of values) if (value.entry === content.refers) values.set(register, { ...value, seen: true })
  }
  for (const write of content.writes) {
    const { register } = write
    const found = findings.get(register) ?? []
    findings.set(register, found)
    if (content.kind !== 'correction') {
      found.push(content.id)
      values.set(register, valueFrom(content, write))
      continue
    }
    // Taken back: the register is the one's again that found what stood before.
    const taken = found.lastIndexOf(content.refers!)
    if (taken >= 0) found.splice(taken, 1)
    const finder = found.length === 0 ? null : await foundIn(pool, found.at(-1)!, register)
    values.set(register, finder ? { ...finder, seen: seen.has(finder.entry) } : valueFrom(content, write))
  }
}

async function foundIn(pool: pg.Pool, entryId: string, register: string): Promise<ValueRow | null> {
  const { rows } = await pool.query<{ content: EntryContent }>('SELECT content FROM entry WHERE id = $1', [entryId])
  const content = rows[0]?.content
  const write = content?.writes.find((one) => one.register === register)
  return content && write ? valueFrom(content, write) : null
}

function valueFrom(content: EntryContent, write: EntryWrite): ValueRow {
  const { after, before: _before, seq: _seq, kind: _kind, routine: _routine, inputs: _inputs, ...figure } = writeFrom(content, write)
  return { ...figure, value: after }
}

async function compareValues(pool: pg.Pool, machine: string, rebuilt: Map<string, ValueRow>, faults: Fault[]): Promise<void> {
  const found = new Map(
    (await read(pool, registerValue, 'SELECT * FROM register_value WHERE machine = $1', [machine])).map((row) => [
      row.register,
      { ...row, provenance: whole(row.provenance) },
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

/** Evidence from before a mark was known says nothing of it; compared, it says so. What nobody knows stays in and differs. */
const whole = (kept: Provenance): Provenance => ({ ...kept, ...provenanceOf(kept) })
const keyed = (write: WriteRow) => ({ ...write, provenance: whole(write.provenance), key: write.register })
const sorted = (writes: ReturnType<typeof keyed>[]) => [...writes].sort((one, other) => (one.key < other.key ? -1 : 1))
