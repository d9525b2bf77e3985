import { doubtBy } from '../../limits/index.ts'
import { formatAngle } from '../../angle/index.ts'
import { formatExact, nm, type Nm } from '../../length/index.ts'
import { drawWork } from '../../drawing/index.ts'
import { registerKey, workRegister } from '../../register/index.ts'
import {
  placeInput,
  rotationInto,
  rowInput,
  sizeInput,
  slotInput,
  zeroInputs,
  zeroSheet,
  type Refusal,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { partFrame, slotOffset, turnDoubt, workTotal, type PartFrame, type Scene } from '../../scene/index.ts'
import { restingOn } from '../../reach/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import type { SideAxis } from './finders.ts'

/**
 * From the stock's size: a corner that was picked up, and the stock's measured sizes, give part zero in the
 * middle or at any other named point. W new = W corner ± share · size − P.
 */
export const fromStock: Routine = {
  id: 'from-stock',
  name: 'From the stock\u2019s size',
  manner: 'from a corner and the stock\u2019s size',
  purpose: 'Part zero in the middle of the stock, or at another corner, from a corner that stands and the measured size.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    return [
      { ...slotInput(scene, 'Corner stands in'), id: 'from' },
      rowInput('cornerX', 'Corner, in X', [
        { value: 'low', label: 'left' },
        { value: 'high', label: 'right' },
      ]),
      rowInput('cornerY', 'Corner, in Y', [
        { value: 'low', label: 'near' },
        { value: 'high', label: 'far' },
      ]),
      rowInput('toX', 'Zero goes to, in X', [
        { value: 'low', label: 'left' },
        { value: 'middle', label: 'middle' },
        { value: 'high', label: 'right' },
      ]),
      rowInput('toY', 'Zero goes to, in Y', [
        { value: 'low', label: 'near' },
        { value: 'middle', label: 'middle' },
        { value: 'high', label: 'far' },
      ]),
      ...zeroInputs(scene, raw, { several: false }),
      { ...sizeInput('sizeX', 'Stock measured in X'), given: false },
      { ...sizeInput('sizeY', 'Stock measured in Y'), given: false },
      placeInput('That point stands at part X', 'X', 'placeX'),
      placeInput('That point stands at part Y', 'Y', 'placeY'),
    ]
  },

  sheet(values, scene) {
    const from = values.choice('from')
    const frame = from ? partFrame(scene, from) : null
    const caliper = doubtBy('caliperSize', scene)
    const turns = frame !== null && frame.rotation !== 0
    const axes = turnedWith(
      frame,
      AXES.map((axis) => axisOf(axis, from, values, scene)),
    )
    return zeroSheet({
      values,
      scene,
      refusal: refusalOf(from, values, scene),
      found: axes.map(({ axis, total, size, share, corner, doubt }) => ({
        axis,
        total,
        contributors: [
          ...(corner ? [restingOn(`${from} ${axis}`, corner)] : []),
          { ...caliper, standard: Math.abs(share ?? 0) * caliper.standard },
          ...(turns ? [{ label: `${from} rotation`, standard: doubt }] : []),
        ],
        rests: from ? [registerKey(workRegister(from, axis)), ...(turns ? frame.rests.slice(2) : [])] : [],
        slips:
          total === null ? [] : [{ id: 'direction', phrase: 'the corner were on the other side', corrected: total - 2 * share! * size! }],
      })),
      lines: linesOf(axes, from, values, scene, frame),
      alsoWritten: (active) => (frame ? rotationInto(active, frame.rotation, scene, frame) : []),
      gauges: [],
      readings: [],
      drawing: drawingOf(values, scene),
    })
  },
}

const AXES: readonly SideAxis[] = ['X', 'Y']

interface OnAxis {
  axis: SideAxis
  corner: ReturnType<typeof slotOffset>
  base: Nm | null
  size: Nm | null
  /** Shares of the size from corner to point: 0, ±1/2, ±1. */
  share: number | null
  place: Nm | null
  total: number | null
  /** From the corner to the point, and the place of the point, as they lie on the machine. */
  way: number | null
  at: number | null
  /** What the doubt of the slot's rotation does here. */
  doubt: number
}

const SHARE: Readonly<Record<string, number>> = { low: 0, middle: 0.5, high: 1 }

function axisOf(axis: SideAxis, from: string | null, values: Values, scene: Scene): OnAxis {
  const corner = from ? slotOffset(scene, from, axis) : undefined
  const base = from ? workTotal(scene, from, axis) : null
  const size = values.length(`size${axis}`)
  const place = values.length(`place${axis}`)
  const [is, to] = [values.choice(`corner${axis}`), values.choice(`to${axis}`)]
  const share = is && to ? SHARE[to]! - SHARE[is]! : null
  const way = share === null || size === null ? null : share * size
  const total = base === null || way === null || place === null ? null : base + way - place
  return { axis, corner, base, size, share, place, total, way, at: place, doubt: 0 }
}

/** The same in the frame of a slot that turns: W = corner + R(θ)·(way − P). */
function turnedWith(frame: PartFrame | null, axes: OnAxis[]): OnAxis[] {
  if (!frame || frame.rotation === 0) return axes
  const [x, y] = axes as [OnAxis, OnAxis]
  const known = x.way !== null && y.way !== null && x.place !== null && y.place !== null
  const way = known ? frame.turn({ x: x.way!, y: y.way! }) : null
  const at = known ? frame.turn({ x: x.place!, y: y.place! }) : null
  const doubt = known ? turnDoubt({ x: x.way! - x.place!, y: y.way! - y.place! }, frame.radians, frame.turnedBy?.standard ?? null) : null
  return axes.map((one, index) => {
    const key = index === 0 ? 'x' : 'y'
    const total = way && at && one.base !== null ? one.base + way[key] - at[key] : null
    return { ...one, total, way: way?.[key] ?? null, at: at?.[key] ?? null, doubt: doubt?.[key] ?? 0 }
  })
}

function refusalOf(from: string | null, values: Values, scene: Scene): Refusal | null {
  if (from) {
    const unset = AXES.filter((axis) => !slotOffset(scene, from, axis))
    if (unset.length > 0)
      return {
        input: 'from',
        sentence: `${from} ${unset.join(' and ')} is unset; pick the corner up first, or choose the slot that it stands in.`,
      }
  }
  const bad = AXES.find((axis) => (values.length(`size${axis}`) ?? 1) <= 0)
  return bad ? { input: `size${bad}`, sentence: `Stock measured in ${bad}: a size is more than zero.` } : null
}

function linesOf(axes: OnAxis[], from: string | null, values: Values, scene: Scene, frame: PartFrame | null): WorkingLine[] {
  const turn = frame && frame.rotation !== 0 ? `, turned by ${formatAngle(frame.rotation)}` : ''
  const round = (value: number | null) => ({ figure: value === null ? null : nm(Math.round(value)) })
  const shareName = (share: number | null) =>
    share === null ? '' : Math.abs(share) === 0.5 ? 'half of it' : share === 0 ? 'none of it' : 'all of it'
  const names = [...new Set(axes.map(({ share }) => shareName(share)))].filter(Boolean)
  return [
    { operation: 'touch', label: 'stock measured', cells: axes.map(({ axis, size }) => ({ figure: size, input: `size${axis}` })) },
    { operation: 'start', label: from ? `corner, as ${from} stands` : 'corner', cells: axes.map(({ base }) => ({ figure: base })) },
    {
      operation: 'add',
      label: `${names.length === 1 ? names[0]! : `from the corner to the point (${names.join(', ') || 'half or all'})`}${turn}`,
      cells: axes.map(({ way }) => round(way)),
    },
    {
      operation: turn ? 'aside' : 'less',
      label: 'that point stands at part',
      cells: axes.map(({ axis }) => ({ figure: values.length(`place${axis}`), input: `place${axis}` })),
    },
    ...(turn ? [{ operation: 'less' as const, label: `the same${turn}`, cells: axes.map(({ at }) => round(at)) }] : []),
    ...(axes.some(({ share, size }) => share !== null && size !== null && (Math.abs(share) * size) % scene.machine.increment !== 0)
      ? [
          {
            operation: 'touch' as const,
            label: `rounded once, to ${formatExact(scene.machine.increment, scene.machine.unit)}`,
            cells: axes.map(() => null),
          },
        ]
      : []),
  ]
}

function drawingOf(values: Values, scene: Scene) {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  const at = (axis: SideAxis, id: string) => {
    const [low, high] = axis === 'X' ? [box.min.x, box.max.x] : [box.min.y, box.max.y]
    return nm(Math.round(low + (high - low) * (SHARE[values.choice(`${id}${axis}`) ?? 'low'] ?? 0)))
  }
  const point = (id: string) => ({ x: at('X', id), y: at('Y', id) })
  drawing.marks = [
    { at: point('corner'), label: 'corner' },
    { at: point('to'), label: 'zero goes here' },
  ]
  return drawing
}
