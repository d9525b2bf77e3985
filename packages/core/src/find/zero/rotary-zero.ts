import { formatAngle, microdegrees, type Microdegrees } from '../../angle/index.ts'
import { doubtBy, limitOf } from '../../limits/index.ts'
import { drawWork, type Box, type Drawing, type TouchMark } from '../../drawing/index.ts'
import { nm, roundToIncrement, type Nm } from '../../length/index.ts'
import type { RotaryRecord } from '../../machine/index.ts'
import { angleDecimals, registerKey, workRegister, type RegisterRef } from '../../register/index.ts'
import {
  angleInput,
  gaugeInput,
  gaugesUsed,
  resultCell,
  rowInput,
  sizeInput,
  slotInput,
  type InputSpec,
  type Refusal,
  type Routine,
  type Values,
  type Write,
} from '../../routine/index.ts'
import { commonShift, gaugeById, type Scene } from '../../scene/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { combine, ofReadout, type Contributor } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import { bySecondAngle, secondAngleInputs, secondAngleLines } from './second-angle.ts'

type Method = 'now' | 'typed' | 'face'
const TURN = 360_000_000

/**
 * Offset of a rotary axis: machine angle \u2212 part angle, common shift taken off.
 * - as it stands: the machine's angle now, and the angle that it is on the part
 * - along a face: an indicator run over a length l that ends h higher (toward plus) than it began. The face is turned by
 *   atan(h/l); it is level at M \u2212 s\u00b7atan(h/l), s = +1 where a growing angle lifts the plus side
 * - typed: a figure from a plan or from the control
 *
 * On an axis that turns without end whole turns mean nothing: the value nearest to what stands is taken, or within half
 * a turn of zero.
 */
export const rotaryZero: Routine = {
  id: 'rotary-zero',
  name: 'Rotary axis',
  manner: 'by angle',
  purpose: 'Part zero of a fourth or fifth axis: where it stands, from an indicator along a face, or typed.',
  kind: 'pick-up',
  machines: ['mill'],
  unfit: ({ name, rotary }) => (rotary.length > 0 ? null : `${name} has no rotary axis on record.`),

  inputs(scene, raw) {
    const axis = axisOf(raw.axis, scene)
    const name = axis?.axis ?? 'A'
    const inputs: InputSpec[] = [
      slotInput(scene),
      rowInput(
        'axis',
        'Axis',
        scene.machine.rotary.map((one) => ({ value: one.axis, label: one.axis })),
      ),
      rowInput('how', 'How', [
        { value: 'now', label: 'As it stands' },
        { value: 'face', label: 'Along a face', note: 'with an indicator' },
        { value: 'typed', label: 'Typed' },
      ]),
    ]
    if (raw.how === 'typed') return [...inputs, angleInput('angle', `Offset of ${name}`)]
    if (raw.how === 'now')
      inputs.push(
        rowInput('by', 'Lined up', [
          { value: 'true', label: 'Swept true' },
          { value: 'eye', label: 'By eye' },
        ]),
      )
    if (raw.how === 'face')
      inputs.push(
        gaugeInput('indicator', 'Indicator', scene, ['indicator']),
        sizeInput('rise', 'Rise over the run, toward plus', { given: false, role: 'reading' }),
        sizeInput('run', 'Length of the run', { given: false }),
      )
    return [
      ...inputs,
      angleInput('reading', `Machine ${name} now`),
      angleInput('place', `${raw.how === 'face' ? 'Level is' : 'That is'} part ${name}`),
      ...secondAngleInputs(axis?.axis ?? null, scene, raw),
    ]
  },

  sheet(values, scene) {
    const record = axisOf(values.choice('axis'), scene)
    const slot = values.choice('slot')
    const target = record && slot ? workRegister(slot, record.axis) : null
    const how = values.choice('how') as Method | null
    const refusal = record ? refusalOf(values, record, how, scene) : null
    const found = record && how && !refusal ? foundBy(values, record, how, scene) : null
    const write = found && target && record ? writeOf(found, target.slot, record, scene) : null
    return {
      targets: target ? [target] : [],
      refusal,
      working: {
        unit: scene.machine.unit,
        columns: [''],
        lines: [...linesOf(values, record, how, slot, write?.turns ?? 0, scene), ...secondAngleLines(values, record?.axis ?? null, scene)],
        results: [resultOf(target, write?.write ?? null)],
        facts: factsOf(values, record, how),
      },
      drawing: drawingOf(values, how, record, scene),
      result: write && {
        writes: [write.write],
        readings: [],
        sizes: bySecondAngle(values, record!, found!.contributors),
        readouts: readoutsOf(values, record!, how, slot!),
        gauges: gaugesUsed(how === 'face' ? values.choice('indicator') : null),
      },
    }
  },
}

const resultOf = (target: RegisterRef | null, write: Write | null) => ({
  label: target ? `${target.slot} ${target.property}` : 'Rotary axis',
  cells: [resultCell(target, write?.value ?? null, write?.uncertainty ?? null)],
})

const axisOf = (chosen: string | null | undefined, { machine }: Scene): RotaryRecord | null =>
  machine.rotary.find(({ axis }) => axis === chosen) ?? null

/** By how much the face is turned from level, positive where its plus side stands high; null while it is not known. */
function slopeOf(values: Values): Microdegrees | null {
  const [rise, run] = [values.length('rise'), values.length('run')]
  return rise === null || run === null || run <= 0 ? null : microdegrees((Math.atan2(rise, run) * 180) / Math.PI)
}

function refusalOf(values: Values, { axis, travel, increment }: RotaryRecord, how: Method | null, { machine }: Scene): Refusal | null {
  const reading = values.angle('reading')
  const shown = (angle: Microdegrees) => formatAngle(angle, angleDecimals(increment))
  if (how !== 'typed' && reading !== null && travel && (reading < travel.min || reading > travel.max))
    return {
      input: 'reading',
      sentence: `Machine ${axis} now, ${shown(reading)}, is outside the travel of ${axis} on ${machine.name}, ${shown(travel.min)} to ${shown(travel.max)}.`,
    }
  const run = values.length('run')
  if (how === 'face' && run !== null && run <= 0)
    return { input: 'run', sentence: 'Length of the run: more than zero; how far the indicator went along the face.' }
  const slope = how === 'face' ? slopeOf(values) : null
  if (slope !== null && Math.abs(slope) > 45_000_000)
    return {
      input: 'rise',
      sentence: 'Rise over the run: more than the run is long. Look for a lost decimal point, or the two figures swapped.',
    }
  return null
}

interface FoundAngle {
  /** Machine angle \u2212 part angle, millionths of a degree, a real number before it is rounded. */
  angle: number
  contributors: Contributor[]
  byEye: boolean
}

function foundBy(values: Values, record: RotaryRecord, how: Method, scene: Scene): FoundAngle | null {
  if (how === 'typed') {
    const angle = values.angle('angle')
    return angle === null ? null : { angle: angle + commonShift(scene, record.axis), contributors: [], byEye: false }
  }
  const [reading, place] = [values.angle('reading'), values.angle('place')]
  if (reading === null || place === null) return null
  const step = ofReadout(nm(record.increment))
  if (how === 'now') {
    const by = values.choice('by')
    if (by === null) return null
    const standard = limitOf(scene.machine, by === 'eye' ? 'angleByEye' : 'angleSwept')
    return {
      angle: reading - place,
      contributors: [step, { label: by === 'eye' ? 'by eye' : 'swept true', standard }],
      byEye: by === 'eye',
    }
  }
  const [slope, run] = [slopeOf(values), values.length('run')]
  const indicator = gaugeById(scene, values.choice('indicator'))
  if (slope === null || run === null || !indicator) return null
  return { angle: reading - record.sense * slope - place, contributors: [step, ...indicated(indicator, slope, run, scene)], byEye: false }
}

/** Two readings of the indicator make the rise; the run is as good as a caliper. */
function indicated(indicator: Gauge, slope: Microdegrees, run: Nm, scene: Scene): Contributor[] {
  const perNm = microdegrees(180 / Math.PI) / run
  const caliper = doubtBy('caliperSize', scene)
  return [
    { label: indicator.name, standard: indicator.uncertainty * Math.SQRT2 * perNm },
    { label: 'length of the run', standard: (Math.abs(slope) * caliper.standard) / run },
  ]
}

function writeOf(
  { angle, contributors, byEye }: FoundAngle,
  slot: string,
  { axis, increment, travel }: RotaryRecord,
  scene: Scene,
): { write: Write; turns: number } {
  const register = workRegister(slot, axis)
  const bare = angle - commonShift(scene, axis)
  const last = scene.standing[registerKey(register)]?.value ?? 0
  const turns = travel === null ? Math.round((last - bare) / TURN) : 0
  return {
    turns,
    write: {
      register,
      value: roundToIncrement(bare + turns * TURN, nm(increment)),
      state: 'set',
      uncertainty: contributors.length === 0 ? null : combine(contributors, nm(increment)),
      assembly: null,
      rests: [],
      byEye,
    },
  }
}

const angleLine = (operation: WorkingLine['operation'], label: string, figure: number | null, input?: string): WorkingLine => ({
  operation,
  label,
  cells: [{ figure: figure === null ? null : nm(Math.round(figure)), holds: 'angle', ...(input ? { input } : {}) }],
})

function linesOf(
  values: Values,
  record: RotaryRecord | null,
  how: Method | null,
  slot: string | null,
  turns: number,
  scene: Scene,
): WorkingLine[] {
  const axis = record?.axis ?? 'A'
  const shift = record ? commonShift(scene, record.axis) : 0
  const common = shift === 0 ? [] : [angleLine('less', `common shift ${axis}`, shift)]
  const whole = turns === 0 ? [] : [angleLine(turns > 0 ? 'add' : 'less', 'whole turns', Math.abs(turns) * TURN)]
  if (how === null) return []
  if (how === 'typed')
    return [angleLine('start', slot ? `${slot} ${axis}, as typed` : `Offset of ${axis}`, values.angle('angle'), 'angle'), ...whole]
  const slope = slopeOf(values)
  const sense = record?.sense ?? 1
  const down = (slope ?? 0) * sense >= 0
  return [
    angleLine('start', `Machine ${axis} now`, values.angle('reading'), 'reading'),
    ...(how === 'face'
      ? [
          {
            operation: 'touch' as const,
            label: 'Rise over the run, toward plus',
            cells: [{ figure: values.length('rise'), input: 'rise' }],
          },
          { operation: 'touch' as const, label: 'Length of the run', cells: [{ figure: values.length('run'), input: 'run' }] },
          angleLine(down ? 'less' : 'add', 'to level the face, atan(rise / run)', slope === null ? null : Math.abs(slope)),
        ]
      : []),
    angleLine('less', `${how === 'face' ? 'Level is' : 'That is'} part ${axis}`, values.angle('place'), 'place'),
    ...common,
    ...whole,
  ]
}

function factsOf(values: Values, record: RotaryRecord | null, how: Method | null) {
  const [slope, reading] = [slopeOf(values), values.angle('reading')]
  if (how !== 'face' || !record || slope === null || reading === null) return []
  const level = (reading - record.sense * slope) as Microdegrees
  return [{ label: `face level at machine ${record.axis}`, text: formatAngle(level, angleDecimals(record.increment)) }]
}

function readoutsOf(values: Values, record: RotaryRecord, how: Method | null, slot: string) {
  const [reading, place] = [values.angle('reading'), values.angle('place')]
  if (how === 'typed' || reading === null || place === null) return []
  const slope = how === 'face' ? (slopeOf(values) ?? 0) : 0
  const value = nm(place + record.sense * slope)
  const sentence = `${record.axis} standing as it stands now, ${slot} active: the control must read`
  return [{ key: `angle/${slot}/${record.axis}`, about: { slot, tool: null }, sentence, axis: record.axis, value, holds: 'angle' as const }]
}

/** The stock from the front, the indicator at both ends of its run, and how the face lies where it shows it. */
function drawingOf(values: Values, how: Method | null, record: RotaryRecord | null, scene: Scene): Drawing {
  const drawing = drawWork('front', scene)
  if (how !== 'face' || !record) return drawing
  const { box } = drawing.solids[0]!
  const slope = slopeOf(values)
  const turn = ((slope ?? 0) * Math.PI) / 180e6
  drawing.touches = endsOfRun(values, box).map((touch) => ({ ...touch, turn }))
  if (slope === null) return drawing
  drawing.outlines = [
    {
      kind: 'turned',
      turn,
      points: [box.min, { x: box.max.x, y: box.min.y }, box.max, { x: box.min.x, y: box.max.y }],
    },
  ]
  return drawing
}

/** Where the indicator begins and ends along the face; about the middle, since nobody says where on it. */
function endsOfRun(values: Values, { min, max }: Box): TouchMark[] {
  const run = values.length('run')
  const [middle, half] = [(min.x + max.x) / 2, (run !== null && run > 0 ? Math.min(run, max.x - min.x) : 0.8 * (max.x - min.x)) / 2]
  const done = values.length('rise') !== null
  return ([-1, 1] as const).map((side) => {
    const at = { x: nm(Math.round(middle + side * half)), y: max.y }
    return {
      at,
      contact: at,
      toward: { x: 0, y: -1 },
      radius: null,
      label: side < 0 ? 'begins' : 'ends',
      lit: !done && side > 0,
      done: done || side < 0,
    }
  })
}
