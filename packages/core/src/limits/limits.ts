import { mm, type LengthUnit } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import type { Contributor } from '../uncertainty/index.ts'

/** One figure that the checks go by. Smaller is tighter, for all of them. */
export interface Limit {
  id: LimitId
  /** What is questioned, in a sentence. */
  says: string
  /** `length` in nanometres, `angle` in millionths of a degree, `times` a plain number. */
  kind: 'length' | 'angle' | 'times'
  value: number
}

export type LimitId =
  | 'movesFar'
  | 'zeroMoves'
  | 'fixtureRepeat'
  | 'lengthMoves'
  | 'lengthRepeat'
  | 'warmGrowth'
  | 'constantMoves'
  | 'radiusMoves'
  | 'unknownStandard'
  | 'inDoubt'
  | 'questionedBeyond'
  | 'estimateQuery'
  | 'estimateStop'
  | 'sizeOff'
  | 'repeatOff'
  | 'turned'
  | 'tilted'
  | 'toleranceShare'
  | 'angleMoves'
  | 'turnedFar'
  | 'nominalOff'
  | 'edgeSpread'
  | 'wearStep'
  | 'wearTotal'
  | 'sizeRepeat'
  | DoubtId
  | 'firstCalibration'
  | 'angleByEye'
  | 'angleSwept'

/** Standard uncertainties of measurements that no gauge on record was used for. */
export type DoubtId =
  | 'feltContact'
  | 'typedThickness'
  | 'typedDistance'
  | 'typedHeight'
  | 'caliperSize'
  | 'caliperHeight'
  | 'micrometer'
  | 'unsaidSize'
  | 'stockAsCut'
  | 'rule'
  | 'heldOnCentre'
  | 'fixturePitch'
  | 'seatedAgain'
  | 'cutterAsMade'
  | 'preset'

/** Over how much a tilt counts. */
const SPAN = '100 mm'

/** What a limit is about, in the words of a machine that counts in a unit. */
export const limitSays = ({ says }: Limit, unit: LengthUnit): string => (unit === 'in' ? says.replace(SPAN, '3.937 in') : says)

const limit = (id: LimitId, kind: Limit['kind'], value: number, says: string): Limit => ({ id, kind, value, says })

/** Every figure that the checks go by, in one table. A lead may tighten them for a machine, never loosen them. */
export const LIMITS: readonly Limit[] = [
  limit('zeroMoves', 'length', mm(0.02), 'a zero that moves less than this from its last value is not questioned'),
  limit('fixtureRepeat', 'length', mm(0.02), 'how a loading repeats (one standard deviation) where the operation does not say'),
  limit('lengthMoves', 'length', mm(0.02), 'a length that moves less than this is not questioned'),
  limit('lengthRepeat', 'length', mm(0.005), 'how one assembly\u2019s length repeats (one standard deviation)'),
  limit('warmGrowth', 'length', mm(0.015), 'how far a figure found warm lies from one found cold (one standard deviation)'),
  limit('constantMoves', 'length', mm(0.02), 'a setter\u2019s constant that moves less than this is not questioned'),
  limit('radiusMoves', 'length', mm(0.004), 'a probe\u2019s radius that moves less than this from its last calibration is not questioned'),
  limit('unknownStandard', 'length', mm(0.01), 'standard uncertainty taken for a value that states none'),
  limit('inDoubt', 'length', mm(0.15), 'standard uncertainty taken for a last value that is stale or disturbed'),
  limit('questionedBeyond', 'times', 3, 'a jump is questioned beyond this many standard uncertainties'),
  limit('estimateQuery', 'length', mm(1), 'a length this far from its rough estimate is questioned'),
  limit('estimateStop', 'length', mm(4), 'a length this far from its rough estimate is stopped'),
  limit('sizeOff', 'length', mm(0.05), 'a width or diameter this far from the expected one is questioned'),
  limit('repeatOff', 'length', mm(0.01), 'the first touch, repeated, may be off by this much; more stops the pick-up'),
  limit(
    'turned',
    'angle',
    50_000,
    'a part turned more than this, or a rotary axis between two zeros of one slot, is questioned where nothing takes it up',
  ),
  limit('angleMoves', 'angle', 500_000, 'a rotation or a rotary zero that moves less than this from its last value is not questioned'),
  limit(
    'turnedFar',
    'angle',
    5_000_000,
    'a rotation of more than this is questioned: work lies nearly square, or features were taken for each other',
  ),
  limit('tilted', 'length', mm(0.03), `a face that falls more than this over ${SPAN} is questioned`),
  limit('nominalOff', 'length', mm(0.3), 'a cutter whose diameter is this far from the one on its record is questioned'),
  limit('edgeSpread', 'length', mm(0.03), 'cutting edges of one tool this far apart are questioned where the tool does not say'),
  limit('wearStep', 'length', mm(0.1), 'one wear correction of more than this is questioned (diameters as diameters)'),
  limit('wearTotal', 'length', mm(0.3), 'wear of more than this in all stops: the tool or the measurement is to be doubted'),
  limit('sizeRepeat', 'length', mm(0.003), 'how a size repeats from one part to the next (one standard deviation)'),
  limit('firstCalibration', 'length', mm(0.04), 'a side of a probe this far from the other three is questioned at its first calibration'),
  limit('angleByEye', 'angle', 100_000, 'standard uncertainty of an angle lined up by eye'),
  limit('angleSwept', 'angle', 5_000, 'standard uncertainty of an angle swept true'),
  limit('feltContact', 'length', mm(0.002), 'standard uncertainty of a tip felt onto a face, a shim or a setter by hand'),
  limit('typedThickness', 'length', mm(0.005), 'standard uncertainty of a thickness that was typed'),
  limit('typedDistance', 'length', mm(0.005), 'standard uncertainty of a distance that was typed'),
  limit('typedHeight', 'length', mm(0.01), 'standard uncertainty of a height that was typed'),
  limit('caliperSize', 'length', mm(0.01), 'standard uncertainty of stock measured with a caliper'),
  limit('caliperHeight', 'length', mm(0.015), 'standard uncertainty of base and stock together, by caliper'),
  limit('micrometer', 'length', mm(0.003), 'standard uncertainty of a diameter measured on the machine'),
  limit('heldOnCentre', 'length', mm(0.01), 'standard uncertainty of how true a tool on centre sits in its station'),
  limit('rule', 'length', mm(0.25), 'standard uncertainty of a stick-out read with a rule'),
  limit('stockAsCut', 'length', mm(0.2), 'standard uncertainty of stock as its record states it'),
  limit('movesFar', 'length', mm(25), 'a move of more than this that nothing explains is stopped'),
  limit('unsaidSize', 'length', mm(0.01), 'standard uncertainty of a size measured with something that is not said'),
  limit('fixturePitch', 'length', mm(0.005), 'standard uncertainty of where a fixture\u2019s nests stand to each other'),
  limit('seatedAgain', 'length', mm(0.02), 'standard uncertainty of a part seated again against the same stops'),
  limit('cutterAsMade', 'length', mm(0.015), 'standard uncertainty of a cutter\u2019s diameter as its maker states it'),
  limit('preset', 'length', mm(0.005), 'standard uncertainty of a preset that says nothing of its own'),
  limit('toleranceShare', 'times', 0.25, 'a \u00b1U above this share of the tolerance it serves is too coarse'),
]

const SHOP = new Map(LIMITS.map((one) => [one.id, one.value]))

/** The limit in force on a machine: the shop’s, or what a lead has tightened it to there. */
export function limitOf(machine: Pick<MachineRecord, 'limits'>, id: LimitId): number {
  const shop = SHOP.get(id)!
  return Math.min(shop, machine.limits[id] ?? shop)
}

/** Names of what has a standard uncertainty in the table, as they stand beside a ±U. */
const DOUBTS: Readonly<Record<DoubtId, string>> = {
  feltContact: 'felt contact',
  typedThickness: 'typed thickness',
  typedDistance: 'typed distance',
  typedHeight: 'height',
  caliperSize: 'stock measured with a caliper',
  caliperHeight: 'base and stock, by caliper',
  micrometer: 'measured diameter',
  rule: 'rule held to it',
  heldOnCentre: 'how true it sits',
  stockAsCut: 'stock as its record states it',
  unsaidSize: 'measured with something not said',
  fixturePitch: 'pitch of the fixture',
  seatedAgain: 'seated again against the stops',
  cutterAsMade: 'as made, not measured',
  preset: 'preset, as the file says',
}

/** What a method without a gauge's record adds to the doubt, as the table has it for the machine. */
export const doubtBy = (id: DoubtId, { machine }: { machine: Pick<MachineRecord, 'limits'> }): Contributor => ({
  label: DOUBTS[id],
  standard: limitOf(machine, id),
})

/** Why a machine’s own limits cannot be kept, by limit; empty when they can. */
export function limitProblems(limits: Readonly<Record<string, number>>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(limits).flatMap(([id, value]) => {
      const shop = SHOP.get(id as LimitId)
      if (shop === undefined) return [[id, `There is no limit called \u201c${id}\u201d.`]]
      if (!(value > 0)) return [[id, 'A limit is more than zero.']]
      return value > shop ? [[id, 'A machine\u2019s limit may be tighter than the shop\u2019s, not looser.']] : []
    }),
  )
}
