import { AXES } from './extents.ts'
import { numberOf, textOf, type Given } from './given.ts'
import type { WrittenValue } from './read.ts'
import type { State } from './state.ts'

/** What the L of a G10 line writes. */
const TOOL: Readonly<Record<number, { property: 'length' | 'diameter'; layer: 'geometry' | 'wear' }>> = {
  10: { property: 'length', layer: 'geometry' },
  11: { property: 'length', layer: 'wear' },
  12: { property: 'diameter', layer: 'geometry' },
  13: { property: 'diameter', layer: 'wear' },
}

/**
 * The values that a G10 line puts into the control. L20 is an extended slot only where the machine has it: elsewhere it says where the
 * axes stand.
 */
export function writtenBy(
  given: Given,
  { incremental }: State,
  slots: readonly string[],
  length: (letter: string) => number | null,
): WrittenValue[] {
  const [l, p] = [numberOf(given, 'L'), numberOf(given, 'P')]
  const common = { line: given.block.line, text: textOf(given), adds: incremental }
  if (p === null) return [{ ...common, register: null, value: null }]
  const slot = l === 2 && p >= 1 && p <= 6 ? `G${53 + p}` : l === 20 && slots.includes(`G54.1 P${p}`) ? `G54.1 P${p}` : null
  if (slot !== null)
    return AXES.filter((axis) => given.words.has(axis)).map((axis) => ({
      ...common,
      register: `work/${slot}/${axis}/geometry`,
      value: length(axis),
    }))
  const tool = l === null ? undefined : TOOL[l]
  if (tool && given.words.has('R')) return [{ ...common, register: `tool/${p}/${tool.property}/${tool.layer}`, value: length('R') }]
  return [{ ...common, register: null, value: null }]
}
