import { minus, nm, times, type Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import { contactCorrection, readoutAtTouch, solve, type Direction, type TouchTerms } from '../touch/index.ts'

/** One contact on one axis, before it is solved for a work offset or for a tool offset. */
export interface SingleTouch {
  axis: Axis
  direction: Direction
  /** Machine coordinate at the contact. */
  reading: Nm
  /** The part coordinate of the touched surface. */
  place: Nm
  /** Tool offset on the axis when a work offset is found; work offset when a tool offset is found. */
  known: Nm
  finds: 'W' | 'H'
  radius: Nm
  thickness: Nm
  /** Which way the part's coordinate counts along the machine's: \u22121 on the Z of a sub-spindle; +1 where nothing is said. */
  sense?: 1 | -1
  /** True on an axis that reads diameters: radius and thickness then count twice. */
  diameterAxis?: boolean
  /** Wear that the control adds to the tool’s offset: it is in the readout, not in the sum. */
  wear?: Nm
}

function termsOf(touch: SingleTouch): TouchTerms {
  return {
    M: touch.reading,
    W: touch.finds === 'H' ? touch.known : nm(0),
    H: touch.finds === 'W' ? touch.known : nm(0),
    P: times(touch.place, touch.sense ?? 1),
    c: contactCorrection({
      direction: touch.direction,
      radius: touch.radius,
      gauge: touch.thickness,
      ...(touch.diameterAxis ? { diameterAxis: true } : {}),
    }),
  }
}

/** The unrounded value that a touch gives: W = M − H − m·P − c, or H = M − W − m·P − c. */
export function valueOf(touch: SingleTouch): Nm {
  return solve(touch.finds, termsOf(touch))
}

/** What the control shows at the touch once the value is in it: P + m·c, less the wear that it adds to the tool. */
export function readoutOf(touch: SingleTouch): Nm {
  const sense = touch.sense ?? 1
  return times(minus(readoutAtTouch(termsOf(touch)), touch.wear ?? nm(0)), sense)
}
