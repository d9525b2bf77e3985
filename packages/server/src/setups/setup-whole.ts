import { edgesCounted, leftOpen, listed, unprovenBecause, type Scene } from '@rook/core'
import type { Entry, EntryContent, Setup } from '@rook/contract'
import { eq } from 'drizzle-orm'
import type { Connection } from '../base/db/client.ts'
import type { Lane } from '../base/db/transaction.ts'
import { partCount, setup } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { append } from '../ledger/append.ts'
import { stampOf, type Author } from '../base/author.ts'
import { BLANK, headingOf } from '../ledger/heading.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { firstTime, onceOnly, sentBy } from '../ledger/sending.ts'
import { refuseUnlessMayRecord } from '../base/http/may.ts'
import { useEdges } from '../assemblies/edges-used.ts'
import { standingEntries } from './entries.ts'
import { describe, loadSetupPlan, type SetupRow } from './load.ts'

/** What a setup's own entry says; `parts` for what was counted. */
type Said = Pick<EntryContent, 'kind' | 'title' | 'reason'> & Partial<Pick<EntryContent, 'parts' | 'carried' | 'findings' | 'agreed'>>

interface Door {
  /** What was sent, with the id that becomes the entry's. */
  body: { id: string }
  kind: EntryContent['kind']
  /** Says it, with the machine locked; may write further rows of the same transaction after the entry. */
  say(lane: Lane, row: SetupRow, author: Author): Promise<Said>
  after?(lane: Lane, row: SetupRow, entry: EntryContent): Promise<unknown>
}

/** Appends an entry about a setup as a whole, which has not ended yet. */
export function ofSetup(connection: Connection, setupId: string, { body, kind, say, after }: Door, author: Author): Promise<Entry> {
  refuseUnlessMayRecord(author.person, kind)
  return onceOnly(connection, sentBy(author, kind, setupId, body), async (lane) => {
    const { plan: found } = await loadSetupPlan(lane.db, setupId)
    const machine = await loadMachine(lane, found.machine, true)
    await firstTime(lane)
    // Read again behind the lock: somebody may have ended it meanwhile.
    const row = await loadSetupPlan(lane.db, setupId)
    if (row.plan.endedAt) throw new Problem(409, 'setup-ended', 'This setup has ended; what was recorded in it stands.')
    const appended = await append(lane, machine.head, {
      ...BLANK,
      ...(await headingOf(lane, author, body.id, machine)),
      setup: setupId,
      operation: row.plan.id,
      ...(await say(lane, row, author)),
    })
    await after?.(lane, row, appended.content)
    return { ...appended, correctedBy: null, seen: [] }
  })
}

const sceneNow = async (lane: Lane, { plan }: SetupRow, now: string): Promise<Scene> =>
  loadScene(lane, await loadMachine(lane, plan.machine), plan.setup, now, 'read')

/** A setup as it stands at this moment. */
async function setupNow(lane: Lane, row: SetupRow, now: string, scene?: Scene): Promise<Setup> {
  const id = row.plan.setup
  return describe(row, (await standingEntries(lane, [id])).get(id)!, scene ?? (await sceneNow(lane, row, now)))
}

/** What is still open in it. */
const openNow = async (lane: Lane, row: SetupRow, now: string): Promise<string[]> => leftOpen(await setupNow(lane, row, now))

/** Ends a setup. Where something is open, it takes a reason, and both are in the entry. */
export function endSetup(connection: Connection, id: string, body: { id: string; reason: string | null }, author: Author): Promise<Entry> {
  return ofSetup(
    connection,
    id,
    {
      body,
      kind: 'ended',
      async say(lane, row, { now }) {
        const open = await openNow(lane, row, now)
        const words = body.reason ?? ''
        if (open.length > 0 && words.length < 3)
          throw new Problem(422, 'left-open', `Still open: ${open.join('; ')}. Say in a few words why the setup is ended.`)
        const reason = [...(words ? [words] : []), ...(open.length > 0 ? [`Left open: ${open.join('; ')}`] : [])].join('. ')
        return { kind: 'ended', title: `Setup ended: job ${row.job.number}, ${row.plan.name}`, reason: reason || null }
      },
      after: (lane, _row, { at }) =>
        lane.db
          .update(setup)
          .set({ endedAt: at, ...stampOf({ ...author, now: at }) })
          .where(eq(setup.id, id)),
    },
    author,
  )
}

interface Counted {
  id: string
  made: number
  scrapped: number
  reason: string | null
  /** Why they were made although no first part proves the setup. */
  unproven: string | null
  /** Assemblies on whose edges they count; null for all that count parts. */
  edges: string[] | null
}

/** The tools on whose edges parts are counted. */
function edgesOf(scene: Scene, { made, scrapped, edges }: Counted): { assembly: string; number: string; name: string }[] {
  const { counted } = edgesCounted(scene, made + scrapped)
  const stranger = edges?.find((id) => !counted.some(({ assembly }) => assembly === id))
  if (stranger !== undefined)
    throw new Problem(
      422,
      'no-such-edge',
      `No tool of this setup whose life is counted in parts is ${stranger}. Look at its tools again.`,
      {
        fields: { edges: 'Look at the tools of the setup again.' },
      },
    )
  return counted.flatMap(({ assembly, number, name }) => (edges === null || edges.includes(assembly) ? [{ assembly, number, name }] : []))
}

const usedBy = (edges: ReturnType<typeof edgesOf>): string[] =>
  edges.length > 0 ? [`on the edges of ${listed(edges.map(({ number }) => `T${number}`))}`] : []

/** Counts what was finished and what was scrapped. */
export function countParts(connection: Connection, id: string, body: Counted, author: Author): Promise<Entry> {
  const { made, scrapped, reason, unproven } = body
  const edges: ReturnType<typeof edgesOf> = []
  return ofSetup(
    connection,
    id,
    {
      body,
      kind: 'counted',
      async say(lane, row, { now }) {
        const scene = await sceneNow(lane, row, now)
        const without = unprovenBecause((await setupNow(lane, row, now, scene)).proven)
        if (without !== null && (unproven ?? '').length < 3)
          throw new Problem(
            422,
            'unproven',
            `${without} Say in a few words why these parts count all the same, or note the first part before.`,
            {
              fields: { unproven: without },
            },
          )
        edges.splice(0, edges.length, ...edgesOf(scene, body))
        const said = [...(reason ? [reason] : []), ...(without === null ? [] : [`Counted without a proven first part: ${unproven}`])]
        return {
          kind: 'counted',
          title: [...(made > 0 ? [`${made} made`] : []), ...(scrapped > 0 ? [`${scrapped} scrapped`] : []), ...usedBy(edges)].join(', '),
          reason: said.join('. ') || null,
          parts: { made, scrapped, ...(without === null ? {} : { unproven: unproven! }), ...(edges.length > 0 ? { edges } : {}) },
        }
      },
      async after(lane, row, entry) {
        await lane.db.insert(partCount).values({
          entry: entry.id,
          setup: id,
          job: row.job.id,
          made,
          scrapped,
          reason: entry.reason,
          at: entry.at,
          by: entry.person.name,
        })
        await useEdges(lane.db, entry, made + scrapped, { ...author, now: entry.at })
      },
    },
    author,
  )
}
