import { nm, type Nm } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { fitCircle, type CircleRefusal, type FittedCircle } from '../../fit/index.ts'
import { radiusToward, type Gauge } from '../../gauge/index.ts'
import { asShown } from '../../machine/index.ts'
import {
  countOf,
  gaugeInput,
  gaugesUsed,
  placeInput,
  readingInput,
  rowInput,
  sizeInput,
  zeroInputs,
  zeroSheet,
  type FoundSize,
  type FoundZero,
  type InputSpec,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { contributorsTo, ofReadout, type Source } from '../../uncertainty/index.ts'
import type { Fact, WorkingLine } from '../../working/index.ts'
import { calibrationOf, FINDERS } from './finders.ts'
import { placeSeen, standingReadouts } from './seen-from-zero.ts'

type Kind = 'bore' | 'boss'

/**
 * Bore or boss: the centre of a round wall from three or more touches, by least squares.
 * Touches are of the stylus centre: bore diameter 2(R + r), boss 2(R − r), r for each touch's own direction.
 * W = centre − P.
 */
export const boreBoss: Routine = {
  id: 'bore-boss',
  name: 'Bore or boss',
  manner: 'from a round wall',
  purpose: 'Part zero in X and Y from the centre of a bore or a boss, with its diameter and how round it is.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const touches = touchesOf(raw.touches ?? null, (raw.kind as Kind) ?? 'bore')
    return [
      ...zeroInputs(scene, raw, { square: true }),
      rowInput('kind', 'Touched', [
        { value: 'bore', label: 'Bore' },
        { value: 'boss', label: 'Boss' },
      ]),
      gaugeInput('finder', 'What touches', scene, FINDERS),
      rowInput(
        'touches',
        'Touches',
        COUNTS.map((count) => ({ value: String(count), label: String(count) })),
      ),
      sizeInput('expected', 'Diameter expected', { optional: true }),
      ...touches.flatMap(({ name }, at): InputSpec[] =>
        (['X', 'Y'] as const).map((axis) =>
          readingInput(axis, scene.machine, `Machine ${axis} at touch ${at + 1}, moving ${name}`, `${axis}${at + 1}`),
        ),
      ),
      placeInput('Centre stands at part X', 'X', 'placeX'),
      placeInput('Centre stands at part Y', 'Y', 'placeY'),
    ]
  },

  sheet(values, scene) {
    const kind = (values.choice('kind') as Kind | null) ?? 'bore'
    const finder = gaugeById(scene, values.choice('finder'))
    const touches = touchesOf(values.choice('touches'), kind)
    const points = touches.map((_, at) => ({ x: values.length(`X${at + 1}`), y: values.length(`Y${at + 1}`) }))
    const complete = finder && points.length > 0 && points.every(({ x, y }) => x !== null && y !== null)
    const fitted = complete ? fitCircle(points as { x: Nm; y: Nm }[], wallOf(kind, finder)) : null
    const circle = fitted && typeof fitted === 'object' ? fitted : null
    const sources = circle && finder ? sourcesOf(circle, finder, scene) : []
    const [placeX, placeY] = [values.length('placeX'), values.length('placeY')]
    return zeroSheet({
      values,
      scene,
      square: { point: placeX !== null && placeY !== null ? { x: placeX, y: placeY } : null },
      refusal:
        typeof fitted === 'string'
          ? refuse(fitted, points as { x: Nm; y: Nm }[])
          : circle
            ? impossible(circle, kind, finder!, scene)
            : null,
      found: (['X', 'Y'] as const).map((axis, at) => foundOn(axis, at, values, circle, sources, scene, finder)),
      lines: linesOf(values, touches, circle, finder, kind, scene),
      facts: circle ? factsOf(circle, kind, values, scene) : [],
      gauges: gaugesUsed(finder?.id),
      readings: points.flatMap(({ x, y }, at) => [
        ...(x === null ? [] : [{ axis: 'X' as const, label: `machine X at touch ${at + 1}`, value: x }]),
        ...(y === null ? [] : [{ axis: 'Y' as const, label: `machine Y at touch ${at + 1}`, value: y }]),
      ]),
      sizes: circle ? [sizeOf(circle, kind, values, sources)] : [],
      remarks: circle && finder ? remarksOf(circle, touches, points as { x: Nm; y: Nm }[], kind, finder, scene) : [],
      drawing: drawingOf(values, scene, touches, kind, finder, circle),
      readouts: (slot, seen) =>
        standingReadouts(slot, `Spindle over the ${kind}`, placeSeen(values.length('placeX')!, values.length('placeY')!, seen)),
    })
  },
}

const COUNTS = [3, 4, 6, 8, 12]

interface AskedTouch {
  /** Unit direction from the centre to where the wall is touched. */
  outward: { x: number; y: number }
  /** Which way the spindle moves onto it: "X+", "30°". */
  name: string
}

/** Where the wall is to be touched: evenly around, beginning on the side of X+. */
function touchesOf(count: string | null, kind: Kind): AskedTouch[] {
  const n = countOf(count, COUNTS)
  return Array.from({ length: n }, (_, at) => {
    const degrees = (360 / n) * at
    const outward = { x: Math.cos((degrees * Math.PI) / 180), y: Math.sin((degrees * Math.PI) / 180) }
    return { outward, name: wayOf(kind === 'bore' ? degrees : (degrees + 180) % 360) }
  })
}

const AXES: Readonly<Record<number, string>> = { 0: 'X+', 90: 'Y+', 180: 'X\u2212', 270: 'Y\u2212' }
const wayOf = (degrees: number) => AXES[degrees] ?? `at ${Math.round(degrees)}\u00b0`

/** From stylus centre to wall: +r going outward in a bore, −r going inward onto a boss. */
function wallOf(kind: Kind, finder: Gauge) {
  return kind === 'bore'
    ? (outward: { x: number; y: number }) => radiusToward(finder, outward)
    : (outward: { x: number; y: number }) => -radiusToward(finder, { x: -outward.x, y: -outward.y })
}

function refuse(why: CircleRefusal, points: readonly { x: Nm; y: Nm }[]): Refusal {
  if (why === 'same-place') {
    const at = points.findIndex((one, index) => points.slice(0, index).some((other) => other.x === one.x && other.y === one.y))
    return {
      input: `X${at + 1}`,
      sentence: `Touch ${at + 1} has the same readings as an earlier one. Touch the wall in another place, or type it again.`,
    }
  }
  return {
    input: null,
    sentence:
      why === 'straight'
        ? 'The touches lie on a line, or nearly: no circle can be told from them. Spread them around the wall.'
        : 'No circle settles through these touches. Look for a figure that was typed wrong.',
  }
}

function impossible(circle: FittedCircle, kind: Kind, finder: Gauge, scene: Scene): Refusal | null {
  if (circle.radius > 0 && (kind === 'boss' || circle.radius > finder.size / 2))
    return circle.coverage < SMALLEST_ARC ? tooSmallAnArc(circle) : null
  const diameter = asShown(nm(Math.round(2 * circle.radius)), scene.machine)
  return {
    input: 'kind',
    sentence:
      kind === 'boss'
        ? `With the stylus taken off, the boss comes out at a diameter of ${diameter}: these touches were made inside a bore, or one is typed wrong.`
        : `The bore comes out at ${diameter}, no wider than the stylus of ${finder.name}. Look for a touch that was typed twice.`,
  }
}

const SMALLEST_ARC = 30

const tooSmallAnArc = ({ coverage }: FittedCircle): Refusal => ({
  input: null,
  sentence: `All touches lie within ${Math.round(coverage)}\u00b0 of the wall: the centre cannot be told from so short an arc. Spread them around it.`,
})

/** Each touch for itself: the readout on both axes and the contact, carried to centre and diameter by the fit. */
function sourcesOf({ sensitivity }: FittedCircle, finder: Gauge, scene: Scene): Source[] {
  return sensitivity.flatMap((one) => {
    const effects = [one.x, one.y, 2 * one.radius]
    return [
      { ...ofReadout(scene.machine.increment), effects },
      { label: finder.name, standard: finder.uncertainty, effects },
    ]
  })
}

function foundOn(
  axis: 'X' | 'Y',
  at: number,
  values: Values,
  circle: FittedCircle | null,
  sources: Source[],
  scene: Scene,
  finder: Gauge | null,
): FoundZero {
  const place = values.length(`place${axis}`)
  const total = circle && place !== null ? (axis === 'X' ? circle.x : circle.y) - place : null
  return {
    axis,
    total,
    contributors: contributorsTo(at, sources),
    rests: calibrationOf(finder, scene),
  }
}

function linesOf(
  values: Values,
  touches: AskedTouch[],
  circle: FittedCircle | null,
  finder: Gauge | null,
  kind: Kind,
  scene: Scene,
): WorkingLine[] {
  const field = (id: string) => ({ figure: values.length(id), input: id })
  const sign = kind === 'bore' ? 1 : -1
  const radius = ({ outward }: AskedTouch) =>
    finder ? `, r ${asShown(nm(Math.round(radiusToward(finder, { x: sign * outward.x, y: sign * outward.y }))), scene.machine)}` : ''
  const centre = (value: number | undefined) => ({ figure: value === undefined ? null : nm(Math.round(value)) })
  return [
    ...touches.map((touch, at): WorkingLine => ({
      operation: 'touch',
      label: `${at + 1}  moving ${touch.name}${radius(touch)}`,
      cells: [field(`X${at + 1}`), field(`Y${at + 1}`)],
    })),
    { operation: 'start', label: 'centre of the fitted circle', cells: [centre(circle?.x), centre(circle?.y)] },
    { operation: 'less', label: 'it stands at part', cells: [field('placeX'), field('placeY')] },
  ]
}

function factsOf(circle: FittedCircle, kind: Kind, values: Values, scene: Scene): Fact[] {
  const expected = values.length('expected')
  const shown = (value: number) => asShown(nm(Math.round(value)), scene.machine)
  return [
    { label: kind, text: `\u00d8${shown(2 * circle.radius)}`, ...(expected === null ? {} : { wanted: `\u00d8${shown(expected)}` }) },
    circle.form === null ? { label: 'form', text: 'three touches do not show it' } : { label: 'out of round', text: shown(circle.form) },
  ]
}

function sizeOf(circle: FittedCircle, kind: Kind, values: Values, sources: Source[]): FoundSize {
  const diameter = 2 * circle.radius
  return {
    label: kind,
    found: nm(Math.round(diameter)),
    standard: Math.hypot(...contributorsTo(2, sources).map((one) => one.standard)),
    expected: values.length('expected'),
  }
}

const degreesOf = (u: { x: number; y: number }) => (Math.atan2(u.y, u.x) * 180) / Math.PI

function remarksOf(
  circle: FittedCircle,
  touches: AskedTouch[],
  points: { x: Nm; y: Nm }[],
  kind: Kind,
  finder: Gauge,
  scene: Scene,
): Remark[] {
  const astray = points.flatMap((point, at) => {
    const is = degreesOf({ x: point.x - circle.x, y: point.y - circle.y })
    const asked = degreesOf(touches[at]!.outward)
    const off = Math.abs(((is - asked + 540) % 360) - 180)
    return off > 30 ? [{ at, off, is }] : []
  })
  const [worst] = astray.sort((a, b) => b.off - a.off)
  const wrongSide = worst !== undefined && worst.off > 90
  const remarks: Remark[] = [
    {
      id: 'touch-side',
      name: 'touches where asked',
      verdict: wrongSide ? 'stop' : worst ? 'query' : 'clear',
      sentence: worst
        ? `Touch ${worst.at + 1} was asked for at ${Math.round((degreesOf(touches[worst.at]!.outward) + 360) % 360)}\u00b0 and lies at ${Math.round((worst.is + 360) % 360)}\u00b0. ${wrongSide ? 'It may have been typed on another line.' : 'Its radius is taken for where it lies.'}`
        : 'Every touch lies on the side it was asked for.',
      figures: worst ? [{ label: `touch ${worst.at + 1} in X`, value: points[worst.at]!.x }] : [],
    },
  ]
  const limit = Math.max(10_000, 6 * finder.uncertainty)
  if (circle.form !== null) {
    const form = nm(Math.round(circle.form))
    const out = circle.form > limit
    const at = circle.residuals.reduce((most, one, index) => (Math.abs(one) > Math.abs(circle.residuals[most]!) ? index : most), 0)
    remarks.push({
      id: 'form',
      name: 'round',
      verdict: out ? 'query' : 'clear',
      sentence: out
        ? `The ${kind} is out of round by ${asShown(form, scene.machine)}, touch ${at + 1} most. Look for a burr or a chip, or touch that one again.`
        : `The ${kind} is round within ${asShown(form, scene.machine)}.`,
      figures: [{ label: 'out of round', value: form }],
    })
  }
  return remarks
}

function drawingOf(
  values: Values,
  scene: Scene,
  touches: AskedTouch[],
  kind: Kind,
  finder: Gauge | null,
  circle: FittedCircle | null,
): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  const middle = (low: Nm, high: Nm) => nm(Math.round((low + high) / 2))
  const centre = {
    x: values.length('placeX') ?? middle(box.min.x, box.max.x),
    y: values.length('placeY') ?? middle(box.min.y, box.max.y),
  }
  const fitted = circle && circle.radius > 0 ? circle.radius : null
  const span = Math.min(box.max.x - box.min.x, box.max.y - box.min.y)
  const radius = nm(Math.round(fitted ?? (values.length('expected') ?? span * 0.5) / 2))
  drawing.rounds = [{ kind: fitted ? 'fitted' : 'wall', centre, radius }]
  drawing.marks = [{ at: centre, label: '' }]
  drawing.surfaces = [
    { axis: 'X', at: centre.x, label: `X ${asShown(centre.x, scene.machine)}` },
    { axis: 'Y', at: centre.y, label: `Y ${asShown(centre.y, scene.machine)}` },
  ]
  const out = kind === 'bore' ? 1 : -1
  /** The radius that the working takes off for this way of moving, so that picture and sum agree. */
  const radiusOf = (u: { x: number; y: number }) =>
    finder ? nm(Math.round(radiusToward(finder, { x: out * u.x, y: out * u.y }))) : nm(3_000_000)
  const lit = touches.findIndex((_, at) => values.length(`X${at + 1}`) === null || values.length(`Y${at + 1}`) === null)
  const along = (u: { x: number; y: number }, distance: number) => ({
    x: nm(Math.round(centre.x + u.x * distance)),
    y: nm(Math.round(centre.y + u.y * distance)),
  })
  drawing.touches = touches.map(({ outward, name }, at) => ({
    at: along(outward, radius - out * radiusOf(outward)),
    contact: along(outward, radius),
    toward: { x: out * outward.x, y: out * outward.y },
    radius: radiusOf(outward),
    label: at === lit ? `${at + 1}, ${name}` : String(at + 1),
    lit: at === lit,
    done: values.length(`X${at + 1}`) !== null && values.length(`Y${at + 1}`) !== null,
  }))
  if (circle && fitted)
    drawing.deviations = touches.map(({ outward }, at) => ({
      from: along(outward, radius),
      by: { x: outward.x * circle.residuals[at]!, y: outward.y * circle.residuals[at]! },
    }))
  return drawing
}
