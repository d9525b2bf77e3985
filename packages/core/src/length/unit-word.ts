import type { LengthUnit } from './nanometre.ts'

const WORDS: Readonly<Record<LengthUnit, string>> = { mm: 'millimetres', in: 'inches' }

/** A unit in words, for sentences: "in inches" can be read, "in in" cannot. */
export const unitWord = (unit: LengthUnit): string => WORDS[unit]
