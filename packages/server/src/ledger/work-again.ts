import { randomUUID } from 'node:crypto'
import { findingKey, foundIn, marksOf, registerKey, routineById, workAgain, type Gauge } from '@rook/core'
import type { EntryContent } from '@rook/contract'
import { Problem } from '../base/problem.ts'
import type { Lane } from '../base/db/transaction.ts'
import { append } from './append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from './heading.ts'
import { entryWriteOf } from './entry-write.ts'
import { loadMachine } from './machine.ts'
import { loadSceneAt } from './scene-past.ts'

/** A figure that stands and was measured with the gauge, and what it comes to with the gauge as it is. */
export interface Resting {
  machine: string
  machineName: string
  register: string
  value: number
  /** Null where it is to be measured again. */
  becomes: number | null
}

/** Entries that found what stands now and was measured with it; everything of each stands, or it is not among them. */
const FINDERS = `
  SELECT v.machine, m.name AS "machineName", e.content, s.ended_at AS ended, v.register, v.value::float8 AS value,
    v.entry = e.id AND v.provenance ->> 'found' IS NULL AS own
  FROM register_value v JOIN machine m ON m.id = v.machine JOIN entry e ON e.id = v.entry LEFT JOIN setup s ON s.id = e.setup
  WHERE v.value IS NOT NULL AND v.provenance -> 'gauges' ? $1
  ORDER BY m.place, v.machine, e.seq, v.register`

interface Row {
  machine: string
  machineName: string
  content: EntryContent
  ended: Date | null
  register: string
  value: number
  own: boolean
}

interface Again {
  content: EntryContent
  /** Null where its setup has ended. */
  setup: string | null
  worked: NonNullable<ReturnType<typeof workAgain>>
  scene: Awaited<ReturnType<typeof loadSceneAt>>
}

/**
 * What rests on a gauge as its record was, worked out with the record as it is to be.
 * @param workable false where all of it is to be measured again
 */
export async function restingOn(lane: Lane, right: Gauge, workable: boolean): Promise<{ figures: Resting[]; again: Again[] }> {
  const { rows } = await lane.client.query<Row>(FINDERS, [right.id])
  const entries = new Map<string, Row[]>()
  for (const row of rows) entries.set(row.content.id, [...(entries.get(row.content.id) ?? []), row])
  const figures: Resting[] = []
  const again: Again[] = []
  for (const own of entries.values()) {
    const made = workable ? await madeAgain(lane, own, right) : null
    if (made) again.push(made)
    for (const { machine, machineName, register, value } of own) {
      const write = made?.worked.sheet.result!.writes.find((one) => registerKey(one.register) === register)
      figures.push({ machine, machineName, register, value, becomes: write ? write.value : null })
    }
  }
  return { figures, again }
}

async function madeAgain(lane: Lane, rows: readonly Row[], right: Gauge): Promise<Again | null> {
  const { content, ended } = rows[0]!
  const routine = content.routine === null ? undefined : routineById(content.routine)
  // Something of it was written over since, or a figure moved with its tool: then it is for a person to measure.
  const stands = content.writes.every((write) => rows.some((row) => row.own && row.register === write.register))
  if (!routine || !content.inputs || !stands || !['pick-up', 'touch-off'].includes(content.kind)) return null
  const before = new Date(Date.parse(content.at) - 1).toISOString()
  const scene = await loadSceneAt(lane, content.machine, content.setup, before).catch((error: unknown) => {
    if (error instanceof Problem) return null
    throw error
  })
  if (!scene) return null
  const worked = workAgain(
    { routine, inputs: content.inputs, agreed: content.agreed, gauges: content.gauges, writes: content.writes },
    { ...scene, now: content.at },
    right,
  )
  return worked && { content, setup: ended ? null : content.setup, worked, scene }
}

/**
 * Writes down what figures come to with the gauge as it is. Each is an entry of its own, with all its evidence, by whoever put the
 * record right; when and by whom it was measured stays as it was. Nobody has seen it on the control yet.
 */
export async function recordAgain(lane: Lane, again: readonly Again[], right: Gauge, reason: string, author: Author): Promise<void> {
  for (const { content, setup, worked, scene } of again) {
    const machine = await loadMachine(lane, content.machine, true)
    // Somebody may have measured it anew before the machine was locked: theirs stands.
    if (!(await stillStands(lane, content))) continue
    const id = randomUUID()
    const result = worked.sheet.result!
    const found = { ...foundIn(content), worked: author.now }
    await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, id, machine)),
      kind: content.kind,
      title: `${content.title}, worked out again`,
      reason: `${right.name}: ${reason}. Measured in entry ${content.seq}.`,
      setup,
      operation: content.operation,
      step: setup === null ? null : content.step,
      routine: content.routine,
      inputs: content.inputs,
      agreed: content.agreed,
      working: worked.sheet.working,
      drawing: worked.sheet.drawing,
      writes: result.writes.map((write, at) => {
        const was = content.writes[at]!
        return {
          ...entryWriteOf(write, scene, id, result.gauges),
          ...marksOf(was),
          rests: was.rests,
          found,
          before: was.after,
          beforeEntry: content.id,
        }
      }),
      findings: worked.findings.map((finding) => ({
        finding,
        reason: finding.verdict === 'query' ? (reasonOf(content, finding) ?? reason) : null,
      })),
      readouts: result.readouts,
      gauges: content.gauges.map((gauge) => (gauge.id === right.id ? right : gauge)),
      ...(content.taken ? { taken: content.taken } : {}),
      release: content.release,
    })
  }
}

/** True while every register that an entry wrote still holds its figure. */
async function stillStands({ client }: Lane, { id, machine, writes }: EntryContent): Promise<boolean> {
  const { rows } = await client.query('SELECT 1 FROM register_value WHERE machine = $1 AND entry = $2 AND register = ANY ($3)', [
    machine,
    id,
    writes.map(({ register }) => register),
  ])
  return rows.length === writes.length
}

/** What was said to the same question then. */
const reasonOf = ({ findings }: EntryContent, asked: EntryContent['findings'][number]['finding']): string | null =>
  findings.find(({ finding }) => findingKey({ ...finding, figures: [] }) === findingKey({ ...asked, figures: [] }))?.reason ?? null
