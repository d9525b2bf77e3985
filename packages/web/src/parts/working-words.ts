import {
  formatLength,
  decimalsFor,
  zeroAxis,
  type Axis,
  type MachineRecord,
  type Nm,
  type Operation,
  type RegisterRef,
  type WorkingLine,
} from '@rook/core'

const WORDS: Record<Operation, string> = { start: '', add: 'plus', less: 'less', aside: 'noted', touch: '' }

/**
 * "less edge stands at part X": the operation first, the label after it as running text. Only a field's
 * label begins with a capital that is not a name's.
 */
export function lineWords({ operation, label, cells }: WorkingLine): { operation: string; label: string } {
  const word = WORDS[operation]
  return { operation: word, label: word && cells.some((cell) => cell?.input) ? label[0]!.toLowerCase() + label.slice(1) : label }
}

const WAYS: Record<Axis, [grows: string, falls: string]> = {
  X: ['further right', 'further left'],
  Y: ['further back', 'nearer to you'],
  Z: ['higher', 'lower'],
}

/** "the part sits 0.013 further left", for a work offset that moved. */
export function whereItMoved(register: RegisterRef, moved: Nm, machine: Pick<MachineRecord, 'unit' | 'increment'>): string | null {
  const axis = zeroAxis(register)
  if (axis === null || moved === 0) return null
  const [grows, falls] = WAYS[axis]
  const size = formatLength(Math.abs(moved) as Nm, { unit: machine.unit, decimals: decimalsFor(machine.increment, machine.unit) })
  return `the part sits ${size} ${moved > 0 ? grows : falls}`
}
