import { formatExact, minus, nm, times, type Nm } from '../length/index.ts'
import type { Gauge } from '../gauge/index.ts'
import type { Axis } from '../machine/index.ts'
import type { Scene } from '../scene/index.ts'
import { contactCorrection, readoutAtTouch, solve, type Direction, type TouchTerms } from '../touch/index.ts'
import { figureSlips } from './figure-slips.ts'
import type { Slip } from './sheet.ts'

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
  /** What else could have touched, or lain between: for the likeliest single mistake. */
  alternatives: {
    finders: readonly Gauge[]
    between: readonly Gauge[]
    /** Other values for `known` that somebody could have meant: another tool's length, another slot's zero. */
    known: readonly { label: string; value: Nm }[]
  }
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

/**
 * Every single mistake that can be made in one touch, with the value there would have been without it.
 * A jump from the last value that one of them undoes is most likely that mistake.
 */
export function slipsOf(touch: SingleTouch, unit: Scene['machine']['unit']): Slip[] {
  const slips: Slip[] = []
  const slip = (id: string, phrase: string, changed: Partial<SingleTouch>) =>
    slips.push({ id, phrase, corrected: valueOf({ ...touch, ...changed }) })
  const figure = (value: Nm) => formatExact(value, unit)

  if (touch.radius > 0) {
    slip('direction', 'the touch came from the other side', { direction: touch.direction === 1 ? -1 : 1 })
    slip('radius', 'the radius had already been taken off the reading', { radius: nm(0) })
    slip('diameter', 'the whole diameter belonged in place of the radius', { radius: nm(touch.radius * 2) })
    for (const finder of touch.alternatives.finders) {
      if (finder.size === touch.radius * 2) continue
      slip('finder', `${finder.name} had been in the spindle`, { radius: nm(Math.round(finder.size / 2)) })
    }
  }
  if (touch.thickness > 0) {
    slip('shim', `nothing had lain between, and ${figure(touch.thickness)} was taken off`, { thickness: nm(0) })
    slip('shim-twice', `${figure(touch.thickness)} had been taken off the reading already`, {
      reading: minus(touch.reading, nm(-touch.direction * touch.thickness * (touch.diameterAxis ? 2 : 1))),
    })
  }
  for (const gauge of touch.alternatives.between) {
    if (gauge.size === touch.thickness || gauge.size === 0) continue
    const phrase = touch.thickness === 0 ? `${gauge.name} had lain between and was not taken off` : `${gauge.name} had lain between instead`
    slip('shim', phrase, { thickness: gauge.size })
  }
  for (const other of touch.alternatives.known) {
    if (other.value === touch.known) continue
    if (touch.finds === 'W') slip('other-tool', `${other.label} had been in the spindle`, { known: other.value })
    else slip('other-slot', `${other.label} had been taken off`, { known: other.value })
  }

  for (const { id, phrase, value } of figureSlips(touch.reading, 'the reading', 'reading', unit)) slip(id, phrase, { reading: value })
  for (const { id, phrase, value } of figureSlips(touch.place, 'the place on the part', 'place', unit)) slip(id, phrase, { place: value })
  return slips
}
