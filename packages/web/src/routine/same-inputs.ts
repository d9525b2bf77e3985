import type { InputSpec } from '@rook/core'

/**
 * Hands out the object it handed out before for an input that has not changed, so that a keystroke in one
 * field does not draw every list of gauges and slots anew.
 */
export function sameInputs(): (inputs: readonly InputSpec[]) => InputSpec[] {
  const known = new Map<string, { text: string; input: InputSpec }>()
  return (inputs) =>
    inputs.map((input) => {
      const text = JSON.stringify(input)
      const before = known.get(input.id)
      if (before?.text === text) return before.input
      known.set(input.id, { text, input })
      return input
    })
}
