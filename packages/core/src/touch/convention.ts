import { minus, plus, type Nm } from '../length/index.ts'

/**
 * How a machine counts tool length in Z.
 * - `gauge-length`: H > 0, from the spindle's gauge line to the tip; W is where the gauge line stands at part zero
 * - `touch-off`: H is the machine reading with the tip at part zero, normally negative; W holds zero or a deliberate shift
 * - `reference-tool`: one tool is length 0, the others are differences; W is picked up with the reference tool
 */
export type LengthConvention = 'gauge-length' | 'touch-off' | 'reference-tool'

export interface LengthSet {
  /** Work offset in Z, common shift included. */
  workOffset: Nm
  /** Tool offsets in Z by tool. */
  lengths: Readonly<Record<string, Nm>>
}

/** What fixes the new set: nothing but W (or one known H) is free to choose. */
export type LengthTarget =
  | { convention: 'gauge-length'; tool: string; gaugeLength: Nm }
  | { convention: 'touch-off'; shift: Nm }
  | { convention: 'reference-tool'; reference: string }

/**
 * Re-expresses a set of lengths in another convention.
 *
 * For every tool W + H, the machine reading with its tip at part zero, is the same in all conventions:
 * from M = W + H + P + c with P and c zero. So a conversion only chooses a new W and takes each
 * H = (W + H) − W new.
 *
 * @returns the new set, or null when the tool that fixes it is not in the set
 */
export function convertLengths(from: LengthSet, target: LengthTarget): LengthSet | null {
  const atPartZero = (tool: string): Nm | null => {
    const length = from.lengths[tool]
    return length === undefined ? null : plus(from.workOffset, length)
  }
  const workOffset = newWorkOffset(target, atPartZero)
  if (workOffset === null) return null
  const lengths = Object.fromEntries(Object.keys(from.lengths).map((tool) => [tool, minus(atPartZero(tool)!, workOffset)]))
  return { workOffset, lengths }
}

function newWorkOffset(target: LengthTarget, atPartZero: (tool: string) => Nm | null): Nm | null {
  switch (target.convention) {
    case 'touch-off':
      return target.shift
    case 'reference-tool':
      return atPartZero(target.reference)
    case 'gauge-length': {
      const reading = atPartZero(target.tool)
      return reading === null ? null : minus(reading, target.gaugeLength)
    }
  }
}

/** The sign a tool length normally has under a convention; 0 when both are normal. */
export function usualLengthSign(convention: LengthConvention): 1 | -1 | 0 {
  if (convention === 'gauge-length') return 1
  return convention === 'touch-off' ? -1 : 0
}
