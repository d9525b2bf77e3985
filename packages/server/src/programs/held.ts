import {
  assess,
  chainOf,
  goFindings,
  goRegisters,
  gravestFirst,
  provenNoMore,
  registerKey,
  routineById,
  type Chain,
  type GoFacts,
  type GoFinding,
  type ProgramRead,
  type Scene,
  type SoFar,
} from '@rook/core'
import type { ProgramIssue, Setup, Shop } from '@rook/contract'
import type { Connection } from '../base/db/client.ts'
import { inTransaction, type Lane } from '../base/db/transaction.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadSceneAt } from '../ledger/scene-past.ts'
import { loadScene } from '../ledger/scene.ts'
import { besideControl, controlReadOf, type BesideControl } from '../machine-link/beside-control.ts'
import { standingEntries } from '../setups/entries.ts'
import { describe, loadSetupPlan, type SetupRow } from '../setups/load.ts'
import { lastGoOf, type Given } from './given.ts'
import { contentOf, issuesOf, issuesOfAll } from './issues.ts'
import { partsOf, type Parts } from './parts.ts'
import type { ProgramReads } from './reads.ts'

/** A program and what it is held against, at one moment. */
export interface Held {
  row: SetupRow
  setup: Setup
  issue: ProgramIssue | null
  proven: ProgramIssue | null
  read: ProgramRead | null
  /** True while the text of the program is still being read: nothing can be said of it. */
  isBeingRead: boolean
  scene: Scene
  findings: GoFinding[]
  registers: ReturnType<typeof goRegisters>
  given: Given | null
  /** Why the go that was given no longer holds, in sentences; empty while it does. */
  changed: string[]
  chain: Chain
  shop: Shop
}

/** What is at hand already of a setup whose card is made with many others. */
export interface AtHandOf {
  row: SetupRow
  scene: Scene
  setup: Setup
  control: BesideControl | null
}

/** Holds the program of a setup against its record. The program has been read before, or it is not waited for. */
export async function held(lane: Lane, id: string, reads: ProgramReads, now: string): Promise<Held> {
  const row = await loadSetupPlan(lane.db, id)
  const { machine, endedAt } = row.plan
  // A setup that has ended is told as it stood then: others have written over its figures.
  const scene = endedAt
    ? await loadSceneAt(lane, machine, id, endedAt)
    : await loadScene(lane, await loadMachine(lane, machine), id, now, 'read')
  const entries = (await standingEntries(lane, [id])).get(id)!
  const control = endedAt ? null : besideControl(await controlReadOf(lane, machine), scene)
  return heldOf({ row, scene, setup: describe(row, entries, scene), control }, await aroundOf(lane, [row]), reads)
}

/** What is asked of the database for setups together, however many of them are told of. */
export interface Around {
  issues: readonly ProgramIssue[]
  parts: ReadonlyMap<string, Parts>
  given: ReadonlyMap<string, Given>
  shop: Shop
}

export async function aroundOf(lane: Lane, rows: readonly SetupRow[]): Promise<Around> {
  return {
    issues: await issuesOfAll(lane, [...new Set(rows.map(({ plan }) => plan.id))]),
    parts: await partsOf(lane, rows),
    given: await lastGoOf(
      lane,
      rows.map(({ plan }) => plan.setup),
    ),
    shop: await lane.kept.shop(lane.client, await lane.kept.versions(lane.client)),
  }
}

export function heldOf({ row, scene, setup, control }: AtHandOf, around: Around, reads: ProgramReads): Held {
  // A setup that has ended knows nothing of what came afterwards.
  const issues = around.issues.filter(({ operation, at }) => operation === row.plan.id && at <= scene.now)
  const [issue = null] = issues
  const proven = issues.filter((one) => one.proven).sort((one, other) => other.proven!.at.localeCompare(one.proven!.at))[0] ?? null
  const { shop } = around
  const read = issue && reads.atHand(issue.hash, scene.machine)
  const parts = around.parts.get(row.plan.setup)!
  const facts: GoFacts = { read, scene, soFar: soFarOf(setup, control, shop, scene, parts.wanted) }
  const isBeingRead = issue !== null && read === null
  // What only the text can say is not made up while it is being read.
  const found = goFindings(facts).filter(({ id }) => !(isBeingRead && id === 'no-text'))
  const findings = [...(issue ? ofIssue(issue, proven) : []), ...found].sort(gravestFirst)
  const registers = goRegisters(facts)
  const given = around.given.get(row.plan.setup) ?? null
  const changed = given ? changedSince(given, { issue, findings, registers, scene }) : []
  const chain = chainOf({
    startedAt: row.plan.startedAt,
    endedAt: row.plan.endedAt,
    order: setup.steps.map(({ id }) => id),
    findings: isBeingRead ? null : findings,
    given: given && { at: given.at.toISOString(), by: given.by, changed },
    firstPart: setup.proven,
    made: parts.made,
    unproven: parts.unproven,
    asks: shop.asks,
  })
  return { row, setup, issue, proven, read, isBeingRead, scene, findings, registers, given, changed, chain, shop }
}

/** Registers that a step's routine finds as it is planned. What is done needs no way to it. */
function findsOf({ state, routine: id, preset }: Setup['steps'][number], scene: Scene) {
  const routine = state === 'done' || id === null ? null : routineById(id)
  return routine ? assess(routine, preset, scene, [], false).sheet.targets.map(registerKey) : []
}

function soFarOf(setup: Setup, control: BesideControl | null, { asks }: Shop, scene: Scene, wanted: number | null): SoFar {
  return {
    steps: setup.steps.map((step) => ({ ...step, finds: findsOf(step, scene) })),
    // What has to be found again is not to be seen before.
    unseen: setup.toSee.filter(({ seen, again }) => !seen && again === null).length,
    control,
    asks,
    wanted,
  }
}

/** Reads the program before anything is held: a long one takes longer than a transaction may. */
export async function readBefore({ pool, db, kept }: Connection, setup: string, reads: ProgramReads, now: string): Promise<void> {
  const { plan } = await loadSetupPlan(db, setup)
  const lane: Lane = { client: pool, db, kept, sent: null }
  const issue = (await issuesOf(lane, plan.id)).find(({ at }) => at <= (plan.endedAt ?? now))
  if (!issue) return
  const { record } = await loadMachine(lane, plan.machine)
  await reads.of(issue.hash, record, () => contentOf(lane, issue.hash))
}

/** The same for a page that is only looked at. */
export async function heldNow<Answer>(
  connection: Connection,
  setup: string,
  reads: ProgramReads,
  now: string,
  answer: (found: Held) => Answer,
): Promise<Answer> {
  await readBefore(connection, setup, reads, now)
  return inTransaction(connection, async (lane) => answer(await held(lane, setup, reads, now)), { for: 'read' })
}

/** A text that is not the one that parts were proven with is looked at first. */
function ofIssue(issue: ProgramIssue, proven: ProgramIssue | null): GoFinding[] {
  if (!proven) return []
  const finding = { id: 'issue', line: null, register: null, mend: 'program' as const, stage: 'go' as const }
  return proven.hash === issue.hash
    ? [{ ...finding, verdict: 'clear', sentence: `Issue ${issue.issue} is the text that was proven last.` }]
    : [
        {
          ...finding,
          verdict: 'query',
          sentence: `Issue ${issue.issue} is not what was proven: that was issue ${proven.issue}. Look at what changed between the two.`,
        },
      ]
}

/** Why a go that was given no longer holds, in sentences; empty while it does. */
function changedSince({ at, issue, findings }: Given, now: Pick<Held, 'issue' | 'findings' | 'registers' | 'scene'>): string[] {
  // What was asked then and answered stands answered as long as the same is asked; its figures may have moved on, as a life does.
  const isOther = now.issue !== null && now.issue.id !== issue
  const mark = (verdict: string, id: string, sentence: string) => `${verdict} ${isOther ? sentence : id}`
  const said = new Set(findings.map(({ finding }) => mark(finding.verdict, finding.check, finding.sentence)))
  const written = provenNoMore(at.toISOString(), now.scene, now.registers)
  return [
    ...(isOther ? [`Issue ${now.issue!.issue} of the program has come since.`] : []),
    ...(written ? [`${written}.`] : []),
    ...now.findings
      .filter(({ verdict, id, sentence }) => verdict !== 'clear' && !said.has(mark(verdict, id, sentence)))
      .map(({ sentence }) => sentence),
  ]
}
