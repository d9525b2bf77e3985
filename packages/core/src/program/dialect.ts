import { nm, type LengthUnit, type Nm } from '../length/index.ts'
import type { MachineKind, MachineRecord } from '../machine/index.ts'

/** How a machine's control understands a program, as data: one row a machine, no comparison of controls in the reader. */
export interface Dialect {
  kind: MachineKind
  /** Unit of a program that says none. */
  unit: LengthUnit
  /** What a length without a decimal point counts: whole units, or the control's increments. */
  bare: 'units' | 'increments'
  /** Length of one such increment in each unit. */
  increments: Readonly<Record<LengthUnit, Nm>>
  /** Slots by the word that calls them; `G54.1 P7` is written with its number. */
  slots: readonly string[]
  /** `T M6`: T chooses and M6 changes. `Tttoo`: T turns the turret and takes the offset of the last two digits. */
  tool: 'T M6' | 'Tttoo'
  /** What a comment begins with, beside `( )`. */
  semicolon: boolean
  /** True where X words are diameters. */
  diameters: boolean
  /** True where G90 and G91 say absolute and incremental; false where U and W do, and G90 is a turning cycle. */
  codesForDistance: boolean
}

/** The dialect that follows from a machine's record. */
export function dialectOf(machine: Pick<MachineRecord, 'kind' | 'unit' | 'slots' | 'xReads'>): Dialect {
  const isLathe = machine.kind === 'lathe'
  return {
    kind: machine.kind,
    unit: machine.unit,
    bare: 'units',
    increments: { mm: nm(1_000), in: nm(2_540) },
    slots: machine.slots.map(({ code }) => code),
    tool: isLathe ? 'Tttoo' : 'T M6',
    semicolon: true,
    diameters: isLathe && machine.xReads === 'diameter',
    codesForDistance: !isLathe,
  }
}
