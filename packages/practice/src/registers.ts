import { placeOf, type Memory } from './memory.ts'
import { ACROSS, ACROSS_WEAR, GEOMETRY, WEAR } from './run.ts'
import type { PracticeSpec } from './spec.ts'

/** A figure of the control that a person can type: what its screen calls it, and the words that set it. */
export interface Register {
  name: string
  line: number
  number: number
  letter: string
}

const TOOL_LINES: Readonly<Record<PracticeSpec['kind'], (number: number) => Register[]>> = {
  mill: (number) => [
    { name: `H${number}`, line: GEOMETRY, number, letter: 'R' },
    { name: `H${number} wear`, line: WEAR, number, letter: 'R' },
    { name: `D${number}`, line: ACROSS, number, letter: 'R' },
    { name: `D${number} wear`, line: ACROSS_WEAR, number, letter: 'R' },
  ],
  lathe: (number) =>
    ['X', 'Z'].flatMap((letter) => [
      { name: `T${number} ${letter}`, line: GEOMETRY, number, letter },
      { name: `T${number} ${letter} wear`, line: WEAR, number, letter },
    ]),
}

/** All figures that a control has a place for: slots, the common shift, and those of the numbers that its tools are called by. */
export function registersOf({ kind, axes, slots, tools, cuts }: PracticeSpec): Register[] {
  const letters = Object.keys(axes)
  const numbers = new Set([...tools, ...cuts.map(({ across }) => ({ number: across ?? null }))].flatMap(({ number }) => number ?? []))
  return [
    ...slots.flatMap((slot) => letters.map((letter) => ({ name: `${slot} ${letter}`, ...placeOf(slot), letter }))),
    ...letters.map((letter) => ({ name: `common ${letter}`, line: 2, number: 0, letter })),
    ...[...numbers].sort((one, other) => one - other).flatMap(TOOL_LINES[kind]),
  ]
}

/** What is typed for a register, in the control's own unit; null for what is no figure. */
export function typedFigure(text: string, unit: 'mm' | 'in'): number | null {
  const plain = text.trim().replace(',', '.').replace('\u2212', '-')
  return /^[-+]?(\d+(\.\d*)?|\.\d+)$/.test(plain) ? Number(plain) * (unit === 'in' ? 25.4 : 1) : null
}

export const heldIn = ({ line, number, letter }: Register, memory: Memory): string => memory.shown(memory.get(line, number, letter))
