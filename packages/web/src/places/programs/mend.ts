import type { GoFinding } from '@rook/core'
import type { GoPage, SetupSummary } from '@rook/contract'
import type { RouteLocationRaw } from 'vue-router'

export interface Way {
  words: string
  to: RouteLocationRaw
}

type At = Pick<SetupSummary, 'id' | 'machine' | 'operation'>

/** The way to the place that mends each kind of finding. */
const MENDS: Readonly<Record<GoFinding['mend'], (at: At) => Way | null>> = {
  zero: ({ id }) => ({ words: 'to the setup', to: { name: 'setup', params: { setup: id } } }),
  tool: ({ machine }) => ({ words: 'to its tools', to: { name: 'machine-tools', params: { machine } } }),
  mount: ({ machine }) => ({ words: 'to its tools', to: { name: 'machine-tools', params: { machine } } }),
  plan: ({ operation }) => ({ words: 'to the operation', to: { name: 'operation', params: { operation } } }),
  program: ({ operation }) => ({ words: 'to its issues', to: { name: 'operation', params: { operation } } }),
  machine: ({ machine }) => ({ words: 'to the machine', to: { name: 'machine', params: { machine } } }),
  look: () => null,
}

/** The way to what mends a finding; none for what only has to be looked at. */
export const mendOf = ({ mend }: GoFinding, at: At): Way | null => MENDS[mend](at)

/** The line that a finding is about, in the text of the issue. */
export function lineOf({ line }: GoFinding, issue: GoPage['issue']): Way | null {
  if (line === null || !issue) return null
  return { words: `line ${line}`, to: { name: 'program', params: { issue: issue.id }, query: { line } } }
}
