import type { Axis, MachineRecord, RotaryAxis } from '../machine/index.ts'
import type { RegisterRef } from './key.ts'
import type { ArmSide, ProbeSide, RegisterFamily, RegisterProperty } from './property.ts'

const geometry = (family: RegisterFamily, slot: string, property: RegisterProperty): RegisterRef => ({
  family,
  slot,
  property,
  layer: 'geometry',
})

export const workRegister = (slot: string, axis: Axis | RotaryAxis): RegisterRef => geometry('work', slot, axis)

/** The rotation that a control applies together with a work offset. */
export const rotationRegister = (slot: string): RegisterRef => geometry('work', slot, 'R')

/** What is added to every work offset of an axis. */
export const commonRegister = (axis: Axis | RotaryAxis): RegisterRef => geometry('common', 'all', axis)

/** What a zero ought to come out at, worked out from another operation. */
export const expectedRegister = (slot: string, axis: Axis): RegisterRef => geometry('expected', slot, axis)

export const lengthRegister = (offsetNumber: string): RegisterRef => geometry('tool', offsetNumber, 'length')

/** What a mill's D register holds, a diameter or a radius, as the machine's record says. */
export const diameterRegister = (machine: Pick<MachineRecord, 'diameterRegister'>, offsetNumber: string): RegisterRef =>
  geometry('tool', offsetNumber, machine.diameterRegister)

/** The wear register that is added to a geometry register. */
export const wearOf = (register: RegisterRef): RegisterRef => ({ ...register, layer: 'wear' })

/** The geometry register that a wear register is added to. */
export const geometryUnder = (register: RegisterRef): RegisterRef => ({ ...register, layer: 'geometry' })

/** A lathe tool's geometry offset on one axis. */
export const geometryRegister = (offsetNumber: string, axis: Axis): RegisterRef => geometry('tool', offsetNumber, axis)

export const noseRegister = (offsetNumber: string): RegisterRef => geometry('tool', offsetNumber, 'nose')
export const tipRegister = (offsetNumber: string): RegisterRef => geometry('tool', offsetNumber, 'tip')

export const setterRegister = (setter: string): RegisterRef => geometry('setter', setter, 'K')

/** Where the middle of a setter's stylus stands on an axis of this machine, and how wide it measures there. */
export const setterCentre = (setter: string, axis: 'X' | 'Y'): RegisterRef => geometry('setter', setter, axis)
export const setterAcross = (setter: string): RegisterRef => geometry('setter', setter, 'across')

/** The constant of a face of a lathe's setter arm: the machine coordinate at the touch less the tool's geometry. */
export const armRegister = (setter: string, side: ArmSide): RegisterRef => geometry('setter', setter, side)

/** The geometry offset that a tip lying on a station's reference point would have. */
export const stationDatum = (station: string, axis: 'X' | 'Z'): RegisterRef => geometry('station', station, axis)

/** The geometry X of whatever sits on the axis of a station's bore. */
export const stationCentre = (station: string): RegisterRef => geometry('station', station, 'centre')

/** A probe's effective radius on this machine's spindle, for one direction of motion. */
export const probeRegister = (probe: string, side: ProbeSide): RegisterRef => geometry('probe', probe, side)

export const PROBE_SIDES: readonly ProbeSide[] = ['X+', 'X-', 'Y+', 'Y-']
