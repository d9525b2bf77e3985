import { minus, nm, plus, roundToIncrement, type Nm } from '../../length/index.ts'
import type { Drawing } from '../../drawing/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { setterAcross, setterCentre } from '../../register/index.ts'
import {
  gaugeInput,
  gaugesUsed,
  readingInput,
  resultCell,
  rowInput,
  type Refusal,
  type Result,
  type Routine,
  type Write,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { combine, ofReadout } from '../../uncertainty/index.ts'
import type { Working, WorkingResult } from '../../working/index.ts'
import { roundStylus } from './round-stylus.ts'

/**
 * Setter sides: where the middle of a setter's stylus stands on an axis, and how wide it measures there, from
 * a pin of known diameter in the spindle that touches it from both sides. With M = centre ∓ (across + pin)/2:
 * centre = (M₁ + M₂)/2, across = |M₂ − M₁| − pin. Run-out of the spindle and the setter's trigger travel are
 * in the width, so tools that are measured there afterwards do not see them.
 */
export const setterSides: Routine = {
  id: 'setter-sides',
  name: 'Setter sides',
  manner: 'from a pin on both sides',
  purpose: 'Where a setter\u2019s stylus stands and how wide it measures, so that it can take diameters.',
  kind: 'calibration',
  machines: ['mill'],

  inputs(scene) {
    return [
      gaugeInput('setter', 'Setter', scene, ['setter']),
      rowInput('axis', 'Axis', [
        { value: 'X', label: 'X' },
        { value: 'Y', label: 'Y' },
      ]),
      gaugeInput('pin', 'Pin in the spindle', scene, ['gauge-pin']),
      readingInput('X', scene.machine, 'Moving plus, at the touch', 'low'),
      readingInput('X', scene.machine, 'Moving minus, at the touch', 'high'),
    ]
  },

  sheet(values, scene) {
    const given: Given = {
      setter: gaugeById(scene, values.choice('setter')),
      pin: gaugeById(scene, values.choice('pin')),
      axis: values.choice('axis') as 'X' | 'Y' | null,
      low: values.length('low'),
      high: values.length('high'),
    }
    const refusal = refusalOf(given)
    const complete = refusal ? null : completeOf(given)
    const writes = complete && writesOf(complete, scene)
    const { setter, axis } = given
    return {
      targets: setter && axis ? [setterAcross(setter.id), setterCentre(setter.id, axis)] : [],
      refusal,
      working: workingOf(given, writes, scene),
      drawing: drawingOf(given, writes, scene),
      result: complete && writes && resultOf(complete, writes),
    }
  },
}

interface Complete {
  setter: Gauge
  pin: Gauge
  axis: 'X' | 'Y'
  low: Nm
  high: Nm
}
type Given = { [Key in keyof Complete]: Complete[Key] | null }

function completeOf({ setter, pin, axis, low, high }: Given): Complete | null {
  return setter && pin && axis && low !== null && high !== null ? { setter, pin, axis, low, high } : null
}

function refusalOf({ pin, low, high }: Given): Refusal | null {
  if (low === null || high === null) return null
  if (low >= high)
    return { input: 'high', sentence: 'Moving minus, at the touch: it must read more than the other side. Were the two sides swapped?' }
  if (pin && minus(high, low) <= pin.size)
    return {
      input: 'pin',
      sentence: `Pin in the spindle: the two touches lie closer together than ${pin.name} is wide. Is it the pin in the spindle?`,
    }
  return null
}

function cellsOf(setter: Gauge | null, axis: 'X' | 'Y' | null, writes: Write[] | null): WorkingResult['cells'] {
  const [across, centre] = writes ?? []
  return [
    resultCell(setter && setterAcross(setter.id), across?.value ?? null, across?.uncertainty ?? null),
    resultCell(setter && axis ? setterCentre(setter.id, axis) : null, centre?.value ?? null, centre?.uncertainty ?? null),
  ]
}

function workingOf({ setter, pin, axis, low, high }: Given, writes: Write[] | null, scene: Scene): Working {
  const centre = writes?.[1]
  const apart = low === null || high === null ? null : minus(high, low)
  return {
    unit: scene.machine.unit,
    columns: ['Width across', `Middle ${axis ?? 'X'}`],
    lines: [
      { operation: 'touch', label: 'Moving plus, at the touch', cells: [{ figure: low, input: 'low' }, null] },
      { operation: 'touch', label: 'Moving minus, at the touch', cells: [{ figure: high, input: 'high' }, null] },
      { operation: 'start', label: 'from one to the other, and half-way', cells: [{ figure: apart }, { figure: centre?.value ?? null }] },
      {
        operation: 'less',
        label: pin ? `diameter of ${pin.name}` : 'diameter of the pin',
        cells: [{ figure: pin?.size ?? null }, null],
      },
    ],
    results: [{ label: setter?.name ?? 'Setter', cells: cellsOf(setter, axis, writes) }],
    facts: [],
  }
}

function drawingOf({ setter, pin, axis, low, high }: Given, writes: Write[] | null, scene: Scene): Drawing {
  const touching = pin && { label: pin.name, radius: nm(Math.round(pin.size / 2)) }
  const name = setter?.name ?? 'setter'
  return roundStylus(scene, {
    axis: axis ?? 'X',
    name,
    across: writes?.[0]?.value ?? null,
    touching,
    direction: low === null ? 1 : -1,
    lit: high === null,
  })
}

function resultOf({ setter, pin, axis, low, high }: Complete, writes: Write[]): Result {
  return {
    writes,
    readings: [
      { axis, label: `machine ${axis} moving plus`, value: low },
      { axis, label: `machine ${axis} moving minus`, value: high },
    ],
    readouts: [],
    gauges: gaugesUsed(setter.id, pin.id),
  }
}

function writesOf({ setter, pin, axis, low, high }: Complete, scene: Scene): Write[] {
  const { increment } = scene.machine
  const readout = ofReadout(increment)
  const touch = { label: setter.name, standard: setter.uncertainty }
  const plain = { state: 'set' as const, assembly: null, rests: [] }
  const across = combine([readout, readout, touch, touch, { label: pin.name, standard: pin.uncertainty }], increment)
  const centre = combine(
    [
      { label: readout.label, standard: readout.standard / Math.SQRT2 },
      { ...touch, standard: setter.uncertainty / Math.SQRT2 },
    ],
    increment,
  )
  return [
    {
      ...plain,
      register: setterAcross(setter.id),
      value: roundToIncrement(minus(minus(high, low), pin.size), increment),
      uncertainty: across,
    },
    { ...plain, register: setterCentre(setter.id, axis), value: roundToIncrement(plus(low, high) / 2, increment), uncertainty: centre },
  ]
}
