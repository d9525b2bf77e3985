import { limitOf } from '../../limits/index.ts'
import { nm, type Nm } from '../../length/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { asShown } from '../../machine/index.ts'
import { PROBE_SIDES } from '../../register/index.ts'
import { countOf, rowInput, type ChoiceInput, type RawInputs, type Remark, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Fact } from '../../working/index.ts'

/** One place touched several times. */
export interface Repeats {
  mean: number
  /** Standard deviation of one touch; null for a single one. */
  deviation: number | null
  count: number
}

/** Mean and standard deviation (n − 1) of one place touched several times; null while a reading is missing. */
export function repeatsIn(readings: readonly (Nm | null)[]): Repeats | null {
  const known = readings.filter((one) => one !== null)
  if (known.length === 0 || known.length < readings.length) return null
  const mean = known.reduce((sum, one) => sum + one, 0) / known.length
  const squares = known.reduce((sum, one) => sum + (one - mean) ** 2, 0)
  return { mean, deviation: known.length > 1 ? Math.sqrt(squares / (known.length - 1)) : null, count: known.length }
}

/** How often each place is touched. */
export const repeatsInput = (): ChoiceInput =>
  rowInput('repeats', 'Each touch', [
    { value: '1', label: 'once' },
    { value: '2', label: 'twice' },
    { value: '3', label: 'three times' },
  ])

/** What one place adds to the doubt: what the probe is stated to, or what its touches show, over the root of their number. */
export function touchDoubt(probe: Gauge, { count, deviation }: Repeats): { label: string; standard: number } {
  return { label: probe.name, standard: Math.max(probe.uncertainty, deviation ?? 0) / Math.sqrt(count) }
}

/** Numbers of the touches that are made in each place: 1, or 1 and 2, or 1 to 3. */
export function repeatsOf(raw: RawInputs): number[] {
  return Array.from({ length: countOf(raw.repeats, [1, 2, 3]) || 1 }, (_, at) => at + 1)
}

/** Stylus and spindle have marks; they have to line up each time, or the run-out is another one. */
export const seatingInput = (): ChoiceInput =>
  rowInput('seated', 'Marks of stylus and spindle', [
    { value: 'yes', label: 'lined up' },
    { value: 'no', label: 'not lined up' },
  ])

/** What a calibration says in addition to the four radii: where the stylus runs out to, and how far. */
export function probeSheetFacts([xPlus, xMinus, yPlus, yMinus]: Nm[], scene: Scene): Fact[] {
  const [x, y] = [nm(Math.round((xPlus! - xMinus!) / 2)), nm(Math.round((yPlus! - yMinus!) / 2))]
  const signed = (value: Nm) => asShown(value, scene.machine, 'always')
  return [
    { label: 'run-out', text: `${signed(x)} in X, ${signed(y)} in Y` },
    { label: 'mean radius', text: asShown(nm(Math.round((xPlus! + xMinus! + yPlus! + yMinus!) / 4)), scene.machine) },
  ]
}

/** What a probe is calibrated against, and what makes one of its sides come out odd there. */
const AGAINST = {
  ring: { place: 'ring', cause: 'the ring\u2019s centre' },
  wall: { place: 'wall', cause: 'the reading at that turn' },
} as const
export type Against = keyof typeof AGAINST

/** One side far from the other three, repeats that scatter, marks that did not line up. */
export function spreadRemark(against: Against, radii: Nm[], repeats: Repeats[], values: Values, probe: Gauge, scene: Scene): Remark[] {
  const { place, cause } = AGAINST[against]
  const remarks: Remark[] = []
  const shown = (value: number) => asShown(nm(Math.round(value)), scene.machine)
  if (values.choice('seated') === 'no')
    remarks.push({
      id: 'seating',
      name: 'marks lined up',
      verdict: 'query',
      sentence: `${probe.name} was calibrated with its marks not lined up: the run-out holds only while it stays in the spindle just so. Say why.`,
      figures: [],
    })
  const scatter = Math.max(...repeats.map(({ deviation }) => deviation ?? 0))
  const limit = Math.max(3 * probe.uncertainty, 2_000)
  remarks.push({
    id: 'scatter',
    name: 'touches repeat',
    verdict: scatter > limit ? 'query' : 'clear',
    sentence:
      scatter > limit
        ? `The touches of one side scatter by ${shown(scatter)}, more than ${probe.name} is good for. Clean the ball and the ${place} and touch again.`
        : repeats.some(({ deviation }) => deviation !== null)
          ? `Touches repeat within ${shown(scatter)} (one standard deviation).`
          : 'Each side was touched once; repeats would show the scatter.',
    figures: [{ label: 'scatter', value: nm(Math.round(scatter)) }],
  })
  const sorted = [...radii].sort((a, b) => a - b)
  const median = (sorted[1]! + sorted[2]!) / 2
  const odd = radii.findIndex((radius) => Math.abs(radius - median) > limitOf(scene.machine, 'firstCalibration'))
  if (odd >= 0)
    remarks.push({
      id: 'odd-side',
      name: 'sides alike',
      verdict: 'query',
      sentence: `Moving ${PROBE_SIDES[odd]!.replace('-', '\u2212')} the radius is ${shown(radii[odd]!)}, far from the other three. Look at ${cause} and for a chip.`,
      figures: [{ label: 'radius', value: radii[odd]! }],
    })
  return remarks
}
