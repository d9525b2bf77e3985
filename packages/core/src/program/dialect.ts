import { nm, type LengthUnit, type Nm } from '../length/index.ts'
import type { MachineKind, MachineRecord, ProgramWords } from '../machine/index.ts'

/** How a machine's control understands a program, as data: one row a machine, no comparison of controls in the reader. */
export interface Dialect extends ProgramWords {
  kind: MachineKind
  /** Unit of a program that says none. */
  unit: LengthUnit
  /** Length of one such increment in each unit. */
  increments: Readonly<Record<LengthUnit, Nm>>
  /** Slots by the word that calls them; `G54.1 P7` is written with its number. */
  slots: readonly string[]
  /** Letters of the rotary axes that the machine has. */
  rotary: readonly string[]
  /** True where X words are diameters. */
  diameters: boolean
}

/** What is usual for a kind of machine. */
const USUAL: Readonly<Record<MachineKind, ProgramWords>> = {
  mill: { bare: 'units', tool: 'T M6', semicolon: true, codesForDistance: true },
  lathe: { bare: 'units', tool: 'Tttoo', semicolon: true, codesForDistance: false },
}

/** The dialect that follows from a machine's record. */
export function dialectOf(machine: Pick<MachineRecord, 'kind' | 'unit' | 'slots' | 'xReads' | 'dialect' | 'rotary'>): Dialect {
  return {
    kind: machine.kind,
    unit: machine.unit,
    ...USUAL[machine.kind],
    ...machine.dialect,
    increments: { mm: nm(1_000), in: nm(2_540) },
    slots: machine.slots.map(({ code }) => code),
    rotary: machine.rotary.map(({ axis }) => axis),
    diameters: machine.kind === 'lathe' && machine.xReads === 'diameter',
  }
}
