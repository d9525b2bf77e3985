import { formatExact, nm, type Nm } from '@rook/core'
import type { MachineRecord } from '@rook/core'

/** A length as a hand types it into a machine's field. */
export function typed(value: Nm | number, machine: Pick<MachineRecord, 'unit'> = { unit: 'mm' }): string {
  return formatExact(nm(Math.round(value)), machine.unit, 4).replace('\u2212', '-')
}

/** What a display shows of a real position: rounded to its step. */
export function shown(value: number, { unit, increment }: Pick<MachineRecord, 'unit' | 'increment'>): string {
  return typed(Math.round(value / increment) * increment, { unit })
}
