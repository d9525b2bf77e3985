import {
  assess,
  isPlannable,
  nm,
  propertyOf,
  registerKey,
  routineById,
  timesInDiameter,
  type Finding,
  type Gauge,
  type InputSpec,
  type MountedTool,
  type RawInputs,
  type RegisterKey,
  type RegisterRef,
  type Scene,
  type Standing,
} from '@rook/core'
import { Chance } from '../chance.ts'
import { GAUGES } from '../gauges.ts'
import { PLAYS, type Play } from '../plays/index.ts'
import { stands } from '../scene.ts'
import { inputsOf, MISTAKES } from './kinds.ts'
import { countClean, countMistake, questions, type Effect, type Fared, type Missed } from './tally.ts'

/** Cabinets unlike each other: few gauges, many thin shims, many pins. */
const more = (id: string, name: string, family: Gauge['family'], size: number): Gauge => ({
  ...GAUGES[0]!,
  id,
  name,
  family,
  size: nm(size),
  uncertainty: nm(1_000),
})
const CABINETS: readonly (readonly Gauge[])[] = [
  [],
  [20, 30, 40, 100, 200, 500, 2000].map((um) => more(`sh-${um}`, `Strip ${um / 1000}`, 'shim', um * 1000)),
  [3, 4, 5, 6, 8, 12, 16].map((mm) => more(`pn-${mm}`, `Plug ${mm}`, 'gauge-pin', mm * 1e6)),
]

/** What a zero scatters by from one loading to the next where no operation says it, standard deviation in nanometres. */
const LOADING = 20_000
const loadingOf = ({ plan }: Scene) => plan?.fixtureRepeat ?? LOADING

/** Registers that could be taken for one: another slot's, another axis', another tool's, each with the assembly that it was found on. */
function besides(register: RegisterRef, { machine, tools }: Scene): [RegisterRef, string | null][] {
  const { holds } = propertyOf(register)
  if (holds === 'whole' || register.layer === 'wear') return []
  const slots = machine.slots.map(({ code }): [RegisterRef, null] => [{ ...register, slot: code }, null])
  const axes = machine.travels.map(({ axis }): [RegisterRef, null] => [{ ...register, property: axis }, null])
  if (register.family === 'work') return holds === 'angle' ? slots : [...slots, ...axes]
  // The other sides of a setter, the other faces of an arm.
  if (register.family === 'setter')
    return SETTER_SIDES.find((sides) => sides.includes(register.property))?.map((property) => [{ ...register, property }, null]) ?? []
  return register.family === 'tool' ? tools.map((tool) => [{ ...register, slot: numberOf(tool, register) }, tool.assembly]) : []
}

const SETTER_SIDES: readonly (readonly RegisterRef['property'][])[] = [
  ['X', 'Y'],
  ['X-', 'X+', 'Z-', 'Z+'],
]

const numberOf = (tool: MountedTool, { property }: RegisterRef) => (/diameter|radius/.test(property) ? tool.diameterOffset : tool.offset)

/**
 * A machine that has done this before: what is found now was found then, but for the scatter of a loading; other tools and other
 * slots have figures of their own.
 */
function withPast(
  routine: string,
  { raw, scene, truth }: ReturnType<Play['play']>,
  chance: Chance,
  tools: 'measured' | 'ruled' = 'measured',
): Scene {
  const { increment } = scene.machine
  const past: [RegisterKey, Standing][] = []
  const add = (register: RegisterRef, value: number, assembly: string | null) => {
    const key = registerKey(register)
    const isThere = scene.standing[key] !== undefined || past.some(([one]) => one === key)
    const kept = propertyOf(register).holds === 'whole' ? value : Math.round(value / increment) * increment
    if (isThere) return
    const isRuled = tools === 'ruled' && register.family === 'tool' && propertyOf(register).holds === 'length'
    past.push([key, stands(nm(kept), isRuled ? { state: 'estimated', standard: 250_000, assembly } : { standard: 3_000, assembly })])
  }
  // What is written beside what is looked for, the other parts of a grid, was there before as well.
  const known = new Set(truth.map(([register]) => registerKey(register)))
  const written = (assess(routineById(routine)!, raw, scene).sheet.result?.writes ?? []).filter(
    ({ register }) => !known.has(registerKey(register)),
  )
  const found = [...truth, ...written.map(({ register, value }): [RegisterRef, number] => [register, value])]
  for (const [register, value] of found) {
    if (register.layer === 'wear') continue
    const tool = scene.tools.find((one) => numberOf(one, register) === register.slot)
    const scatters = register.family === 'work' ? loadingOf(scene) : register.family === 'tool' && tools === 'ruled' ? RULED : 2_000
    const scatter = propertyOf(register).holds === 'length' ? chance.normal(scatters) : 0
    add(register, value + scatter, register.family === 'tool' ? (tool?.assembly ?? null) : null)
  }
  for (const [register, value] of truth.length > 0 ? truth : found)
    for (const [other, assembly] of besides(register, scene)) add(other, value + chance.between(20e6, 200e6), assembly)
  return { ...scene, standing: { ...scene.standing, ...Object.fromEntries(past) } }
}

/** A rule held to a tool, and a new edge that is only near: standard deviation in nanometres. */
const RULED = 150_000
/** What a maker's catalogue says of a cutter's diameter. */
const AS_MADE = 5_000

/**
 * A machine that has never done this: nothing stands for what is found, and what is known is what a shop has on record before anybody
 * has touched anything. A length has been ruled, a cutter has its diameter in its record, a lathe's tool an estimate.
 */
function forTheFirstTime({ scene, truth }: ReturnType<Play['play']>, chance: Chance): Scene {
  const standing = { ...scene.standing }
  const tools = scene.tools.map((tool): MountedTool => {
    const own = truth.filter(([register]) => register.family === 'tool' && numberOf(tool, register) === register.slot)
    return own.reduce((known: MountedTool, [register, value]): MountedTool => {
      const key = registerKey(register)
      if (register.property === 'length') return { ...known, estimate: nm(Math.round(value + chance.normal(RULED))) }
      const perDiameter = timesInDiameter(register, scene.machine)
      if (/diameter|radius/.test(register.property) && perDiameter !== null)
        return { ...known, properties: { ...known.properties, DC: nm(Math.round(value * perDiameter + chance.normal(AS_MADE))) } }
      if (register.layer === 'geometry' && (register.property === 'X' || register.property === 'Z'))
        standing[key] ??= stands(nm(Math.round(value + chance.normal(RULED))), {
          state: 'estimated',
          standard: 250_000,
          assembly: tool.assembly,
        })
      return known
    }, tool)
  })
  return { ...scene, standing, tools }
}

/** Chosen at the machine, whatever a planner thinks. */
const AT_THE_MACHINE = ['wear', 'rotation']

/** The same in a step that a planner has planned: what is chosen and where the features lie is written down, and no reading is. */
function inAStep(scene: Scene, raw: RawInputs, inputs: readonly InputSpec[]): Scene {
  const planned = inputs.filter((input) => isPlannable(input) && !AT_THE_MACHINE.includes(input.id) && raw[input.id] !== undefined)
  return { ...scene, planned: Object.fromEntries(planned.map(({ id }) => [id, raw[id]!])) }
}

/** What the plan would have had where another choice or place was given. */
function asPlanned(wrong: RawInputs, { planned = {} }: Scene, inputs: readonly InputSpec[]): string[] {
  return inputs.flatMap((input) => {
    const right = planned[input.id]
    if (right === undefined || wrong[input.id] === right) return []
    const label = input.kind === 'choice' ? input.options.find(({ value }) => value === right)?.label : right
    return [`Not as the step plans it: .*and not ${(label ?? right).replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`]
  })
}

/** What is asked of an entry without a mistake because the play is so: each with its reason. */
const BY_DESIGN: Readonly<Record<string, string>> = {
  'on-purpose': 'a zero on purpose has its reason asked for',
  'wear-kept': 'the person keeps the old wear',
  'rotation-kept': 'the person keeps a rotation that stands',
  tilt: 'the face is tilted',
  'correction-worth': 'the size lies nearer to its target than it can be known',
  'printed-X': 'the turret is not where its maker says',
  'printed-Z': 'the turret is not where its maker says',
}

/** Routines whose result is held against nothing, each with its reason. */
const NOTHING_TO_HOLD: Readonly<Record<string, string>> = {
  'after-flip': 'it says what a zero is expected to be; the touch that follows is held against it',
}

/** Plays are set anywhere; one that the machine could not get to is none. */
const isWithinReach = (findings: readonly Finding[]) =>
  questions(findings).every(({ check }) => check !== 'travel' && check !== 'turning-reach' && check !== 'reaches')

/**
 * What a machine knows of what is played: it was found before (in another setup: what stands is carried over), its tools were only held to
 * a rule, or nothing was found and a shop has what it has on record, outside a setup or in a step of one.
 */
export type History = 'done before' | 'ruled before' | 'first time' | 'first time, in a step'

/**
 * Plays every routine in every way, clean and with each mistake that it gives occasion for.
 * @param scenes of each kind for each way of playing
 * @param missed called with what was typed and what was said
 */
export function playMistakes(
  scenes: number,
  seed = 'mistakes',
  plays: readonly Play[] = PLAYS,
  missed?: Missed,
  history: History = 'done before',
): Fared {
  const fared: Fared = { mistakes: new Map(), clean: new Map() }
  for (const play of plays) {
    const routine = routineById(play.routine)!
    const chance = new Chance(`${seed} ${play.name}`)
    for (let at = 0; at < scenes; at++) {
      const played = play.play(chance)
      const past =
        history === 'done before' || history === 'ruled before'
          ? withPast(play.routine, played, chance, history === 'ruled before' ? 'ruled' : 'measured')
          : forTheFirstTime(played, chance)
      const there = { ...past, gauges: [...past.gauges, ...CABINETS[at % CABINETS.length]!] }
      const scene = history === 'first time, in a step' ? inAStep(there, played.raw, inputsOf(play.routine, played.raw, there)) : there
      const { findings } = assess(routine, played.raw, scene)
      if (!isWithinReach(findings)) continue
      const clean = questions(findings).filter(({ check }) => BY_DESIGN[check] === undefined)
      countClean(fared, play.name, clean)
      if (NOTHING_TO_HOLD[play.routine] !== undefined) continue
      for (const [kind, mistake] of Object.entries(MISTAKES)) {
        const inputs = inputsOf(play.routine, played.raw, scene)
        const made = mistake({ raw: played.raw, scene, inputs, chance })
        const off = made && effect(routine, made.raw, played.raw, scene)
        if (!made || off === null) continue
        const names = new RegExp([made.names.source, ...asPlanned(made.raw, scene, inputs)].join('|'))
        const said = countMistake(fared, `${kind} / ${play.name}`, off, names, questions(findings))
        if (said !== null) missed?.(`${kind} / ${play.name}`, made.raw, said)
      }
    }
  }
  return fared
}

/** What the ledger says of the entry with the mistake; null where it changes nothing by more than three times its \u00b1U. */
function effect(routine: Parameters<typeof assess>[0], wrong: RawInputs, right: RawInputs, scene: Scene): Effect | null {
  const [now, was] = [assess(routine, wrong, scene), assess(routine, right, scene)]
  if (!was.sheet.result) return null
  if (now.sheet.refusal) return { refused: now.sheet.refusal.sentence, findings: [], asked: true }
  if (!now.sheet.result || now.values.problems.length > 0) return null
  const moved = now.sheet.result.writes.map((write, at): number => {
    const before = was.sheet.result!.writes[at]
    if (!before || write.register.layer === 'wear') return 0
    if (registerKey(before.register) !== registerKey(write.register)) return Infinity
    // A whole number is another one or it is not.
    if (propertyOf(write.register).holds === 'whole') return write.value === before.value ? 0 : Infinity
    const angle = propertyOf(write.register).holds === 'angle'
    const loading = angle ? 2 * TURNS : write.register.family === 'work' ? 2 * loadingOf(scene) : 0
    return Math.abs(write.value - before.value) / ((before.uncertainty?.expanded ?? 0) + loading + 4_000)
  })
  const most = Math.max(0, ...moved)
  return most > CAUGHT ? { refused: null, findings: now.findings, asked: most > NAMED } : null
}

/** What the lie of the work turns by from one loading to the next, standard deviation in millionths of a degree. */
const TURNS = 167_000

/** A mistake has to be caught from so many times the \u00b1U of the comparison, and named from so many. */
const [CAUGHT, NAMED] = [3, 15]
