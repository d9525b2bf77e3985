interface Standing {
  steps: readonly { title: string; kind: string; state: string }[]
  toSee: readonly { seen: boolean }[]
}

/** What is still open in a setup, in words: its steps by title, and how many readouts nobody has seen. */
export function leftOpen({ steps, toSee }: Standing): string[] {
  const unseen = toSee.filter(({ seen }) => !seen).length
  return [
    // The step that gathers what is to be seen is told by the readouts themselves.
    ...steps.filter(({ state, kind }) => state === 'open' && kind !== 'seen').map(({ title }) => title),
    ...(unseen > 0 ? [`${unseen} ${unseen === 1 ? 'readout' : 'readouts'} not seen on the control`] : []),
  ]
}
