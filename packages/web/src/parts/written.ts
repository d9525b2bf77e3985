import * as core from '@rook/core'
import { inOther } from '../client/other-unit.ts'

type Machine = Parameters<typeof core.asRegister>[2]
type Sign = 'negative' | 'always'

/** Finer than any machine's step, so that nobody takes it for a figure to be typed. */
const DECIMALS: Readonly<Record<core.LengthUnit, number>> = { in: 5, mm: 4 }

/** A length in the unit that the machine does not count in, with that unit behind it: for reading only. */
export function inOtherUnit(value: core.Nm, { unit }: { unit: core.LengthUnit }, sign: Sign = 'negative'): string {
  const other = unit === 'mm' ? 'in' : 'mm'
  return `${core.formatLength(value, { unit: other, decimals: DECIMALS[other], sign })} ${other}`
}

/** The unit that lengths are read in on this screen. */
export const unitRead = (unit: core.LengthUnit): core.LengthUnit => (inOther.value ? (unit === 'mm' ? 'in' : 'mm') : unit)

/** A length as the machine shows it; in the other unit while that is what is read. */
export const asShown = (value: core.Nm, machine: Pick<core.MachineRecord, 'unit' | 'increment'>, sign: Sign = 'negative'): string =>
  inOther.value ? inOtherUnit(value, machine, sign) : core.asShown(value, machine, sign)

/** A register's value as the machine shows it; a length in the other unit while that is what is read. */
export function asRegister(key: core.RegisterKey, value: core.Nm, machine: Machine, sign: Sign = 'negative'): string {
  const isLength = inOther.value && core.propertyOf(core.parseRegisterKey(key)).holds === 'length'
  return isLength ? inOtherUnit(value, machine, sign) : core.asRegister(key, value, machine, sign)
}

/** A size on record in a unit; in the other one while that is what is read. */
export const exactly = (value: core.Nm, unit: core.LengthUnit): string =>
  inOther.value ? inOtherUnit(value, { unit }) : core.formatExact(value, unit)
