import { doubtBy } from '../../limits/index.ts'
import { nm, type Nm } from '../../length/index.ts'
import { drawWork, upright } from '../../drawing/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import { registerKey, setterRegister } from '../../register/index.ts'
import {
  gaugeInput,
  gaugesUsed,
  placeInput,
  rowInput,
  zeroInputs,
  zeroSheet,
  type LengthInput,
  type Refusal,
  type Routine,
  type Values,
  type ZeroSlip,
} from '../../routine/index.ts'
import { gaugeById, type Scene, type Standing } from '../../scene/index.ts'
import { restingOn } from '../../reach/index.ts'
import { isSuspect, standingNote } from '../../standing/index.ts'
import { ofReadout, type Contributor } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'

/**
 * Z from a height: the stock's height over the table (height gauge, plate thickness, parallels and stock
 * together) in place of a touch. A setter whose constant K stands gives the table: the gauge line (or the
 * reference tool's tip) would stand on it at K − s, s the setter's own height. W = K − s + h − P.
 */
export const byHeight: Routine = {
  id: 'by-height',
  name: 'Z from a height',
  manner: 'from a height over the table',
  purpose: 'Part zero in Z without a touch: from a height gauge\u2019s reading or the thickness of plate and stock over the table.',
  kind: 'pick-up',
  machines: ['mill'],
  unfit: (machine) =>
    machine.lengthConvention === 'touch-off'
      ? `${machine.name} counts tool lengths from part zero; a height over the table says nothing there.`
      : null,

  inputs(scene, raw) {
    return [
      ...zeroInputs(scene, raw),
      gaugeInput('setter', 'Table known by', scene, ['setter']),
      rowInput('how', 'Height by', [
        { value: 'gauge', label: 'height gauge' },
        { value: 'sum', label: 'base + stock' },
      ]),
      ...(raw.how === 'gauge'
        ? [
            gaugeInput('measured', 'Measured with', scene, ['height-gauge', 'by-eye']),
            figure('height', 'Height of the face over the table'),
          ]
        : []),
      ...(raw.how === 'sum' ? [figure('base', 'Base: parallels or plate'), figure('stock', 'Stock on it')] : []),
      placeInput('Face stands at part Z', 'Z'),
    ]
  },

  sheet(values, scene) {
    const table = tableOf(values, scene)
    const height = heightOf(values, scene)
    const place = values.length('place')
    const total = table.level !== null && height.value !== null && place !== null ? table.level + height.value - place : null
    return zeroSheet({
      values,
      scene,
      refusal: refusalOf(table, height.value, values, scene),
      found: [
        {
          axis: 'Z',
          total,
          contributors: [ofReadout(scene.machine.increment), ...table.contributors, height.contributor],
          rests: table.key && table.constant ? [table.key] : [],
          byEye: height.gauge?.family === 'by-eye',
          slips: total === null ? [] : slipsOf(total, table.setter!, values.length('base')),
        },
      ],
      lines: linesOf(values, table, height.value),
      gauges: gaugesUsed(table.setter?.id, height.gauge?.id),
      readings: [],
      drawing: drawingOf(values, scene, height.value),
    })
  },
}

interface Table {
  setter: Gauge | null
  key: string | null
  constant: Standing | undefined
  /** Machine Z at which the gauge line would stand on the table. */
  level: number | null
  contributors: Contributor[]
}

/** Where the table is: the setter's constant less the setter's own height. */
function tableOf(values: Values, scene: Scene): Table {
  const setter = gaugeById(scene, values.choice('setter'))
  if (!setter) return { setter, key: null, constant: undefined, level: null, contributors: [] }
  const key = registerKey(setterRegister(setter.id))
  const constant = scene.standing[key]
  if (!constant) return { setter, key, constant, level: null, contributors: [] }
  const contributors = [restingOn(`K of ${setter.name}`, constant), { label: setter.name, standard: setter.uncertainty }]
  return { setter, key, constant, level: constant.value - setter.size, contributors }
}

interface Height {
  value: Nm | null
  gauge: Gauge | null
  contributor: Contributor
}

/** How high the face stands over the table: read off a height gauge, or added up. */
function heightOf(values: Values, scene: Scene): Height {
  if (values.choice('how') === 'sum') {
    const [base, stock] = [values.length('base'), values.length('stock')]
    return { value: base === null || stock === null ? null : nm(base + stock), gauge: null, contributor: doubtBy('caliperHeight', scene) }
  }
  const gauge = gaugeById(scene, values.choice('measured'))
  return {
    value: values.length('height'),
    gauge,
    contributor: gauge ? { label: gauge.name, standard: gauge.uncertainty } : doubtBy('typedHeight', scene),
  }
}

const figure = (id: string, label: string): LengthInput => ({ kind: 'length', id, label, role: 'size', grid: nm(1) })

function refusalOf({ setter, key, constant }: Table, height: Nm | null, values: Values, scene: Scene): Refusal | null {
  if (setter && !constant)
    return {
      input: 'setter',
      sentence: `${setter.name} has no constant K on ${scene.machine.name}, so nobody knows where the table is. Touch it with a master of known length first.`,
    }
  const note = key && constant ? standingNote(key, scene) : null
  if (note && isSuspect(note))
    return { input: 'setter', sentence: `The constant K of ${setter!.name} cannot be used as it is: ${note.because}.` }
  if (height !== null && height <= 0)
    return {
      input: values.choice('how') === 'sum' ? 'stock' : 'height',
      sentence: 'Height over the table: more than zero; it counts upward from the table.',
    }
  return null
}

function slipsOf(total: number, setter: Gauge, base: Nm | null): ZeroSlip[] {
  return [
    { id: 'shim', phrase: `the height had been counted from the top of ${setter.name}`, corrected: total + setter.size },
    ...(base === null ? [] : [{ id: 'shim' as const, phrase: 'the base had been counted in the stock already', corrected: total - base }]),
  ]
}

function linesOf(values: Values, { setter, constant }: Table, height: Nm | null): WorkingLine[] {
  const bySum = values.choice('how') === 'sum'
  const row = (operation: WorkingLine['operation'], label: string, value: Nm | null, input?: string): WorkingLine => ({
    operation,
    label,
    cells: [input ? { figure: value, input } : { figure: value }],
  })
  return [
    row('start', setter ? `constant K of ${setter.name}` : 'constant K of the setter', constant?.value ?? null),
    row('less', setter ? `${setter.name}\u2019s own height` : 'the setter\u2019s height', setter?.size ?? null),
    ...(values.choice('how') === null
      ? [row('add', 'height of the face over the table', null)]
      : bySum
        ? [
            row('add', 'base: parallels or plate', values.length('base'), 'base'),
            row('add', 'stock on it', values.length('stock'), 'stock'),
          ]
        : [row('add', 'height of the face over the table', height, 'height')]),
    row('less', 'Face stands at part Z', values.length('place'), 'place'),
  ]
}

function drawingOf(values: Values, scene: Scene, height: Nm | null) {
  const drawing = drawWork('front', scene)
  const { box } = drawing.solids[0]!
  const top = values.length('place') ?? box.max.y
  drawing.surfaces.push({ axis: 'Z', at: top, label: 'face' })
  if (height === null) return drawing
  const table = nm(top - height)
  const middle = nm(Math.round((box.min.x + box.max.x) / 2))
  const width = nm(Math.round((box.max.x - box.min.x) * 1.25))
  drawing.solids.push(upright('table', middle, width, nm(table - 8_000_000), table, { label: 'table', nominal: true }))
  if (table < box.min.y)
    drawing.solids.push(upright('setter', middle, nm(Math.round((box.max.x - box.min.x) * 0.7)), table, box.min.y, { nominal: true }))
  return drawing
}
