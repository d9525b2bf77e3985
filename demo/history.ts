import {
  isSuspect,
  lengthRegister,
  mm,
  noseRegister,
  PLAIN_TURNING,
  registerKey,
  tipRegister,
  runOf,
  shiftAt,
  standingNote,
  taskPreset,
  whyNot,
  type RawInputs,
} from '@rook/core'
import type { StepPlan, ToolEventBody } from '@rook/contract'
import type { Connection } from '@rook/server/base/db/client'
import { job, setup } from '@rook/server/base/db/schema'
import { correct } from '@rook/server/entries/correct'
import { editTools } from '@rook/server/exchange/edit-tools'
import { repeatsOn } from '@rook/server/setups/begin-setup'
import { sayFamily } from '@rook/server/assemblies/family'
import { note } from '@rook/server/entries/note'
import { see } from '@rook/server/entries/see'
import { happenToTool } from '@rook/server/assemblies/tool-event'
import { confirmStep } from '@rook/server/setups/routes'
import { countParts, endSetup } from '@rook/server/setups/setup-whole'
import { ProgramReads } from '@rook/server/programs/reads'
import { FileReaders } from '@rook/server/base/files/file-readers'
import { loadSetup } from '@rook/server/setups/load'
import { eq } from 'drizzle-orm'
import { Chance } from '@rook/testing/chance'
import { detailOf } from './drawer.ts'
import { playFirstPart } from './first-part.ts'
import { MACHINES, type DemoMachine } from './machines.ts'
import { OPERATIONS, type DemoOperation } from './operations/index.ts'
import { perform, sceneOf, type Manner } from './player.ts'
import { PEOPLE, SHIFTS, SHOP, type DemoPerson } from './shop.ts'
import { trueValue, workTruth, type Seating } from './truth.ts'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAYS = 14
/** So long before the present every operation has been set up once more. */
const SETTLED = 6 * 24 * HOUR

/** How far today's setups have come: each leaves something true to do or to look at. */
const OPEN_AT: Record<string, string> = {
  'mill-1': 'length-T6',
  'mill-2': 'length-T3',
  'mill-3': 'zero-G54-Y',
  'lathe-1': 'seen',
  'lathe-2': 'run/T4/X',
  'mill-4': 'tools/T6/length',
}

/** Operations that a machine has done for another one, when that was taken. */
const GUESTS: Readonly<Record<string, readonly string[]>> = { 'mill-3': ['square-20'], 'mill-4': ['flange-30'], 'mill-2': ['flange-30'] }

/** Two weeks before a moment, on every machine, over three shifts. */
export async function playHistory(connection: Connection, until: number, days = DAYS): Promise<void> {
  const readers = new FileReaders()
  const reads = new ProgramReads(readers)
  // The machines know nothing of each other, so their fortnights are played side by side.
  await Promise.all(
    MACHINES.map((machine, at) =>
      new MachineFortnight(connection, machine, new Chance(417 + at * 1009), until - days * 24 * HOUR, until, reads).play(
        // A year's jobs have numbers of their own, beyond those that are still to be done.
        (days > DAYS ? 1310 : 310) + Math.max(40, 3 * days) * at,
      ),
    ),
  ).finally(() => readers.stop())
}

/** The calendar day of a moment, as a job’s due day is kept. */
export const dayOf = (moment: number) => new Date(moment).toISOString().slice(0, 10)

/** What people of the shop say to a query, by its check. */
const REASONS: Readonly<Record<string, readonly string[]>> = {
  'gauge-fit': ['checked against Shim 1.000 this morning'],
  fineness: ['good enough on this side, nothing close depends on it'],
  turned: ['sides are raw, faced in this operation'],
  'correction-worth': [
    'upper half of the tolerance is wanted here',
    'three parts in a row measured alike',
    'last parts crept the same way',
  ],
  'usual-drift': ['other stock from this batch on', 'finish allowance was changed in the program'],
  'last-correction': ['measured again with a clean bore, it repeats'],
}
const SCRAP = ['chip under the part', 'edge broke out', 'tap snapped']
const MOVED = [
  'jaws recut, zero truly moved',
  'stop reset after the clean-down',
  'measured twice, it repeats',
  'holder changed, same cutter',
]

/** Routines that came into the shop later: they draw on a chance of their own, so that the rest of its fortnight stays as it was. */
const LATER = [
  'rotary-zero',
  'arm-constant',
  'tool-on-arm',
  'known-diameter',
  'turned-size',
  'nose-and-tip',
  'station-datum',
  'station-centre',
  'run-out',
  'tool-stick-out',
  'on-centre',
]

const LATER_STEPS = ['length-T11']

/** Steps that the plan got with an issue that compensates for the cutter: no setup before has done them. */
const NEW_STEPS = ['diameter-T4', 'diameter-T12']

/** One machine's fortnight: a clock, a chance, and one setup after the other. */
class MachineFortnight {
  constructor(
    private readonly connection: Connection,
    private readonly machine: DemoMachine,
    private chance: Chance,
    private clock: number,
    private readonly until: number,
    private readonly reads: ProgramReads,
  ) {}

  async play(firstJob: number): Promise<void> {
    const operations = OPERATIONS.filter((operation) => operation.machine === this.machine.id)
    const today = operations[0]!
    // The second one ties the setter to the machine; what comes after rests on it.
    const inTurn = [...operations.slice(1, 2), today, ...operations.slice(2)]
    let jobNumber = firstJob
    await this.withOwnChance({ id: 'cards' }, () => this.playCards(operations, firstJob - 300))
    await this.withOwnChance({ id: 'noses' }, () => this.typeNoses())
    const lastStarts = this.until - this.chance.between(2.5, 4) * HOUR
    for (let turn = 0; this.clock < lastStarts - 20 * HOUR; turn++) {
      await this.powerUp()
      const operation = inTurn[turn % inTurn.length]!
      await this.runSetup(operation, `${String(jobNumber++).padStart(4, '0')}`, null)
      this.clock += this.chance.between(14, 34) * HOUR
    }
    this.clock = lastStarts
    await this.powerUp()
    await this.withOwnChance({ id: 'families' }, () => this.sayFamilies())
    await this.runSetup(today, `${String(jobNumber).padStart(4, '0')}`, OPEN_AT[this.machine.id] ?? null)
  }

  /**
   * Setups of the quarter before, as their job cards say it: when they stood and what they made. Their figures were kept on paper
   * then. Now and then a machine did another one's work.
   */
  private async playCards(operations: readonly DemoOperation[], firstJob: number): Promise<void> {
    const begins = this.clock
    const guests = OPERATIONS.filter(({ id }) => GUESTS[this.machine.id]?.includes(id))
    const done = [...operations, ...guests]
    this.clock = begins - 80 * 24 * HOUR
    for (let turn = 0; this.clock < begins - 4 * 24 * HOUR; turn++) {
      const number = String(firstJob + turn).padStart(4, '0')
      const operation = done[turn % done.length]!
      const id = `${this.machine.id}-${number}`
      const quantity = 10 * Math.ceil(this.chance.between(1, 9))
      await this.addJob(operation, number, quantity)
      await this.connection.db
        .insert(setup)
        .values({ id, machine: this.machine.id, operation: operation.id, job: number, startedAt: this.now() })
      this.clock += this.chance.between(6, 30) * HOUR
      const scrapped = this.chance.happens(0.3) ? 1 : 0
      const reason = scrapped ? this.chance.pick(SCRAP) : null
      const counted = { id: this.chance.uuid(), made: quantity, scrapped, reason, unproven: 'from the job card', edges: [] }
      await countParts(this.connection, id, counted, this.author())
      await endSetup(this.connection, id, { id: this.chance.uuid(), reason: 'From the job card; its figures are on paper.' }, this.author())
      await this.connection.db.update(job).set({ closed: true, changedAt: this.now(), changedBy: 'hollins' }).where(eq(job.number, number))
      this.clock += this.chance.between(80, 180) * HOUR
    }
    this.clock = begins
  }

  private async addJob(operation: DemoOperation, number: string, quantity: number): Promise<void> {
    await this.connection.db.insert(job).values({
      id: number,
      number,
      part: operation.part.id,
      revision: operation.part.revision,
      quantity,
      due: dayOf(this.clock + (4 + (Number(number) % 5)) * 24 * HOUR),
      changedAt: this.now(),
      changedBy: 'hollins',
    })
  }

  private async powerUp(): Promise<void> {
    await note(this.connection, this.machine.id, this.chance.uuid(), { kind: 'powered', title: 'Switched on', reason: null }, this.author())
    this.pass(2, 6)
  }

  private async runSetup(operation: DemoOperation, number: string, openAt: string | null): Promise<void> {
    const id = `${this.machine.id}-${number}`
    const quantity = 10 * Math.ceil(this.chance.between(1, 12))
    await this.addJob(operation, number, quantity)
    const { db } = this.connection
    const repeats = await repeatsOn(db, operation.id, this.machine.id)
    await db.insert(setup).values({ id, machine: this.machine.id, operation: operation.id, job: number, startedAt: this.now(), repeats })
    const seating = this.seat(operation)
    for (const step of operation.steps.flatMap((one) => tasksOf(one, operation, this.machine))) {
      if (step.id === openAt) return
      await this.doStep(id, operation, step, seating)
    }
    await this.wearDown(operation)
    if (openAt === null) await this.withOwnChance({ id: `lot ${number}` }, () => this.makeLot(id, number, quantity))
  }

  /** The lot uses up the edges: counted, and changed when their life is over. */
  private async wearDown({ tools = [] }: DemoOperation): Promise<void> {
    for (const { number } of tools) {
      const tool = this.machine.tools.find((one) => one.number === number)!
      const { life } = detailOf(tool.assembly)
      if (!life) continue
      const happen = (body: Pick<ToolEventBody, 'kind' | 'note' | 'amount'>) =>
        happenToTool(this.connection, tool.assembly, { id: this.chance.uuid(), ...body }, this.author())
      const { assembly } = await happen({ kind: 'used', note: '', amount: Math.round(life.limit * this.chance.between(0.12, 0.22)) })
      if (assembly.lifeUsed >= life.limit) await happen({ kind: 'insert-changed', note: 'life over, new edge put in', amount: null })
    }
  }

  /** The first run, the lot in two shifts with a part scrapped now and then, and the end. Afterwards the clock is set back to where it was. */
  private async makeLot(id: string, number: string, quantity: number): Promise<void> {
    const { clock, connection } = this
    const own = () => ({ id: this.chance.uuid() })
    this.pass(4, 11)
    const isProven = await playFirstPart(
      connection,
      id,
      this.reads,
      this.chance,
      () => this.author(),
      (least, most) => this.pass(least, most),
    )
    // Where a newer text of the program comes while a lot runs, the lot goes on with the old one.
    const unproven = isProven
      ? 'the lot runs on with the text it began with'
      : 'carried on as the last lot was run; first part measured by hand'
    const first = Math.round(quantity * this.chance.between(0.35, 0.65))
    for (const made of [first, quantity - first]) {
      this.pass(110, 170)
      const scrapped = this.chance.happens(0.2) ? 1 : 0
      const reason = scrapped > 0 ? this.chance.pick(SCRAP) : null
      await countParts(connection, id, { ...own(), made, scrapped, reason, unproven, edges: [] }, this.author())
    }
    this.pass(4, 12)
    await endSetup(connection, id, { ...own(), reason: 'lot finished' }, this.author())
    await connection.db.update(job).set({ closed: true, changedAt: this.now(), changedBy: 'hollins' }).where(eq(job.id, number))
    this.clock = clock
  }

  /** Where this loading comes to lie: the fixture repeats, now and then it was moved. */
  private seat(operation: DemoOperation): Seating {
    const repeat = operation.fixtureRepeat ?? mm(0.01)
    return Object.fromEntries(
      Object.entries(operation.truth).flatMap(([slot, axes]) =>
        Object.keys(axes).map((axis) => [
          `${slot}/${axis}`,
          operation.truth[slot]![axis] === 0 || axis === 'R' ? 0 : this.chance.normal(repeat),
        ]),
      ),
    )
  }

  private checklist({ kind, checks = [] }: StepPlan): string[] {
    return [...(kind === 'homed' ? (this.machine.record.startUp ?? []) : []), ...checks]
  }

  private async doStep(setupId: string, operation: DemoOperation, step: StepPlan, seating: Seating): Promise<void> {
    if (NEW_STEPS.includes(step.id))
      return this.withOwnChance(step, () => this.skip(setupId, operation, step, 'the program runs on the centre of the cutter'))
    if (LATER.includes(step.routine ?? '') || LATER_STEPS.includes(step.id))
      return this.withOwnChance(step, () => this.record(setupId, operation, step, seating, 0, false))
    this.pass(2, 9)
    if (step.kind === 'seen') return this.seeAll(setupId)
    if (step.kind !== 'routine') {
      await confirmStep(
        this.connection,
        setupId,
        step.id,
        { id: this.chance.uuid(), note: null, checks: this.checklist(step) },
        this.author(),
      )
      return
    }
    // Only a length that still holds is left as it stands; what comes after may touch with it.
    if (step.routine === 'tool-length' && this.chance.happens(0.05) && (await this.lengthHolds(setupId, step)))
      return this.skip(setupId, operation, step)
    await this.touch(setupId, operation, step, seating)
  }

  /**
   * Chance for what hangs on the hour or the day: who is at the machine, what is asked. The figures are drawn from the
   * other one, so that they are the same whenever the demo is played.
   */
  private apart(what: string): Chance {
    return new Chance(`${what} ${this.machine.id} ${Math.round((this.until - this.clock) / MINUTE)}`)
  }

  /**
   * What was added to the shop later draws on a chance of its own and takes no time, so that the rest of its fortnight
   * stays as it was.
   */
  private async withOwnChance(step: Pick<StepPlan, 'id'>, work: () => Promise<unknown>): Promise<void> {
    const { chance } = this
    this.chance = this.apart(step.id)
    try {
      await work()
    } finally {
      this.chance = chance
    }
  }

  /** Which tools stand in for each other, said once both of them were measured. */
  private async sayFamilies(): Promise<void> {
    for (const family of this.machine.families ?? []) {
      const scene = await sceneOf(this.connection, this.machine.id, null, this.now())
      const inUse = family.members.find((number) => whyNot(number, scene) === null) ?? null
      const said = { ...family, inUse, id: this.chance.uuid(), basis: null, reason: '' }
      await sayFamily(this.connection, this.machine.id, said, this.author())
    }
  }

  /** What the makers of inserts state, typed into the tools table once. */
  private async typeNoses(): Promise<void> {
    const edits = this.machine.tools.flatMap(({ number, nose }) =>
      nose
        ? [
            { register: registerKey(noseRegister(number)), text: nose.radius },
            { register: registerKey(tipRegister(number)), text: nose.tip },
          ]
        : [],
    )
    if (edits.length === 0) return
    const id = this.chance.uuid()
    const basis = Object.fromEntries(edits.map(({ register }) => [register, null]))
    const reason = 'as the boxes of the inserts say'
    const body = {
      id,
      setup: null,
      edits,
      worth: 'measured' as const,
      from: 'table' as const,
      reason,
      basis,
      answers: { 'homed|query|': 'nothing is moved' },
      release: null,
    }
    await editTools(this.connection, this.machine.id, body, this.author())
  }

  private async touch(setupId: string, operation: DemoOperation, step: StepPlan, seating: Seating): Promise<void> {
    const isTouch = step.routine === 'edge' || step.routine === 'face' || step.routine === 'tool-length'
    // A chip under the finder: recorded, noticed, taken back, touched again.
    if (isTouch && this.chance.happens(0.05)) {
      const wrong = await this.record(setupId, operation, step, seating, this.chance.between(12_000, 17_000), false)
      this.pass(1, 4)
      const reason = this.chance.pick([
        'a chip lay between, touched again',
        'read the display a step too early',
        'the vise had not been tapped down yet',
      ])
      await correct(this.connection, wrong.content.id, { id: this.chance.uuid(), reason }, this.author())
      this.pass(1, 3)
    }
    // Another pair of parallels, a recut jaw: the zero truly moves, and somebody says why. What today's setups carry
    // over stands as it should.
    const moves = step.routine === 'edge' && this.chance.happens(0.06) ? this.chance.pick([1_000_000, -1_000_000, 140_000, 310_000]) : 0
    const moved = this.until - this.clock < SETTLED ? 0 : moves
    if (moved !== 0) seating[`${step.preset.slot}/${step.preset.axis}`]! += moved
    await this.record(setupId, operation, step, seating, this.chance.normal(1_200), this.chance.happens(0.4))
  }

  private async record(setupId: string, operation: DemoOperation, step: StepPlan, seating: Seating, error: number, seen: boolean) {
    return perform(this.connection, {
      id: this.chance.uuid(),
      machine: this.machine.id,
      setup: setupId,
      step,
      chosen: this.choose(step, operation),
      wanted: (register) => trueValue(register, this.machine, operation, seating),
      error,
      place: {
        zero: (axis) =>
          workTruth(
            operation.truth[step.preset.slot ?? ''] ? step.preset.slot! : operation.slots[0]!,
            axis,
            this.machine,
            operation,
            seating,
          ),
        turned: ((operation.turned ?? 0) * Math.PI) / 180,
        noise: (standard) => this.chance.normal(standard),
      },
      seen,
      manner: this.manner(step),
      author: this.author(),
    })
  }

  private choose(step: StepPlan, operation: DemoOperation): RawInputs {
    if (step.routine === 'turned-diameter') {
      // The bar is skimmed, the second side turned down, and a bore is opened.
      const unit = this.machine.record.unit === 'in' ? 25_400_000 : 1_000_000
      const bar = (operation.stock!.X.to - operation.stock!.X.from) / unit
      const share = { '3': 0.4, '11': 0.8 }[step.preset.tool ?? ''] ?? 0.985
      return { place: ((share - 0.01 * this.chance.between(0, 1)) * bar).toFixed(unit === 1_000_000 ? 3 : 4) }
    }
    if (step.preset.stands === 'left') return { whole: (Number(step.preset.finished) + 0.8).toFixed(1), between: 'none' }
    return {
      ...(step.preset.between === undefined ? { between: 'none' } : {}),
      ...(step.routine === 'known-diameter' && step.preset.surface === undefined ? { surface: 'outside' } : {}),
    }
  }

  private manner(step: StepPlan): Manner {
    const lead = PEOPLE.find(({ role }) => role === 'lead')!
    return {
      answer: (finding) => {
        if (finding.check === 'on-purpose') return step.detail ?? 'zero on purpose'
        return this.apart(finding.check).pick(REASONS[finding.check] ?? MOVED)
      },
      release: {
        person: lead.id,
        pin: lead.pin,
        reason: this.apart('release').pick([
          'stop block moved by 1.000 for this batch, I checked it',
          'other parallels today, seen at the machine',
          'looked at the touch myself, the figure is right',
        ]),
      },
    }
  }

  private async lengthHolds(setupId: string, step: StepPlan): Promise<boolean> {
    const scene = await sceneOf(this.connection, this.machine.id, setupId, this.now())
    const tool = scene.tools.find(({ number }) => number === step.preset.tool)
    if (!tool) return false
    const note = standingNote(registerKey(lengthRegister(tool.offset)), scene)
    return !isSuspect(note) && note.word !== 'unset' && note.word !== 'estimated'
  }

  private async skip(setupId: string, operation: DemoOperation, step: StepPlan, because?: string): Promise<void> {
    const said = { kind: 'skipped' as const, title: `Skipped: ${step.title}`, setup: setupId, operation: operation.id, step: step.id }
    const reason =
      because ??
      this.chance.pick(['length stands from the last setup, same holder', 'not used on this batch', 'insert on order, tool stays out'])
    await note(this.connection, this.machine.id, this.chance.uuid(), { ...said, reason }, this.author())
  }

  private async seeAll(setupId: string): Promise<void> {
    const { toSee } = await loadSetup(this.connection, setupId, this.now())
    for (const readout of toSee.filter(({ seen, again }) => !seen && again === null)) {
      this.pass(0.5, 2)
      await see(this.connection, readout.entry, { id: this.chance.uuid(), key: readout.key }, this.author())
    }
  }

  private pass(from: number, to: number): void {
    this.clock = Math.min(this.clock + this.chance.between(from, to) * MINUTE, this.until - MINUTE)
  }

  private now(): string {
    return new Date(this.clock).toISOString()
  }

  /** Whoever's shift it is; on the late shift two share the machines. */
  private author() {
    const shift = shiftAt(SHIFTS, SHOP.timeZone, this.now())
    const present = PEOPLE.filter((person) => person.shift === shift && person.role === 'setter')
    const { id, name, role }: DemoPerson = present.length > 1 ? this.apart('who').pick(present) : (present[0] ?? PEOPLE[0]!)
    return { person: { id, name, role }, now: this.now(), device: null }
  }
}

/** A run of tools, task by task as a person does it; any other step is itself. */
/** A step, or the tasks of a run of tools. */
export function tasksOf(step: StepPlan, { tools = [] }: DemoOperation, { record }: DemoMachine): StepPlan[] {
  if (step.kind !== 'tools') return [step]
  return runOf({ tools }, [], {}, { kind: record.kind, turrets: record.turrets ?? [], turning: record.turning ?? PLAIN_TURNING }).map(
    ({ id, tool, what }) => {
      const { routine, preset } = taskPreset(what, tool.number, step.preset)
      return { ...step, id: `${step.id}/${id}`, title: `T${tool.number}, ${what}`, kind: 'routine', routine, preset }
    },
  )
}
