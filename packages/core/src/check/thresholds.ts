import { mm, type Nm } from '../length/index.ts'
import type { Verdict } from './finding.ts'

/** Every figure and verdict that the checks go by, in one place. */
export const THRESHOLDS = {
  /** A zero that moves less than this from its last value in the same operation is never questioned. */
  zeroMoves: mm(0.02),
  /** Fixture repeat (one standard deviation) taken when the operation states none. */
  fixtureRepeat: mm(0.02),
  /** The same for a length of one and the same assembly, measured again. */
  lengthMoves: mm(0.02),
  /** How well one assembly's length repeats, one standard deviation: seating of the taper, touch. */
  lengthRepeat: mm(0.005),
  /** The same for a setter's constant. */
  constantMoves: mm(0.02),
  /** Standard uncertainty of a value whose method gave none. */
  unknownStandard: mm(0.01),
  /** A mistake explains a jump when it brings the value within this many standard uncertainties … */
  explainedWithin: 2.5,
  /** … and leaves less than this share of the jump. */
  explainedShare: 0.25,
  /** A jump is questioned beyond this many standard uncertainties. */
  questionedBeyond: 3,
  /** Rule or caliper against the measured length. */
  estimateQuery: mm(1),
  estimateStop: mm(4),
} satisfies Record<string, Nm | number>

/** What a jump explained by this slip is: most are a stop, those with innocent look-alikes a query. */
export const SLIP_VERDICT: Readonly<Record<string, Verdict>> = {
  direction: 'stop',
  radius: 'stop',
  diameter: 'stop',
  finder: 'query',
  shim: 'stop',
  'shim-twice': 'stop',
  'other-tool': 'stop',
  'other-slot': 'stop',
  sign: 'stop',
  'place-sign': 'stop',
  'unit-reading': 'stop',
  'unit-place': 'stop',
  'point-reading': 'query',
  'point-place': 'query',
}

/** When two mistakes fit equally well, the one that happens more often is named. Smaller is likelier. */
export const SLIP_RANK: Readonly<Record<string, number>> = {
  'other-slot': 0,
  shim: 0.1,
  radius: 0.1,
  direction: 0.2,
  'unit-reading': 0.1,
  'point-reading': 0.3,
  sign: 0.2,
  diameter: 0.4,
  'shim-twice': 0.5,
  'other-tool': 0.3,
  'place-sign': 0.4,
  'unit-place': 0.4,
  'point-place': 0.5,
  finder: 0.6,
}
