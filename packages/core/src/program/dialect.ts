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
const usualWords = (kind: MachineKind): ProgramWords => ({
  bare: 'units',
  tool: kind === 'lathe' ? 'Tttoo' : 'T M6',
  semicolon: true,
  codesForDistance: kind !== 'lathe',
})

/** The dialect that follows from a machine's record. */
export function dialectOf(machine: Pick<MachineRecord, 'kind' | 'unit' | 'slots' | 'xReads' | 'dialect' | 'rotary'>): Dialect {
  const isLathe = machine.kind === 'lathe'
  return {
    kind: machine.kind,
    unit: machine.unit,
    ...usualWords(machine.kind),
    ...machine.dialect,
    increments: { mm: nm(1_000), in: nm(2_540) },
    slots: machine.slots.map(({ code }) => code),
    rotary: machine.rotary.map(({ axis }) => axis),
    diameters: isLathe && machine.xReads === 'diameter',
  }
}
