import type { MachineInput } from '@rook/contract'

interface Bed {
  of(machine: Omit<MachineInput, 'limits' | 'dialect'>): unknown
  /** What it is called in a sentence. */
  words: string
}

/** What every figure on record is read by: it does not change under them unseen. */
export const BEDROCK = {
  kind: { of: ({ kind }) => kind, words: 'kind' },
  unit: { of: ({ unit }) => unit, words: 'unit' },
  increment: { of: ({ increment }) => increment, words: 'least increment' },
  lengthConvention: { of: ({ lengthConvention }) => lengthConvention, words: 'way of counting lengths' },
  diameterRegister: { of: ({ diameterRegister }) => diameterRegister, words: 'D registers' },
  xReads: { of: ({ xReads }) => xReads, words: 'X display' },
  wear: { of: ({ turning }) => turning.wear, words: 'way of counting wear' },
} satisfies Record<string, Bed>

export type BedField = keyof typeof BEDROCK
export const BED_FIELDS = Object.keys(BEDROCK) as BedField[]
