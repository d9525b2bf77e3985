import { roundToIncrement, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { diameterRegister, layoutOf, lengthRegister, registerKey, timesInDiameter, wearOf, type RegisterKey } from '../register/index.ts'
import type { MountedTool, Scene, Standing } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'

/** A figure that goes with a tool into another pocket or onto another machine. */
export interface Carried {
  register: RegisterKey
  value: Nm
  /** Another spindle, another gauge line: there it is only an estimate. */
  state: 'set' | 'estimated' | 'deliberately-zero'
  /** Where it comes from. */
  from: Standing
}

/**
 * The figures that can go with a tool. Within a machine they go as they are, under the new numbers. To another
 * mill lengths go only where both count from the gauge line (elsewhere they mean nothing without that machine's
 * zero); as the taper seats anew they are estimates, and wear stays behind with the work it was found on.
 *
 * @param to numbers under which the tool is called in its new place
 */
export function carriedWith(
  tool: MountedTool,
  from: Scene,
  to: { machine: MachineRecord; offset: string; diameterOffset: string },
): Carried[] {
  const machines = [from.machine, to.machine] as const
  // A geometry offset belongs to its station as much as to its tool.
  if (!machines.every((machine) => layoutOf(machine).countsLengths)) return []
  const found: Carried[] = []
  const same = from.machine.id === to.machine.id
  const add = (source: RegisterKey, target: RegisterKey, change: (value: Nm) => Nm) => {
    const standing = from.standing[source]
    if (!standing || standing.state === 'disturbed' || isSuspect(standingNote(source, from))) return
    const state = same ? standing.state : 'estimated'
    found.push({ register: target, value: change(standing.value), state, from: standing })
  }
  const asIs = (value: Nm) => value
  const counted = machines.every(({ lengthConvention }) => lengthConvention === 'gauge-length')
  const [length, newLength] = [lengthRegister(tool.offset), lengthRegister(to.offset)]
  if (same || counted)
    add(registerKey(length), registerKey(newLength), (value) => (same ? value : roundToIncrement(value, to.machine.increment)))
  const [across, newAcross] = [diameterRegister(from.machine, tool.diameterOffset), diameterRegister(to.machine, to.diameterOffset)]
  const ratio = timesInDiameter(across, from.machine)! / timesInDiameter(newAcross, to.machine)!
  add(registerKey(across), registerKey(newAcross), (value) => (same ? value : roundToIncrement(value * ratio, to.machine.increment)))
  if (same) {
    add(registerKey(wearOf(length)), registerKey(wearOf(newLength)), asIs)
    add(registerKey(wearOf(across)), registerKey(wearOf(newAcross)), asIs)
  }
  return found.filter(({ register, from: source }) => !same || from.standing[register] !== source)
}

/** The numbers that a tool is called by in a pocket: H like the pocket and D like H where nothing else is said. */
export function numbersIn(pocket: string, offset: string, diameterOffset: string): { offset: string; diameterOffset: string } {
  const H = offset.trim() || pocket.trim()
  return { offset: H, diameterOffset: diameterOffset.trim() || H }
}
