import { rowInput, type ChoiceInput, type Values } from '../../routine/index.ts'
import type { MountedTool } from '../../scene/index.ts'
import type { Direction } from '../../touch/index.ts'

/** The turned surface that a tool stands at: outside it moves X\u2212 onto it, in a bore X+. */
export type Surface = 'outside' | 'bore'

/** Which way X moves onto each. */
export const TOWARD: Readonly<Record<Surface, Direction>> = { outside: -1, bore: 1 }

export const surfaceInput = (): ChoiceInput =>
  rowInput('surface', 'Surface', [
    { value: 'outside', label: 'Outside', note: 'moving X\u2212' },
    { value: 'bore', label: 'Bore', note: 'moving X+' },
  ])

/** What is chosen; where nothing is, a boring bar stands in a bore and every other tool outside. */
export function surfaceOf(values: Values, tool: MountedTool | null): Surface {
  const chosen = values.choice('surface')
  if (chosen === 'outside' || chosen === 'bore') return chosen
  return tool?.kind === 'boring-bar' ? 'bore' : 'outside'
}
