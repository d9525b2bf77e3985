import { formatAngle, microdegrees } from '../../angle/index.ts'
import { limitOf } from '../../limits/index.ts'
import { nm, roundToIncrement, type Nm, ZERO } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { bestFit, type BestFit, type Pair } from '../../fit/index.ts'
import { asShown } from '../../machine/index.ts'
import { registerKey, workRegister } from '../../register/index.ts'
import {
  countOf,
  gaugeInput,
  gaugesUsed,
  placeInput,
  readingInput,
  rotationWrite,
  listInput,
  rowInput,
  sizeInput,
  zeroInputs,
  zeroSheet,
  type FoundSize,
  type InputSpec,
  type RawInputs,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, partFrame, workTotal, type Scene } from '../../scene/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { contributorsTo, ofReadout, type Source } from '../../uncertainty/index.ts'
import type { Fact, WorkingLine } from '../../working/index.ts'
import { FINDERS } from './finders.ts'
import { asItIs, placeSeen, standingReadouts } from './seen-from-zero.ts'

/**
 * Known features: features whose places the drawing gives, found again on the machine, give part zero where
 * the faces that define it cannot be reached. The shift (and rotation, where the control can turn) of least
 * squares; what is left at each feature is held against the position tolerance.
 */
export const knownFeatures: Routine = {
  id: 'known-features',
  name: 'Known features',
  manner: 'from known features',
  purpose: 'Part zero from features that were made before: bores, pins, corners whose places the drawing gives.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const features = featureNames(scene, raw)
    const display = raw.read === 'machine' ? {} : { otherDisplay: true }
    return [
      ...zeroInputs(scene, raw, { several: false, square: raw.turning !== 'yes' }),
      gaugeInput('finder', 'Found with', scene, [...FINDERS, 'by-eye']),
      listInput(
        'count',
        'Features',
        COUNTS.map((count) => ({ value: String(count), label: String(count) })),
      ),
      rowInput('read', 'Read from', [
        { value: 'machine', label: 'machine display' },
        { value: 'part', label: 'part display' },
      ]),
      rowInput('turning', 'Rotation', [
        { value: 'no', label: 'not allowed' },
        { value: 'yes', label: 'allowed' },
      ]),
      sizeInput('tolerance', 'Each within \u00b1', { optional: true }),
      ...features.flatMap((name, at): InputSpec[] => [
        placeInput(`Drawing X of ${name}`, 'X', `nominalX${at + 1}`),
        placeInput(`Drawing Y of ${name}`, 'Y', `nominalY${at + 1}`),
        { ...readingInput('X', scene.machine, `Found X of ${name}`, `foundX${at + 1}`, name), ...display },
        { ...readingInput('Y', scene.machine, `Found Y of ${name}`, `foundY${at + 1}`, name), ...display },
      ]),
    ]
  },

  sheet(values, scene) {
    const finder = gaugeById(scene, values.choice('finder'))
    const count = countOf(values.choice('count'), COUNTS)
    const turning = values.choice('turning') === 'yes'
    const pairs = pairsOf(values, scene, count)
    const refusal = refusalOf(values, scene, pairs, count)
    const fit = pairs && !refusal ? bestFit(pairs, turning) : null
    const sources = fit && finder ? sourcesOf(fit, finder, scene) : []
    const slot = values.choice('slot')
    const reading = values.choice('read')
    return zeroSheet({
      values,
      scene,
      refusal,
      ...(turning ? {} : { square: { point: null } }),
      columns: ['X', 'Y', 'left'],
      found: (['X', 'Y'] as const).map((axis, at) => ({
        axis,
        total: fit ? (axis === 'X' ? fit.x : fit.y) : null,
        contributors: contributorsTo(at, sources),
        rests: slot && reading === 'part' ? [registerKey(workRegister(slot, axis)), ...partFrame(scene, slot).rests.slice(2)] : [],
        byEye: finder?.family === 'by-eye',
      })),
      lines: linesOf(values, scene, count, fit),
      facts: fit ? factsOf(fit, values, scene, turning) : [],
      gauges: gaugesUsed(finder?.id),
      readings: reading === 'machine' ? readingsOf(values, count) : [],
      sizes: fit ? leftOf(fit, values, scene) : [],
      remarks: fit ? remarksOf(fit, values, scene, turning) : [],
      drawing: drawingOf(values, scene, count, fit),
      readouts: (active, seen) =>
        standingReadouts(
          active,
          `Spindle over ${featureName(scene, 0)}`,
          placeSeen(values.length('nominalX1')!, values.length('nominalY1')!, turning ? seen : asItIs),
        ),
      alsoWritten: (active) => (fit && turning && scene.machine.rotates ? [rotationWrite(active, fit.rotation, scene, sources)] : []),
    })
  },
}

/** Two fix a shift and a rotation; each one more says how well. */
const COUNTS = Array.from({ length: 23 }, (_, at) => at + 2)

const featureName = (scene: Scene, at: number) => scene.plan?.features[at]?.name ?? `feature ${at + 1}`

function featureNames(scene: Scene, raw: RawInputs): string[] {
  return Array.from({ length: countOf(raw.count, COUNTS) }, (_, at) => featureName(scene, at))
}

/** Nominal places and the machine coordinates found; readings of the part display are counted from the active slot. */
function pairsOf(values: Values, scene: Scene, count: number): Pair[] | null {
  const slot = values.choice('slot')
  const fromPart = values.choice('read') === 'part'
  const frame = fromPart && slot ? partFrame(scene, slot) : null
  if (count === 0 || (fromPart && !frame?.zero) || values.choice('read') === null) return null
  const pairs: Pair[] = []
  for (let at = 1; at <= count; at++) {
    const [nx, ny, fx, fy] = ['nominalX', 'nominalY', 'foundX', 'foundY'].map((id) => values.length(`${id}${at}`))
    if (nx === null || ny === null || fx === null || fy === null) return null
    const shown = { x: fx!, y: fy! }
    pairs.push({ nominal: { x: nx!, y: ny! }, measured: frame ? frame.displayed(shown)! : shown })
  }
  return pairs
}

function refusalOf(values: Values, scene: Scene, pairs: Pair[] | null, count: number): Refusal | null {
  const slot = values.choice('slot')
  if (values.choice('read') === 'part' && slot && (workTotal(scene, slot, 'X') === null || workTotal(scene, slot, 'Y') === null))
    return { input: 'read', sentence: `${slot} has no X and Y, so its part display counts from nowhere. Read the machine display.` }
  if (values.choice('turning') === 'yes' && !scene.machine.rotates)
    return {
      input: 'turning',
      sentence: `${scene.machine.name} cannot turn its coordinates. Fit without rotation; when too much is left at the features, tap the part square, or turn the program by the angle.`,
    }
  if (!pairs) return null
  const same = pairs.findIndex((one, at) =>
    pairs.slice(0, at).some((other) => other.nominal.x === one.nominal.x && other.nominal.y === one.nominal.y),
  )
  if (same >= 0)
    return { input: `nominalX${same + 1}`, sentence: `Feature ${same + 1} has the same place on the drawing as an earlier one.` }
  const twice = pairs.findIndex((one, at) =>
    pairs.slice(0, at).some((other) => other.measured.x === one.measured.x && other.measured.y === one.measured.y),
  )
  if (twice >= 0)
    return {
      input: `foundX${twice + 1}`,
      sentence: `Feature ${twice + 1} was found at the very place of an earlier one; one of them was typed twice.`,
    }
  return count >= 2 ? null : { input: 'count', sentence: 'Two features at least.' }
}

function sourcesOf(fit: BestFit, finder: Gauge, scene: Scene): Source[] {
  return fit.sensitivity.flatMap(({ x, y, rotation }) =>
    (['x', 'y'] as const).flatMap((axis) => {
      const effects = [x[axis], y[axis], rotation[axis]]
      return [
        { ...ofReadout(scene.machine.increment), effects },
        { label: finder.name, standard: finder.uncertainty, effects },
      ]
    }),
  )
}

function readingsOf(values: Values, count: number) {
  return Array.from({ length: count }, (_, at) => at + 1).flatMap((at) =>
    (['X', 'Y'] as const).flatMap((axis) => {
      const value = values.length(`found${axis}${at}`)
      return value === null ? [] : [{ axis, label: `machine ${axis} of feature ${at}`, value }]
    }),
  )
}

const lengthOf = ({ x, y }: { x: number; y: number }): Nm => nm(Math.round(Math.hypot(x, y)))

function linesOf(values: Values, scene: Scene, count: number, fit: BestFit | null): WorkingLine[] {
  const numbers = Array.from({ length: count }, (_, at) => at + 1)
  const cells = (id: string, at: number) =>
    (['X', 'Y'] as const).map((axis) => ({ figure: values.length(`${id}${axis}${at}`), input: `${id}${axis}${at}` }))
  return [
    ...numbers.flatMap((at): WorkingLine[] => [
      { operation: 'touch', label: `${featureName(scene, at - 1)}, drawing`, cells: [...cells('nominal', at), null] },
      {
        operation: 'touch',
        label: '\u2003found',
        cells: [
          ...cells('found', at),
          { figure: fit ? roundToIncrement(lengthOf(fit.residuals[at - 1]!), scene.machine.increment) : null },
        ],
      },
    ]),
    {
      operation: 'start',
      label: 'part zero of the best fit',
      cells: [{ figure: fit ? nm(Math.round(fit.x)) : null }, { figure: fit ? nm(Math.round(fit.y)) : null }, null],
    },
  ]
}

function factsOf(fit: BestFit, values: Values, scene: Scene, turning: boolean): Fact[] {
  const slot = values.choice('slot')
  const shift = (axis: 'X' | 'Y') => {
    const before = slot ? workTotal(scene, slot, axis) : null
    return before === null ? null : nm(Math.round((axis === 'X' ? fit.x : fit.y) - before))
  }
  const [x, y] = [shift('X'), shift('Y')]
  return [
    ...(x !== null && y !== null
      ? [{ label: 'shift', text: `${asShown(x, scene.machine, 'always')}, ${asShown(y, scene.machine, 'always')}` }]
      : []),
    ...(turning ? [{ label: 'turned', text: formatAngle(microdegrees((fit.rotation * 180) / Math.PI)) }] : []),
    { label: 'most left at a feature', text: asShown(nm(Math.max(...fit.residuals.map(lengthOf))), scene.machine) },
  ]
}

/** What two measured places may be off each other by, three standard uncertainties; a drawing is seldom held closer than the least. */
function asMeasured(values: Values, scene: Scene): Nm {
  const finder = gaugeById(scene, values.choice('finder'))
  const standard = Math.hypot(finder?.uncertainty ?? 0, ofReadout(scene.machine.increment).standard)
  return nm(Math.round(Math.max(limitOf(scene.machine, 'sizeOff'), 3 * Math.SQRT2 * standard)))
}

/** What is left at each feature, for the slip that would leave nothing. */
function leftOf(fit: BestFit, values: Values, scene: Scene): FoundSize[] {
  const standard = asMeasured(values, scene) / 3
  return fit.residuals.flatMap((left, at) =>
    (['x', 'y'] as const).map((along) => ({
      label: `${along.toUpperCase()} left at ${featureName(scene, at)}`,
      found: nm(Math.round(left[along])),
      standard,
      expected: ZERO,
      isTold: true,
    })),
  )
}

function remarksOf(fit: BestFit, values: Values, scene: Scene, turning: boolean): Remark[] {
  const said = values.length('tolerance') ?? (scene.plan?.tolerance ? nm(Math.round(scene.plan.tolerance / 2)) : null)
  // Where no tolerance says more, they have to fit as well as they were measured.
  const tolerance = said ?? asMeasured(values, scene)
  const left = fit.residuals.map(lengthOf)
  const beyond = left.flatMap((value, at) => (value > tolerance ? [at] : []))
  const shown = (value: Nm) => asShown(value, scene.machine)
  const advice = turning
    ? 'Measure the worst one again; if it stays, the part is not what the drawing says.'
    : 'Measure again, or allow a rotation where the control can turn, or tap the part square.'
  return [
    {
      id: 'features',
      name: 'features fit',
      verdict: beyond.length === 0 ? 'clear' : said === null ? 'query' : 'stop',
      sentence:
        beyond.length > 0
          ? `${beyond.map((at) => `${featureName(scene, at)} is ${shown(left[at]!)} off`).join(', ')}, more than \u00b1${shown(tolerance)}. ${advice}`
          : `Every feature fits within ${shown(nm(Math.max(...left)))}, allowed \u00b1${shown(tolerance)}.`,
      figures: left.map((value, at) => ({ label: `left at ${featureName(scene, at)}`, value })),
    },
  ]
}

function drawingOf(values: Values, scene: Scene, count: number, fit: BestFit | null): Drawing {
  const drawing = drawWork('above', scene)
  const places = Array.from({ length: count }, (_, at) => ({
    x: values.length(`nominalX${at + 1}`),
    y: values.length(`nominalY${at + 1}`),
    at,
  })).filter((one): one is { x: Nm; y: Nm; at: number } => one.x !== null && one.y !== null)
  drawing.rounds = places.flatMap(({ x, y, at }) => {
    const size = scene.plan?.features[at]?.size
    return size ? [{ kind: 'wall' as const, centre: { x, y }, radius: nm(Math.round(size / 2)) }] : []
  })
  drawing.marks = places.map(({ x, y, at }) => ({ at: { x, y }, label: featureName(scene, at) }))
  if (fit) drawing.deviations = places.map(({ x, y, at }) => ({ from: { x, y }, by: fit.residuals[at]! }))
  return drawing
}
