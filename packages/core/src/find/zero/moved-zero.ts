import { doubtBy } from '../../limits/index.ts'
import { formatAngle } from '../../angle/index.ts'
import { nm, type Nm } from '../../length/index.ts'
import { drawWork } from '../../drawing/index.ts'
import { halfOf, type GaugeFamily } from '../../gauge/index.ts'
import { axesOf, type Axis, zSense } from '../../machine/index.ts'
import { registerKey, workRegister } from '../../register/index.ts'
import {
  gaugeInput,
  gaugesUsed,
  rotationInto,
  rowInput,
  slotInput,
  slotOfZero,
  zeroInputs,
  zeroSheet,
  type LengthInput,
  type Refusal,
  type Routine,
  type Values,
  type ZeroSlip,
} from '../../routine/index.ts'
import { gaugeById, partFrame, slotOffset, turnDoubt, workTotal, type PartFrame, type Scene } from '../../scene/index.ts'
import { restingOn } from '../../reach/index.ts'
import type { WorkingLine } from '../../working/index.ts'

/**
 * How often, and which way, a distance goes into the zero: a gauge across counts twice where X reads diameters, and toward plus of the
 * part's Z is toward minus of the machine's where a sub-spindle holds it. A typed distance is in what X reads already.
 */
function countOf(axis: Axis, from: string | null, by: string | null, { machine }: Scene): number {
  if (axis === 'Z') return zSense(machine, from)
  return axis === 'X' && by !== 'typed' && machine.kind === 'lathe' && machine.xReads === 'diameter' ? 2 : 1
}

const SIZED: readonly GaugeFamily[] = ['edge-finder', 'touch-probe', 'gauge-pin', 'shim', 'gauge-block']

/**
 * Shift: a zero that stands, moved by a known distance: a depth inside the stock, half a cutter, an insert's
 * width. W new = W + distance, with the zero it came from as its parent.
 */
export const movedZero: Routine = {
  id: 'moved-zero',
  name: 'A zero, shifted',
  manner: 'shifted from a zero that stands',
  purpose: 'Part zero a known distance from one that stands: a depth inside the stock, half a cutter, an insert\u2019s width.',
  kind: 'pick-up',
  machines: ['mill', 'lathe'],

  inputs(scene, raw) {
    const axes = axesOf(scene.machine)
    return [
      { ...slotInput(scene, 'Starting from'), id: 'from' },
      rowInput(
        'axis',
        'Axis',
        axes.map((axis) => ({ value: axis, label: axis })),
      ),
      rowInput('by', 'Moved by', [
        { value: 'typed', label: 'a distance' },
        { value: 'gauge', label: 'a gauge' },
        { value: 'half', label: 'half a gauge' },
      ]),
      ...(raw.by === 'gauge' || raw.by === 'half'
        ? [
            gaugeInput('gauge', 'Which one', scene, SIZED),
            rowInput('way', 'Zero moves', [
              { value: '+', label: 'toward plus' },
              { value: '-', label: 'toward minus' },
            ]),
          ]
        : [
            {
              kind: 'length',
              id: 'distance',
              label: 'Zero moves by',
              role: 'size',
              grid: nm(1),
              hint: 'plus where the part display grows',
            } satisfies LengthInput,
          ]),
      ...zeroInputs(scene, raw),
    ]
  },

  sheet(values, scene) {
    const axis = (values.choice('axis') as Axis | null) ?? 'Z'
    const from = values.choice('from')
    const parent = from ? slotOffset(scene, from, axis) : undefined
    const moved = distanceOf(values, scene)
    const count = countOf(axis, from, values.choice('by'), scene)
    const frame = from && axis !== 'Z' ? partFrame(scene, from) : null
    const ways = waysOf(axis, moved && nm(moved.distance * count), frame, scene, from)
    return zeroSheet({
      values,
      scene,
      refusal: from && !parent ? unset(from, axis, scene) : axis === 'Z' && from ? otherSpindle(from, slotOfZero(values), scene) : null,
      found: ways.map((way) => {
        const own = from ? slotOffset(scene, from, way.axis) : undefined
        const total = way.base === null || way.by === null ? null : way.base + way.by
        return {
          axis: way.axis,
          total,
          contributors: [
            ...(own ? [restingOn(`${from} ${way.axis}`, own)] : []),
            ...(moved ? [{ ...moved.contributor, standard: Math.abs(moved.contributor.standard * way.share * count) }] : []),
            ...(way.doubt > 0 ? [{ label: `${from} rotation`, standard: way.doubt }] : []),
          ],
          rests: from ? [registerKey(workRegister(from, way.axis)), ...(frame?.rests.slice(2) ?? [])] : [],
          byEye: own?.byEye ?? false,
          slips: total === null || way.axis !== axis ? [] : otherWay(total, nm(moved!.distance * count), way.share),
        }
      }),
      lines: linesOf(values, from, ways, moved, frame, count),
      alsoWritten: (active) => (frame ? rotationInto(active, frame.rotation, scene, frame) : []),
      gauges: gaugesUsed(values.choice('gauge')),
      readings: [],
      drawing: drawingOf(axis, scene, moved?.distance ?? null),
    })
  },
}

/** What a distance along one axis of the part moves on one axis of the machine. */
interface Way {
  axis: Axis
  base: Nm | null
  by: number | null
  /** Share of the distance that falls on this axis. */
  share: number
  doubt: number
}

/** Along the part's own axis: in a slot that turns, a distance in X moves the zero in Y too. */
function waysOf(axis: Axis, distance: Nm | null, frame: PartFrame | null, scene: Scene, from: string | null): Way[] {
  const base = (on: Axis) => (from ? workTotal(scene, from, on) : null)
  if (!frame || frame.rotation === 0) return [{ axis, base: base(axis), by: distance, share: 1, doubt: 0 }]
  const unit = frame.turn(axis === 'X' ? { x: 1, y: 0 } : { x: 0, y: 1 })
  const along = axis === 'X' ? { x: distance ?? 0, y: 0 } : { x: 0, y: distance ?? 0 }
  const doubt = turnDoubt(along, frame.radians, frame.turnedBy?.standard ?? null)
  return (['X', 'Y'] as const).map((on) => {
    const key = on === 'X' ? 'x' : 'y'
    return { axis: on, base: base(on), by: distance === null ? null : distance * unit[key], share: unit[key], doubt: doubt[key] }
  })
}

interface Moved {
  distance: Nm
  label: string
  contributor: { label: string; standard: number }
}

function distanceOf(values: Values, scene: Scene): Moved | null {
  const by = values.choice('by')
  if (by === 'typed') {
    const distance = values.length('distance')
    return distance === null ? null : { distance, label: 'Zero moves by', contributor: doubtBy('typedDistance', scene) }
  }
  const gauge = gaugeById(scene, values.choice('gauge'))
  const way = values.choice('way')
  if (!gauge || !way) return null
  const size = by === 'half' ? halfOf(gauge.size) : gauge.size
  return {
    distance: nm(way === '+' ? size : 0 - size),
    label: by === 'half' ? `half of ${gauge.name}` : gauge.name,
    contributor: { label: gauge.name, standard: gauge.uncertainty },
  }
}

/** A zero of one spindle's work says nothing of the other's: their faces are not one part's. */
function otherSpindle(from: string, to: string | null, { machine }: Scene): Refusal | null {
  if (to === null || zSense(machine, from) === zSense(machine, to)) return null
  return {
    input: 'from',
    sentence: `${from} and ${to} serve different spindles, and Z counts the other way there. Touch the face in ${to}, or start from a zero of the same spindle.`,
  }
}

const unset = (from: string, axis: Axis, scene: Scene): Refusal => ({
  input: 'from',
  sentence: `${from} ${axis} is unset on ${scene.machine.name}; unset is not zero. Start from a zero that stands.`,
})

/** A distance that is no typed figure, a gauge's or a size's, may have been counted the other way all the same. */
function otherWay(total: number, whole: Nm, share: number): ZeroSlip[] {
  return [{ id: 'direction', phrase: 'the zero had been moved the other way', corrected: total - 2 * whole * share }]
}

function linesOf(
  values: Values,
  from: string | null,
  ways: readonly Way[],
  moved: Moved | null,
  frame: PartFrame | null,
  count: number,
): WorkingLine[] {
  const typed = values.choice('by') === 'typed'
  const turns = frame !== null && frame.rotation !== 0
  const label = moved?.label ?? 'distance'
  const distance = { figure: moved?.distance ?? null, ...(typed ? { input: 'distance' } : {}) }
  const start: WorkingLine = {
    operation: 'start',
    label: from ? `${from}${ways.length === 1 ? ` ${ways[0]!.axis}` : ''}, as it stands` : 'the zero that stands',
    cells: ways.map(({ base }) => ({ figure: base })),
  }
  if (count === 2)
    return [
      start,
      { operation: 'aside', label, cells: [distance] },
      { operation: 'add', label: 'twice that, X reads diameters', cells: [{ figure: moved && nm(2 * moved.distance) }] },
    ]
  if (count === -1) return [start, { operation: 'less', label: `${label}, part Z counts against machine Z`, cells: [distance] }]
  if (!turns) return [start, { operation: 'add', label, cells: [distance] }]
  return [
    start,
    { operation: 'aside', label, cells: [distance, null] },
    {
      operation: 'add',
      label: `the same, turned by ${formatAngle(frame.rotation)}`,
      cells: ways.map(({ by }) => ({ figure: by === null ? null : nm(Math.round(by)) })),
    },
  ]
}

function drawingOf(axis: Axis, scene: Scene, distance: Nm | null) {
  const drawing = drawWork(axis === 'Y' ? 'above' : 'front', scene)
  if (distance === null) return drawing
  const back = nm(0 - distance)
  return {
    ...drawing,
    marks: [{ at: axis === drawing.horizontal ? { x: back, y: nm(0) } : { x: nm(0), y: back }, label: 'the zero it started from' }],
  }
}
