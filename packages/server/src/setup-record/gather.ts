import type { Gathered } from './gathered.ts'
import {
  asRegister,
  chainWords,
  commonRegister,
  exactFigure,
  expandedTo,
  plainFigure,
  layoutOf,
  readoutText,
  registerKey,
  registerName,
  registersOfSlot,
  registersOfTool,
  STAGE_WORDS,
  standingNote,
  stepOf,
  type StageState,
  wearOf,
  type PartOutline,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import { operationBody, setupRecord, type EntryContent, type OperationBody, type Setup, type SetupRecord } from '@rook/contract'
import { and, desc, eq, inArray, lte, notExists, sql } from 'drizzle-orm'
import { alias } from 'drizzle-orm/pg-core'
import { rowOf } from '../base/db/rows.ts'
import { edition, entry, operation, partCount, workpiece } from '../base/db/schema.ts'
import type { Lane } from '../base/db/transaction.ts'
import { besideControl, controlReadOf } from '../machine-link/beside-control.ts'
import { loadMachine } from '../ledger/machine.ts'
import { loadScene } from '../ledger/scene.ts'
import { loadSceneAt } from '../ledger/scene-past.ts'
import { aroundOf, heldOf, type Held } from '../programs/held.ts'
import type { ProgramReads } from '../programs/reads.ts'
import { remarksOn } from '../remarks/remarks.ts'
import { standingEntries, type SetupEntry } from '../setups/entries.ts'
import { describe, loadSetupPlan, type SetupRow } from '../setups/load.ts'
import { digestOf } from './digest.ts'

type Figure = SetupRecord['slots'][number]['figures'][number]

/** Everything that stands behind a setup: where its zeros and tools are, how they came there, and what people said. */
export async function gather(lane: Lane, id: string, reads: ProgramReads, now: string): Promise<Gathered> {
  const row = await loadSetupPlan(lane.db, id)
  const { plan, part, job } = row
  const scene = plan.endedAt
    ? await loadSceneAt(lane, plan.machine, id, plan.endedAt)
    : await loadScene(lane, await loadMachine(lane, plan.machine), id, now, 'read')
  const entries = (await standingEntries(lane, [id])).get(id)!
  const setup = describe(row, entries, scene)
  const control = plan.endedAt ? null : besideControl(await controlReadOf(lane, plan.machine), scene)
  const held = heldOf({ row, scene, setup, control }, await aroundOf(lane, [row]), reads)
  const planned = await plannedAs(lane, row)
  const { machine } = scene
  const shop = await lane.kept.shop(lane.client, await lane.kept.versions(lane.client))
  const document: Omit<SetupRecord, 'digest'> = {
    format: 'setup-record',
    version: 1,
    written: now,
    shop: { name: shop.name, timeZone: shop.timeZone },
    part: { number: part.number, name: part.name, material: part.material, revision: plan.revision },
    job: { number: job.number, quantity: job.quantity, due: job.due },
    machine: {
      id: machine.id,
      name: machine.name,
      kind: machine.kind,
      unit: machine.unit,
      lengthConvention: machine.lengthConvention,
      diameterRegister: machine.diameterRegister,
      xReads: machine.xReads,
    },
    setup: { id, startedAt: plan.startedAt, endedAt: plan.endedAt, edition: plan.edition },
    operation: planned,
    gaugeNames: namesOf(planned, scene),
    slots: slotsOf(planned, scene),
    tools: toolsOf(planned, scene),
    gauges: await gaugesOf(lane, entries, scene),
    steps: setup.steps.map(({ title, state, at, by, reason, again }) => ({ title, state, at, by, reason: again ?? reason })),
    toSee: setup.toSee.map((readout) => ({ sentence: readout.sentence, shown: readoutText(readout, machine), seen: readout.seen })),
    answers: await answersOf(lane, entries),
    stands: { words: chainWords(held.chain), stages: held.chain.stages.map(stageOf) },
    go: goOf(held),
    firstRun: firstRunOf(setup, entries),
    corrections: entries.filter(({ kind }) => kind === 'wear').map(({ id: of, title, at, by }) => ({ entry: of, title, at, by })),
    parts: await partsOf(lane, id),
    notes: (await remarksOn(lane.db, 'setup', id))
      .filter(({ withdrawn }) => withdrawn === null)
      .map(({ words, at, by, file }) => ({ words, at, by, file: file && { name: file.name, kind: file.kind, checksum: file.checksum } })),
    chain: { ...(await chainAt(lane, machine.id, plan.endedAt ?? now)), seal: shop.seal },
  }
  // What is left out where nothing is said is left out of the digest too, as whoever reads it back will find it.
  const plain = JSON.parse(JSON.stringify(document)) as Omit<SetupRecord, 'digest'>
  const outline = await outlineAt(lane, plan.id, plan.endedAt ?? now)
  return { record: setupRecord.parse({ ...plain, digest: digestOf(plain) }), scene, outline }
}

/** The part's outline as it was laid under the drawings at a moment. */
async function outlineAt({ client }: Lane, operationId: string, moment: string): Promise<PartOutline | null> {
  const { rows } = await client.query<{ work: Record<string, unknown> | null }>(`SELECT edition_at('workpiece', $1, $2) AS work`, [
    operationId,
    moment,
  ])
  return rows[0]?.work ? rowOf(workpiece, rows[0].work).outline : null
}

async function plannedAs({ db }: Lane, { plan }: SetupRow): Promise<OperationBody> {
  const [row] = await db
    .select({ content: edition.content })
    .from(edition)
    .where(and(eq(edition.thing, 'operation'), eq(edition.key, plan.id), eq(edition.link, plan.edition)))
  return operationBody.parse(rowOf(operation, row!.content!))
}

function namesOf({ steps, sizes }: OperationBody, { gauges }: Scene): Record<string, string> {
  const named = new Set([...steps.flatMap(({ preset }) => Object.values(preset)), ...sizes.map(({ gauge }) => gauge)])
  return Object.fromEntries(gauges.filter(({ id }) => named.has(id)).map(({ id, name }) => [id, name]))
}

function figureOf(register: RegisterRef, scene: Scene): Figure[] {
  const key = registerKey(register)
  const standing = scene.standing[key]
  if (!standing) return []
  const note = standingNote(key, scene)
  const expanded = standing.standard === null ? null : expandedTo(standing.standard, stepOf(register, scene.machine))
  return [
    {
      register: key,
      name: registerName(register, scene.gauges),
      ...exactFigure(key, standing.value),
      shown: asRegister(key, standing.value, scene.machine),
      standing: note.word,
      because: note.because,
      expanded: expanded === null ? null : exactFigure(key, expanded).value,
      expandedShown: expanded === null ? null : asRegister(key, expanded, scene.machine),
      entry: standing.entry,
      at: standing.at,
      by: standing.by,
    },
  ]
}

function slotsOf({ slots, purposes }: OperationBody, scene: Scene): SetupRecord['slots'] {
  const { machine } = scene
  const common = layoutOf(machine).common.flatMap(({ axis }) =>
    axis === null ? [] : figureOf(commonRegister(axis as 'X' | 'Y' | 'Z'), scene),
  )
  return [
    ...(common.length > 0 ? [{ code: 'Common shift', name: 'added to every slot', figures: common }] : []),
    ...slots.map((code) => ({
      code,
      name: purposes[code] ?? machine.slots.find((slot) => slot.code === code)?.name ?? '',
      figures: registersOfSlot(code, machine).flatMap((register) => figureOf(register, scene)),
    })),
  ]
}

/** The tools that the plan calls; all that sit in the machine where it calls none. */
function toolsOf({ tools: called }: OperationBody, scene: Scene): SetupRecord['tools'] {
  const { machine, tools } = scene
  const wanted = called.length === 0 ? tools : tools.filter(({ number }) => called.some((tool) => tool.number === number))
  return wanted.map((tool) => ({
    number: tool.number,
    offset: tool.offset,
    diameterOffset: tool.diameterOffset,
    assembly: tool.assembly,
    name: tool.name,
    holder: tool.holder,
    figures: registersOfTool(tool, machine).flatMap((register) => [register, wearOf(register)].flatMap((one) => figureOf(one, scene))),
  }))
}

async function gaugesOf({ client }: Lane, entries: readonly SetupEntry[], scene: Scene): Promise<SetupRecord['gauges']> {
  const { rows } = await client.query<{ gauge: string }>('SELECT DISTINCT gauge FROM entry_gauge WHERE entry = ANY($1::uuid[])', [
    entries.map(({ id }) => id),
  ])
  const used = new Set(rows.map(({ gauge }) => gauge))
  return scene.gauges
    .filter(({ id }) => used.has(id))
    .map(({ name, size, calibrated }) => ({ name, size: plainFigure(size, 'mm'), calibrated }))
}

/** Queries that were answered and stops that were released, each with what was said. */
async function answersOf({ db }: Lane, entries: readonly SetupEntry[]): Promise<SetupRecord['answers']> {
  if (entries.length === 0) return []
  const rows = await db
    .select({
      entry: entry.id,
      title: entry.title,
      by: entry.by,
      release: entry.release,
      findings: sql<EntryContent['findings']>`coalesce(${entry.content} -> 'findings', '[]')`,
    })
    .from(entry)
    .where(
      inArray(
        entry.id,
        entries.map(({ id }) => id),
      ),
    )
    .orderBy(entry.at, entry.seq)
  return rows.flatMap(({ findings, release, ...row }) =>
    findings.flatMap(({ finding, reason }) => {
      const released = finding.verdict === 'stop' ? release : null
      const said = released?.reason ?? reason
      return said === null || said === undefined
        ? []
        : [{ ...row, by: released?.person.name ?? row.by, verdict: finding.verdict, sentence: finding.sentence, reason: said }]
    }),
  )
}

/** A go without a text of its program stands among the stages alone. */
function goOf({ given }: Held): SetupRecord['go'] {
  if (given?.number == null) return null
  const { entry: of, at, by, number, name, hash } = given
  return { entry: of, at: at.toISOString(), by, issue: number, name: name!, hash: hash! }
}

const stageOf = ({ stage, state, at, by, wants }: StageState) => ({
  stage: STAGE_WORDS[stage],
  state,
  at,
  by,
  wants: wants.map(({ sentence }) => sentence),
})

function firstRunOf({ proven }: Setup, entries: readonly SetupEntry[]): SetupRecord['firstRun'] {
  if (!proven) return null
  const run = entries.find(({ id }) => id === proven.entry)
  return { at: proven.at, by: proven.by, observed: run?.reason ?? '', lapsed: proven.lapsed }
}

async function partsOf({ db }: Lane, id: string): Promise<SetupRecord['parts']> {
  const taken = alias(entry, 'taken')
  const rows = await db
    .select()
    .from(partCount)
    .where(
      and(
        eq(partCount.setup, id),
        notExists(
          db
            .select({ id: taken.id })
            .from(taken)
            .where(and(eq(taken.refers, partCount.entry), eq(taken.kind, 'correction'))),
        ),
      ),
    )
    .orderBy(partCount.at)
  const sum = (of: 'made' | 'scrapped') => rows.reduce((total, one) => total + one[of], 0)
  return { made: sum('made'), scrapped: sum('scrapped'), reasons: rows.flatMap(({ reason }) => reason ?? []) }
}

async function chainAt({ db }: Lane, machine: string, moment: string): Promise<Omit<SetupRecord['chain'], 'seal'>> {
  const [row] = await db
    .select({ seq: entry.seq, hash: entry.hash })
    .from(entry)
    .where(and(eq(entry.machine, machine), lte(entry.at, moment)))
    .orderBy(desc(entry.at), desc(entry.seq))
    .limit(1)
  return { seq: row?.seq ?? 0, hash: row?.hash.trim() ?? '' }
}
