import type { GoFinding } from '@rook/core'
import type { ChainPage, GoPage, SetupSummary } from '@rook/contract'
import type { RouteLocationRaw } from 'vue-router'

export interface Way {
  words: string
  to: RouteLocationRaw
}

type At = Pick<SetupSummary, 'id' | 'machine' | 'operation'>

/** Something that is found or wanted, with the place that mends it. */
type Mended = Pick<ChainPage['chain']['stages'][number]['wants'][number], 'mend' | 'step'>

/** The way to the place that mends each kind of finding. */
const MENDS: Readonly<Record<Mended['mend'], (at: At) => Way | null>> = {
  zero: ({ id }) => ({ words: 'to the setup', to: { name: 'setup', params: { setup: id } } }),
  tool: ({ machine }) => ({ words: 'to its tools', to: { name: 'machine-tools', params: { machine } } }),
  mount: ({ machine }) => ({ words: 'to its tools', to: { name: 'machine-tools', params: { machine } } }),
  plan: ({ operation }) => ({ words: 'to the operation', to: { name: 'operation', params: { operation } } }),
  program: ({ operation }) => ({ words: 'to its issues', to: { name: 'operation', params: { operation } } }),
  machine: ({ machine }) => ({ words: 'to the machine', to: { name: 'machine', params: { machine } } }),
  control: ({ machine }) => ({ words: 'to what its control holds', to: { name: 'held', params: { machine } } }),
  setup: ({ id }) => ({ words: 'to the setup', to: { name: 'setup', params: { setup: id } } }),
  go: ({ id }) => ({ words: 'to the go', to: { name: 'go', params: { setup: id } } }),
  'first-part': () => null,
  look: () => null,
}

/** The way to what mends it: the step whose routine does, else its place; none for what only has to be looked at. */
export const mendOf = ({ mend, step }: Mended, at: At): Way | null =>
  step === undefined ? MENDS[mend](at) : { words: 'to its step', to: { name: 'step', params: { setup: at.id, step } } }

/** The line that a finding is about, in the text of the issue. */
export function lineOf({ line }: GoFinding, issue: GoPage['issue']): Way | null {
  if (line === null || !issue) return null
  return { words: `line ${line}`, to: { name: 'program', params: { issue: issue.id }, query: { line } } }
}
