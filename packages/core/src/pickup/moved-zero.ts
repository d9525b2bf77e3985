import { nm, plus, type Nm } from '../length/index.ts'
import { drawStock } from '../drawing/index.ts'
import { halfOf, type GaugeFamily } from '../gauge/index.ts'
import { axesOf, type Axis } from '../machine/index.ts'
import { registerKey, workRegister } from '../register/index.ts'
import {
  figureSlips,
  gaugeInput,
  gaugesUsed,
  offered,
  rowInput,
  slotInput,
  zeroInputs,
  zeroSheet,
  type LengthInput,
  type Refusal,
  type Routine,
  type Values,
} from '../routine/index.ts'
import { gaugeById, slotOffset, workTotal, type Scene } from '../scene/index.ts'
import { restingOn } from '../reach/index.ts'
import type { WorkingLine } from '../working/index.ts'

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
              hint: 'plus where the reading grows',
            } satisfies LengthInput,
          ]),
      ...zeroInputs(scene, raw),
    ]
  },

  sheet(values, scene) {
    const axis = (values.choice('axis') as Axis | null) ?? 'Z'
    const from = values.choice('from')
    const parent = from ? slotOffset(scene, from, axis) : undefined
    const base = from ? workTotal(scene, from, axis) : null
    const moved = distanceOf(values, scene)
    const total = base === null || moved === null ? null : plus(base, moved.distance)
    return zeroSheet({
      values,
      scene,
      refusal: from && !parent ? unset(from, axis, scene) : null,
      found: [
        {
          axis,
          total,
          contributors: [...(parent ? [restingOn(`${from} ${axis}`, parent)] : []), ...(moved ? [moved.contributor] : [])],
          rests: from ? [registerKey(workRegister(from, axis))] : [],
          byEye: parent?.byEye ?? false,
          slips: total === null ? [] : slipsOf(total, moved!.distance, scene),
        },
      ],
      lines: linesOf(values, from, axis, base, moved),
      gauges: gaugesUsed(values.choice('gauge')),
      readings: [],
      drawing: drawingOf(axis, scene, moved?.distance ?? null),
    })
  },
}

interface Moved {
  distance: Nm
  label: string
  contributor: { label: string; standard: number }
}

/** Standard uncertainty of a distance that somebody typed: 5 µm, nothing on record says better. */
const TYPED = 5_000

function distanceOf(values: Values, scene: Scene): Moved | null {
  const by = values.choice('by')
  if (by === 'typed') {
    const distance = values.length('distance')
    return distance === null ? null : { distance, label: 'Zero moves by', contributor: { label: 'typed distance', standard: TYPED } }
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

const unset = (from: string, axis: Axis, scene: Scene): Refusal => ({
  input: 'from',
  sentence: `${from} ${axis} is unset on ${scene.machine.name}; unset is not zero. Start from a zero that stands.`,
})

function slipsOf(total: number, distance: Nm, scene: Scene) {
  const base = total - distance
  return [
    { id: 'direction', phrase: 'the zero had been moved the other way', corrected: base - distance },
    { id: 'half', phrase: 'the whole had been taken for the half', corrected: base + distance / 2 },
    { id: 'half', phrase: 'the half had been taken for the whole', corrected: base + 2 * distance },
    ...figureSlips(distance, 'the distance', 'place', scene.machine.unit).map((slip) => ({ ...slip, corrected: base + slip.value })),
    ...offered(scene, ['shim']).map((shim) => ({
      id: 'shim',
      phrase: `${shim.name} belonged in place of it`,
      corrected: base + Math.sign(distance) * shim.size,
    })),
  ]
}

function linesOf(values: Values, from: string | null, axis: Axis, base: Nm | null, moved: Moved | null): WorkingLine[] {
  const typed = values.choice('by') === 'typed'
  return [
    { operation: 'start', label: from ? `${from} ${axis}, as it stands` : 'the zero that stands', cells: [{ figure: base }] },
    {
      operation: 'add',
      label: moved?.label ?? 'distance',
      cells: [typed ? { figure: moved?.distance ?? null, input: 'distance' } : { figure: moved?.distance ?? null }],
    },
  ]
}

function drawingOf(axis: Axis, scene: Scene, distance: Nm | null) {
  const drawing = drawStock(axis === 'Y' ? 'above' : 'front', scene.plan?.stock ?? null)
  if (distance === null) return drawing
  const back = nm(0 - distance)
  return { ...drawing, marks: [{ at: axis === 'X' ? { x: back, y: nm(0) } : { x: nm(0), y: back }, label: 'the zero it started from' }] }
}
