import { parseRegisterKey, type RegisterKey } from './key.ts'
import { FAMILIES } from './property.ts'

interface Written {
  register: RegisterKey
  before: number | null
  after: number | null
}

/** What has to be done at the control after an entry. */
export interface AtControl<W> {
  /** Figures that the control does not hold yet. */
  toPut: W[]
  /** Registers of the control whose figure stays what it was. */
  there: W[]
  /** What the ledger alone keeps. */
  ownOnly: W[]
}

/** Sorts what an entry wrote by what it means at the control, where the control held what stood before. */
export function atControl<W extends Written>(writes: readonly W[]): AtControl<W> {
  const held = writes.filter(({ register }) => FAMILIES[parseRegisterKey(register).family].inControl)
  // A register that is unset again asks for nothing: nobody knows what the control held before.
  const toPut = held.filter(({ before, after }) => after !== null && after !== before)
  return { toPut, there: held.filter((one) => !toPut.includes(one)), ownOnly: writes.filter((one) => !held.includes(one)) }
}
