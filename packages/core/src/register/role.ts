import type { Axis, MachineRecord } from '../machine/index.ts'
import type { RegisterRef } from './key.ts'
import { layoutOf } from './layout.ts'
import { propertyOf } from './property.ts'

/** The linear axis on which a register says where a part's zero lies; null for every other register. */
export function zeroAxis(register: RegisterRef): Axis | null {
  const { axis, holds } = propertyOf(register)
  return register.family === 'work' && holds === 'length' ? (axis as Axis) : null
}

/** True for the register that holds how far a tool reaches in Z: a length on a mill, geometry Z on a lathe. */
export const isReach = ({ family, property, layer }: RegisterRef, machine: Parameters<typeof layoutOf>[0]): boolean =>
  family === 'tool' && layer === 'geometry' && property === layoutOf(machine).reach

/** True for the registers of a cutter's diameter, which a program calls by their own number. */
export const isCutter = (register: RegisterRef): boolean => register.family === 'tool' && propertyOf(register).inFile === 'width'

/** The number of a tool that one of its registers is called by. */
export const numberOf = (tool: { offset: string; diameterOffset: string }, register: RegisterRef): string =>
  tool[propertyOf(register).number]

/** True for a length that is counted from part zero: it is good for one operation's part only. */
export const tiedToPart = (register: RegisterRef, machine: MachineRecord): boolean =>
  isReach(register, machine) && layoutOf(machine).countsLengths && machine.lengthConvention === 'touch-off'
