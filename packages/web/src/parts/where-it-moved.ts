import { decimalsFor, formatLength, KINDS, zeroAxis, type MachineRecord, type Nm, type RegisterRef } from '@rook/core'

/** "the part sits 0.013 further left", for a work offset that moved. */
export function whereItMoved(register: RegisterRef, moved: Nm, machine: Pick<MachineRecord, 'kind' | 'unit' | 'increment'>): string | null {
  const axis = zeroAxis(register)
  if (axis === null || moved === 0) return null
  const [grows, falls] = KINDS[machine.kind].ways[axis]
  const size = formatLength(Math.abs(moved) as Nm, { unit: machine.unit, decimals: decimalsFor(machine.increment, machine.unit) })
  return `the part sits ${size} ${moved > 0 ? grows : falls}`
}
