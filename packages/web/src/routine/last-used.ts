import type { InputSpec, RawInputs } from '@rook/core'

/**
 * Choices that are mostly the same as the last time on a machine. What lies between, the axis and the way are asked anew each
 * time: there a habit makes scrap.
 */
const MOSTLY_THE_SAME = ['slot', 'tool', 'finder', 'probe', 'setter', 'indicator', 'pin', 'ring', 'with']

export interface OfferedChoice {
  input: string
  value: string
  words: string
}

/**
 * What was chosen on the machine the last time, for the questions that are still open.
 * @param before the inputs of the last entries, newest first
 */
export function lastUsed(inputs: readonly InputSpec[], raw: RawInputs, before: readonly RawInputs[]): OfferedChoice[] {
  return inputs.flatMap((input) => {
    if (input.kind !== 'choice' || raw[input.id] || !MOSTLY_THE_SAME.includes(input.id)) return []
    for (const earlier of before) {
      const option = input.options.find(({ value }) => value === earlier[input.id])
      if (option) return [{ input: input.id, value: option.value, words: option.note ? `${option.label}, ${option.note}` : option.label }]
    }
    return []
  })
}
