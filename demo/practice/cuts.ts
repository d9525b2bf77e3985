import type { Cut } from '@rook/practice/spec'
import { inch, type Nm } from '@rook/core'
import { OPERATIONS } from '../operations/index.ts'

const inMm = (length: Nm): number => length / 1_000_000

/** A depth from part zero down, in the slot that it is cut in. */
function depth(operation: string, name: string, nominal: number, tool: string, slot = 'G54'): Cut {
  const { truth } = OPERATIONS.find(({ id }) => id === operation)!
  return { name, kind: 'depth', nominal, tool, slot, zero: inMm(truth[slot]!.Z!) }
}

/** What the programs make, by operation: a few features of each, those that the shop measures first. */
export const CUTS: Readonly<Record<string, readonly Cut[]>> = {
  'bracket-10': [
    depth('bracket-10', 'slot, 0.25 deep', inMm(inch(0.25)), 'T1'),
    depth('bracket-10', 'hole, 0.75 deep', inMm(inch(0.75)), 'T2'),
  ],
  'square-10': [
    depth('square-10', 'left groove, 1.5 deep', 1.5, 'T2', 'G54'),
    depth('square-10', 'right groove, 1.5 deep', 1.5, 'T2', 'G55'),
    depth('square-10', 'sawn slit, 3 deep', 3, 'T4', 'G54'),
  ],
  'flange-20': [
    { name: 'recess 40', kind: 'inside', nominal: 40, tool: 'T4', slot: 'G54', bends: 0.012 },
    depth('flange-20', 'recess, 6 deep', 6, 'T4'),
  ],
  'chest-10': [
    // Its finishing mill is called with an offset number of its own for the diameter.
    { name: 'pocket 40', kind: 'inside', nominal: 40, tool: 'T3', slot: 'G54', across: 53, bends: 0.006 },
    depth('chest-10', 'pocket, 18 deep', 18, 'T3'),
    { name: 'boss 20', kind: 'outside', nominal: 20, tool: 'T4', slot: 'G54' },
  ],
  'shallot-10': [
    { name: 'outside 18', kind: 'turned', nominal: 17.98, tool: 'T1', slot: 'G54' },
    depth('shallot-10', 'shoulder at 24', 24, 'T1'),
  ],
  'pivot-10': [
    { name: 'outside 0.5', kind: 'turned', nominal: inMm(inch(0.5)), tool: 'T1', slot: 'G54' },
    depth('pivot-10', 'shoulder at 1.25', inMm(inch(1.25)), 'T4'),
  ],
}
