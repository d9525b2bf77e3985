import { formatAngle, readAngle, type Microdegrees } from '../angle/index.ts'
import { plainFigure, nm, readLength, type Nm } from '../length/index.ts'
import { asShown, type MachineRecord } from '../machine/index.ts'
import { parseRegisterKey, type RegisterKey, type RegisterRef } from './key.ts'
import { propertyOf } from './property.ts'

/** Controls take a rotation to four decimals of a degree: a hundred millionths. */
const ROTATION_STEP = 100

/** The finest step of a register on its machine, in its own kind of value. */
export function stepOf(register: RegisterRef, { increment, rotary }: Pick<MachineRecord, 'increment' | 'rotary'>): Nm {
  const { holds, axis } = propertyOf(register)
  if (holds === 'length') return increment
  if (holds === 'whole') return nm(1)
  return nm(rotary.find((one) => one.axis === axis)?.increment ?? ROTATION_STEP)
}

/** Digits after the point that an angle with this step has. */
export function angleDecimals(step: number): number {
  for (let decimals = 0; decimals < 6; decimals++) if ((step * 10 ** decimals) % 1_000_000 === 0) return decimals
  return 6
}

/** Writes a register's value as the machine shows it: a length on its increment, an angle in degrees, a code as it is. */
export function asRegister(
  key: RegisterKey,
  value: Nm,
  machine: Pick<MachineRecord, 'unit' | 'increment' | 'rotary'>,
  sign: 'negative' | 'always' = 'negative',
): string {
  const register = parseRegisterKey(key)
  const { holds } = propertyOf(register)
  if (holds === 'length') return asShown(value, machine, sign)
  if (holds === 'whole') return String(value)
  const text = formatAngle(value as number as Microdegrees, angleDecimals(stepOf(register, machine)))
  return sign === 'always' && value > 0 ? `+${text}` : text
}

export type RegisterReading =
  | { kind: 'empty' }
  | { kind: 'value'; value: Nm }
  /** Finer than the register's step: `value` is what it would round to. */
  | { kind: 'finer'; value: Nm; sentence: string }
  | { kind: 'refused'; sentence: string }

/**
 * Reads a figure for a register: a length with everything a length may be typed as, an angle in degrees, a code as a
 * whole number in its range.
 * @param name what the figure is called on the screen; every sentence begins with it
 */
export function readRegister(
  text: string,
  register: RegisterRef,
  machine: Pick<MachineRecord, 'unit' | 'increment' | 'rotary'>,
  name: string,
): RegisterReading {
  const { holds, range } = propertyOf(register)
  const grid = stepOf(register, machine)
  if (holds === 'length') {
    const reading = readLength(text, { name, unit: machine.unit, grid })
    return reading.kind === 'length' ? { kind: 'value', value: reading.value } : reading
  }
  if (text.trim() === '') return { kind: 'empty' }
  if (holds === 'whole') {
    const value = /^\d{1,4}$/.test(text.trim()) ? Number(text.trim()) : NaN
    return value >= range!.from && value <= range!.to
      ? { kind: 'value', value: nm(value) }
      : { kind: 'refused', sentence: `${name}: write a whole number from ${range!.from} to ${range!.to}.` }
  }
  const reading = readAngle(text, name)
  if (reading.kind !== 'angle') return reading
  if (reading.value % grid === 0) return { kind: 'value', value: nm(reading.value) }
  const value = nm(Math.round(reading.value / grid) * grid)
  const shown = formatAngle(value as number as Microdegrees, angleDecimals(grid))
  return { kind: 'finer', value, sentence: `${name}: finer than the machine\u2019s step; it would be ${shown}.` }
}

/**
 * A register's figure for another program: exact, in millimetres or degrees, with a full stop and an ordinary minus.
 * A nanometre is a millionth of a millimetre and a microdegree a millionth of a degree, so six decimals hold all of it.
 */
export function exactFigure(register: RegisterKey, value: Nm): { value: string; unit: 'mm' | 'deg' | 'code' } {
  const { holds } = propertyOf(parseRegisterKey(register))
  if (holds !== 'length' && holds !== 'angle') return { value: String(value), unit: 'code' }
  return { value: plainFigure(value, 'mm'), unit: holds === 'length' ? 'mm' : 'deg' }
}
