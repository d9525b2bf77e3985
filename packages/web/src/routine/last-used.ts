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
 * What was chosen on the machine the last time, for the questions that are still open: of one entry, and of none that says otherwise
 * where something is chosen already. A slot of one and a tool of another were never used together.
 * @param before the inputs of the last entries, newest first
 */
export function lastUsed(inputs: readonly InputSpec[], raw: RawInputs, before: readonly RawInputs[]): OfferedChoice[] {
  const asked = inputs.flatMap((input) => (input.kind === 'choice' && MOSTLY_THE_SAME.includes(input.id) ? [input] : []))
  const agrees = (earlier: RawInputs) => asked.every(({ id }) => !raw[id] || !earlier[id] || raw[id] === earlier[id])
  const ofOne = (earlier: RawInputs) =>
    asked.flatMap(({ id, options }): OfferedChoice[] => {
      const option = raw[id] ? undefined : options.find(({ value }) => value === earlier[id])
      return option ? [{ input: id, value: option.value, words: option.note ? `${option.label}, ${option.note}` : option.label }] : []
    })
  return (
    before
      .filter(agrees)
      .map(ofOne)
      .find((offered) => offered.length > 0) ?? []
  )
}
