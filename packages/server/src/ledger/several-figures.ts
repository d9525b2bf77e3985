import { registerKey, type Finding, type Scene, type Sheet } from '@rook/core'
import type { Entry, EntryContent, EntryWrite } from '@rook/contract'
import type { Lane } from '../base/db/transaction.ts'
import { append } from './append.ts'
import type { Author } from '../base/author.ts'
import { BLANK, headingOf } from './heading.ts'
import { entryWriteOf } from './entry-write.ts'
import { refuseIfMovedOn } from './moved-on.ts'
import { answered, refuseWithObstacles } from './obstacles.ts'
import type { Released } from './release.ts'
import type { Machine } from './machine.ts'

export interface Together {
  id: string
  kind: EntryContent['kind']
  title: string
  reason: string | null
  sheet: Sheet
  findings: Finding[]
  answers: Record<string, string>
  basis: Record<string, string | null>
  released: Released | null
}

/** Records several figures that no routine worked out, as one entry: all of them or none. */
export async function recordTogether(lane: Lane, machine: Machine, scene: Scene, what: Together, author: Author): Promise<Entry> {
  const { result, working, drawing } = what.sheet
  const writes = result!.writes
  await refuseIfMovedOn(
    lane.db,
    machine.record.id,
    writes.map(({ register }) => registerKey(register)),
    what.basis,
    (register) => scene.standing[register]?.entry ?? null,
  )
  refuseWithObstacles(what.findings, what.answers, what.released)
  const appended = await append(lane, machine.head, {
    ...BLANK,
    ...(await headingOf(lane, author, what.id, machine)),
    kind: what.kind,
    title: what.title,
    setup: scene.plan?.setup ?? null,
    operation: scene.plan?.operation ?? null,
    working,
    drawing,
    writes: writes.map((write) => entryWriteOf(write, scene, what.id)),
    findings: answered(what.findings, what.answers),
    release: what.released,
    reason: what.reason,
  })
  return { ...appended, correctedBy: null, seen: [] }
}

/** An entry whose writes follow from something that happened, not from figures that anybody gave. */
export async function recordConsequences(
  lane: Lane,
  machine: Machine,
  said: Pick<EntryContent, 'id' | 'kind' | 'title' | 'reason'> & { setup?: string | null },
  writes: EntryWrite[],
  author: Author,
): Promise<Entry> {
  const appended = await append(lane, machine.head, {
    ...BLANK,
    ...(await headingOf(lane, author, said.id, machine)),
    ...said,
    setup: said.setup ?? null,
    writes,
  })
  return { ...appended, correctedBy: null, seen: [] }
}
