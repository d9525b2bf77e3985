import { roundToIncrement, type Nm } from '../length/index.ts'
import type { Axis, MachineRecord } from '../machine/index.ts'

/** What an axis was seen to show; null where the machine does not say it. On a lathe X is what its X display reads. */
export interface ObservedPosition {
  axis: Axis
  machine: Nm | null
  part: Nm | null
}

/** How the connection to a machine stands. */
export type LinkState = 'none' | 'waiting' | 'on' | 'lost' | 'wrong'

/** What is known of a machine over its connection, as of now. */
export interface Observed {
  link: LinkState
  /** Why it is not on. */
  because: string | null
  /** Milliseconds since its last word. */
  age: number
  /** For how many milliseconds no axis had moved at its last word; 0 while one does. */
  still: number
  positions: readonly ObservedPosition[]
}

/** Older than this, a figure is not what stands at the machine now. */
export const OLDEST = 2_000
/** A gauge's figure is offered for so long after it came, milliseconds. */
export const GAUGE_LASTS = 60_000
/** An axis has come to rest when it has not moved for so long. */
export const AT_REST = 300

/**
 * Why positions cannot be taken over the wire now; null when they can. A position is taken in machine coordinates only: every other
 * display depends on what is active.
 * @param name of the machine
 */
export function takeRefusal(observed: Observed, axes: readonly Axis[], name: string): string | null {
  if (observed.link === 'none') return `${name} has no connection.`
  if (observed.link !== 'on') return observed.because ?? `${name} does not answer.`
  if (observed.age > OLDEST) return `The last word from ${name} is ${(observed.age / 1000).toFixed(1)} s old.`
  if (observed.still < AT_REST) return `${name} moves. Take the position when it stands still.`
  const missing = axes.find((axis) => observed.positions.find((one) => one.axis === axis)?.machine == null)
  if (missing)
    return observed.positions.some(({ axis, part }) => axis === missing && part !== null)
      ? `${name} sends ${missing} in part coordinates only.`
      : `${name} sends no ${missing}.`
  return null
}

/** A position as the machine's own display shows it: agents send more digits than a control has. */
export const asDisplayed = (value: Nm, machine: Pick<MachineRecord, 'increment'>): Nm => roundToIncrement(value, machine.increment)
