import { nm, plus, roundToIncrement, type Nm } from '../length/index.ts'
import { diameterRegister, lengthRegister, registerKey, wearOf, type MachineRecord, type RegisterKey } from '../machine/index.ts'
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
  if (from.machine.kind !== 'mill' || to.machine.kind !== 'mill') return []
  const found: Carried[] = []
  const same = from.machine.id === to.machine.id
  const add = (source: RegisterKey, target: RegisterKey, change: (value: Nm) => Nm) => {
    const standing = from.standing[source]
    if (!standing || standing.state === 'disturbed' || isSuspect(standingNote(source, from))) return
    const state = same ? standing.state : 'estimated'
    found.push({ register: target, value: change(standing.value), state, from: standing })
  }
  const asIs = (value: Nm) => value
  const counted = from.machine.lengthConvention === 'gauge-length' && to.machine.lengthConvention === 'gauge-length'
  const [length, newLength] = [lengthRegister(tool.offset), lengthRegister(to.offset)]
  if (same || counted)
    add(registerKey(length), registerKey(newLength), (value) => (same ? value : roundToIncrement(value, to.machine.increment)))
  const [across, newAcross] = [diameterRegister(from.machine, tool.diameterOffset), diameterRegister(to.machine, to.diameterOffset)]
  add(registerKey(across), registerKey(newAcross), (value) => (same ? value : held(value, from.machine, to.machine)))
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

function held(value: Nm, from: MachineRecord, to: MachineRecord): Nm {
  const diameter = from.diameterRegister === 'radius' ? plus(value, value) : value
  return roundToIncrement(to.diameterRegister === 'radius' ? diameter / 2 : diameter, nm(to.increment))
}
