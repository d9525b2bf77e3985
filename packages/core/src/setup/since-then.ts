import type { Gauge } from '../gauge/index.ts'
import { sizeText } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { layoutOf, lengthRegister, listed, ofTool, registerKey, registersOfSlot, type RegisterKey } from '../register/index.ts'
import type { MountedTool, PlannedTool, Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'
import type { OperationPlan } from './planned.ts'
import { compareStanding, type Stood } from './stood.ts'

/** Something that has changed since the operation was set up before. */
export interface Changed {
  what: string
  before: string | null
  after: string | null
}

export interface SinceThen {
  /** Machine, tools and gauges; what is looked at first. */
  changed: Changed[]
  /** Figures of the plan's slots and tools that something else has written since. */
  figures: Stood[]
  /** How many of them stand as they stood: carried over until they are confirmed or measured. */
  same: number
}

type Planned = Pick<OperationPlan, 'slots' | 'tools' | 'steps'>

/** Registers that the plan's program runs by on a machine: its slots, and the geometry of its tools by their numbers in the plan. */
function registersOf({ slots, tools }: Planned, { machine }: Scene): Set<RegisterKey> {
  const layout = layoutOf(machine)
  return new Set([
    ...slots.flatMap((slot) => registersOfSlot(slot, machine).map(registerKey)),
    ...tools.flatMap((tool) => layout.tool.map((column) => registerKey(ofTool(tool, column)))),
  ])
}

const called = (tool: MountedTool | undefined) => tool && `${tool.name} (${tool.assembly})`

function toolsChanged({ tools }: Planned, then: Scene, now: Scene): Changed[] {
  return tools.flatMap(({ number }): Changed[] => {
    const [was, is] = [then, now].map((scene) => scene.tools.find((tool) => tool.number === number))
    if (was?.assembly === is?.assembly) return []
    return [{ what: `T${number}`, before: called(was) ?? null, after: called(is) ?? null }]
  })
}

/** What a measured figure takes from a gauge, in words. */
const gaugeSays = ({ size, state, calibrated }: Gauge) =>
  [sizeText(size), state.replaceAll('-', ' '), ...(calibrated ? [`calibrated ${calibrated.slice(0, 10)}`] : [])].join(', ')

function gaugesChanged({ steps }: Planned, then: Scene, now: Scene): Changed[] {
  const named = new Set(steps.flatMap(({ preset }) => Object.values(preset)))
  const ids = new Set([...then.gauges, ...now.gauges].map(({ id }) => id).filter((id) => named.has(id)))
  return [...ids].flatMap((id): Changed[] => {
    const [was, is] = [then, now].map((scene) => scene.gauges.find((gauge) => gauge.id === id))
    const [before, after] = [was ? gaugeSays(was) : null, is ? gaugeSays(is) : null]
    return before === after ? [] : [{ what: (is ?? was)!.name, before, after }]
  })
}

/** On another machine zeros mean nothing, and a tool sits in another pocket: what cannot come along is said instead of compared. */
function elsewhere(plan: Planned, then: Scene, now: Scene): Changed[] {
  return [
    { what: 'Machine', before: then.machine.name, after: now.machine.name },
    { what: `Zeros of ${listed(plan.slots)}`, before: `as on ${then.machine.name}`, after: null },
    ...plan.tools.flatMap((tool) => lengthElsewhere(tool, then, now)),
  ]
}

/**
 * What becomes of a tool's length on another machine. Counted from the gauge line on both, it is near there: two spindles differ by
 * a few hundredths, so that it is an estimate until it is measured. Every other way of counting is the machine's own.
 */
function lengthElsewhere({ number, offset }: PlannedTool, then: Scene, now: Scene): Changed[] {
  const was = then.tools.find((tool) => tool.number === number)
  const key = registerKey(lengthRegister(offset))
  const standing = then.standing[key]
  if (!was || !standing || !layoutOf(then.machine).countsLengths || isSuspect(standingNote(key, then))) return []
  const sits = now.tools.find(({ assembly }) => assembly === was.assembly)
  const fromGaugeLine = [then.machine, now.machine].every(({ lengthConvention }) => lengthConvention === 'gauge-length')
  const before = `${asShown(standing.value, then.machine)} ${then.machine.unit} on ${then.machine.name}`
  if (!sits) return [{ what: `Length of ${was.name}`, before, after: `the tool is not in ${now.machine.name}` }]
  return [
    {
      what: `Length of ${was.name}`,
      before,
      after: fromGaugeLine
        ? `good as an estimate in T${sits.number}, for both count from the gauge line: ${asShown(standing.value, now.machine)} ${now.machine.unit}`
        : null,
    },
  ]
}

/**
 * What is different from when an operation was set up before: first machine, tools and gauges, then the figures that something
 * else has written since. All the rest is carried over until somebody confirms or measures it.
 * @param then the scene at the end of the earlier setup
 * @param now the scene of the machine that it is to be set up on
 */
export function sinceThen(plan: Planned, then: Scene, now: Scene): SinceThen {
  const moved = then.machine.id !== now.machine.id
  const common = [...toolsChanged(plan, then, now), ...gaugesChanged(plan, then, now)]
  if (moved) return { changed: [...elsewhere(plan, then, now), ...common], figures: [], same: 0 }
  const registers = registersOf(plan, now)
  const { differs, alike } = compareStanding(then, now, (register) => registers.has(register))
  return { changed: common, figures: differs, same: alike.length }
}
