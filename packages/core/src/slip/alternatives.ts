import { formatExact, nm, type Nm } from '../length/index.ts'
import { commonRegister, lengthRegister, registerKey, rotationRegister } from '../register/index.ts'
import type { Axis } from '../machine/index.ts'
import type { Gauge } from '../gauge/index.ts'
import type { ChoiceInput, InputSpec, LengthInput, RawInputs, Values } from '../routine/index.ts'
import { commonShift, gaugeById, toolByNumber, workTotal, type Scene } from '../scene/index.ts'
import type { Alternative } from './alternative.ts'
import { typedOtherwise } from './typed-otherwise.ts'

/** What was given, as the routine asked for it. */
export interface Given {
  inputs: readonly InputSpec[]
  raw: RawInputs
  values: Values
  scene: Scene
}

/**
 * Every single thing that may have been otherwise in what a person gave and in the records it was worked out with: each figure as it
 * may have been meant, each choice against the others, the display that was read, shifts that were on or off.
 */
export function alternativesOf(given: Given): Alternative[] {
  return [
    ...figures(given),
    ...choices(given),
    ...unasked(given),
    ...displays(given),
    ...readingsSwapped(given),
    ...placesSwapped(given),
    ...shifts(given),
  ]
}

/** How a figure is called in the middle of a sentence. */
function called({ id, label }: LengthInput): string {
  if (id === 'reading') return 'the reading'
  if (id === 'place') return label.startsWith('Diameter') ? 'the diameter' : 'the place on the part'
  return `\u201c${label}\u201d`
}

const isLength = (input: InputSpec): input is LengthInput => input.kind === 'length'
const lengthsOf = ({ inputs, values }: Given) => inputs.filter(isLength).filter(({ id }) => values.length(id) !== null)
const readingsOf = (given: Given) => lengthsOf(given).filter(({ role }) => role === 'reading')

/** The ending of a slip's id: how likely it is depends on what the figure is. */
const ENDING = { reading: 'reading', place: 'place', size: 'place' } as const

function figures(given: Given): Alternative[] {
  const { raw, values, scene } = given
  return lengthsOf(given).flatMap((input) =>
    typedOtherwise(raw[input.id]!, values.length(input.id)!, scene.machine.unit).map(({ kind, had, of, text }) => {
      const id = kind === 'sign' ? (input.role === 'reading' ? 'sign' : 'place-sign') : `${kind}-${ENDING[input.role]}`
      const phrase = of ? `two digits of ${called(input)} ${had}` : `${called(input)} ${had}`
      return { id, phrase, raw: { ...raw, [input.id]: text }, scene, figure: { input: input.id, text } }
    }),
  )
}

/** Choices that say what is to be done with the result, or how it is worked out: no slip of the hand. */
const INTENT = [
  'wear',
  'rotation',
  'then',
  'by',
  'with',
  'cut-since',
  'sizes',
  'sides',
  'axes',
  'method',
  'for',
  'counts',
  'stands',
  'touches',
  'count',
  'edges',
  'repeats',
  'read',
]

function choices(given: Given): Alternative[] {
  return given.inputs.flatMap((input) => {
    const chosen = input.kind === 'choice' ? given.values.choice(input.id) : null
    if (input.kind !== 'choice' || chosen === null || INTENT.includes(input.id)) return []
    // Gauges are picked from a list; a word in a row may be spelled like one's id.
    const gauge = input.shown === 'list' ? gaugeById(given.scene, chosen) : null
    if (/between$/.test(input.id)) return between(input, chosen, given)
    return [...(gauge ? ofGauge(input, gauge, given) : []), ...others(input, chosen, gauge, given)]
  })
}

/** Another option of a choice, one at a time. */
function others(input: ChoiceInput, chosen: string, gauge: Gauge | null, { raw, scene, inputs }: Given): Alternative[] {
  const label = (value: string) => input.options.find((option) => option.value === value)?.label ?? value
  return (
    input.options
      // What has no size is no finder taken for another: an indicator, the naked eye.
      .filter(({ value }) => value !== chosen && (gauge === null || gauge.size === 0 || gaugeById(scene, value)?.size !== 0))
      .map(({ value }) => {
        const changed = { ...raw, [input.id]: value }
        if (gauge) {
          const other = gaugeById(scene, value)
          return {
            id: 'finder',
            phrase: `${other?.name ?? label(value)} had been ${spindleHolds(gauge) ? 'in the spindle' : 'used'}`,
            raw: changed,
            scene,
          }
        }
        if (input.id === 'tool') return { id: 'other-tool', phrase: `T${value} had been in the spindle`, raw: changed, scene }
        if (/slot|with$/.test(input.id)) return { id: 'other-slot', phrase: `${label(value)} had been active`, raw: changed, scene }
        if (input.id.startsWith('direction')) {
          const alone = inputs.filter(({ id }) => id.startsWith('direction')).length === 1
          // "Moving in X" says which touch it was.
          const where = alone ? '' : input.label.replace(/^Moving/, '')
          return { id: 'direction', phrase: `the touch${where} came from the other side`, raw: changed, scene }
        }
        return { id: 'choice', phrase: `\u201c${input.label}\u201d had been ${label(value)}, not ${label(chosen)}`, raw: changed, scene }
      })
  )
}

const IN_SPINDLE: readonly Gauge['family'][] = ['edge-finder', 'touch-probe', 'gauge-pin', 'indicator', 'by-eye']
const spindleHolds = ({ family }: Gauge): boolean => IN_SPINDLE.includes(family)

/** A radius that was taken off in the head as well, and a diameter taken for a radius. */
function ofGauge(input: ChoiceInput, gauge: Gauge, { raw, scene }: Given): Alternative[] {
  if (!spindleHolds(gauge) || gauge.size === 0 || input.id === 'with') return []
  const sized = (times: number): Scene => ({
    ...scene,
    gauges: scene.gauges.map((one) => (one.id === gauge.id ? scaled(one, times) : one)),
  })
  return [
    { id: 'radius', phrase: 'the radius had already been taken off the reading', raw, scene: sized(0) },
    { id: 'diameter', phrase: 'the whole diameter belonged in place of the radius', raw, scene: sized(2) },
  ]
}

function scaled(gauge: Gauge, times: number): Gauge {
  const by = (value: Nm): Nm => nm(value * times)
  const { radii } = gauge
  return {
    ...gauge,
    size: by(gauge.size),
    radii: radii && { xPlus: by(radii.xPlus), xMinus: by(radii.xMinus), yPlus: by(radii.yPlus), yMinus: by(radii.yMinus) },
  }
}

/** What lay between the finder or tool and the face: something else, or nothing, or something that nobody took off. */
function between(input: ChoiceInput, chosen: string, { raw, scene, values }: Given): Alternative[] {
  const prefix = input.id.slice(0, -'between'.length)
  const gauge = gaugeById(scene, chosen)
  const thickness = gauge?.size ?? (chosen === 'typed' ? values.length(`${prefix}thickness`) : null)
  const { [`${prefix}counted`]: _counted, ...bare } = raw
  const found: Alternative[] = scene.gauges
    .filter(({ id, size }) => id !== chosen && size !== thickness && size > 0 && input.options.some(({ value }) => value === id))
    .map((other) => ({
      id: 'shim',
      phrase: thickness ? `${other.name} had lain between instead` : `${other.name} had lain between and was not taken off`,
      raw: { ...bare, [input.id]: other.id },
      scene,
    }))
  if (!thickness) return found
  const figure = formatExact(thickness, scene.machine.unit)
  return [
    ...found,
    { id: 'shim', phrase: `nothing had lain between, and ${figure} was taken off`, raw: { ...bare, [input.id]: 'none' }, scene },
  ]
}

/** What may have lain under a tip where nobody is asked what did: on a setter, on a table. */
function unasked({ inputs, raw, values, scene }: Given): Alternative[] {
  const reading = values.length('reading')
  const isZ = inputs.some((input) => isLength(input) && input.id === 'reading' && input.axis === 'Z')
  if (reading === null || !isZ || inputs.some(({ id }) => /between$/.test(id))) return []
  return scene.gauges
    .filter(({ family, size }) => UNDER.includes(family) && size > 0)
    .map((gauge) => ({
      id: 'shim',
      phrase: `${gauge.name} had lain between and was not taken off`,
      raw: { ...raw, reading: inUnit(nm(reading - gauge.size), scene) },
      scene,
    }))
}

const UNDER: readonly Gauge['family'][] = ['shim', 'gauge-block', 'gauge-pin']

/** A figure as text that is read as it is, whatever its last digits are. */
const inUnit = (value: Nm, { machine }: Scene): string => `${formatExact(value, machine.unit).replace('\u2212', '-')} ${machine.unit}`

/** Figures read from the part display, with a slot active: on all axes at once, for a display is one. */
function displays(given: Given): Alternative[] {
  const { raw, values, scene } = given
  const readings = readingsOf(given).filter(({ axis }) => axis !== undefined)
  if (readings.length === 0) return []
  const read = (add: (axis: Axis) => number | null): RawInputs | null => {
    const changed: Record<string, string> = { ...raw }
    for (const { id, axis } of readings) {
      const more = add(axis!)
      if (more === null) return null
      changed[id] = inUnit(nm(values.length(id)! + more), scene)
    }
    return changed
  }
  const tool = toolByNumber(scene, values.choice('tool'))
  const length = tool && scene.standing[registerKey(lengthRegister(tool.offset))]?.value
  return scene.machine.slots.flatMap(({ code }) => {
    const plain = read((axis) => workTotal(scene, code, axis))
    const phrase = `the reading had been taken from the part display, ${code} active`
    const found: Alternative[] = plain ? [{ id: 'part-display', phrase, raw: plain, scene }] : []
    const withLength =
      length && readings.every(({ axis }) => axis === 'Z') ? read((axis) => addTo(workTotal(scene, code, axis), length)) : null
    if (tool && withLength)
      found.push({ id: 'part-display', phrase: `${phrase} and the length of T${tool.number} on`, raw: withLength, scene })
    return found
  })
}

const addTo = (one: number | null, other: number): number | null => (one === null ? null : one + other)

/** Two readings on one axis, each written where the other belongs. */
function readingsSwapped(given: Given): Alternative[] {
  const { raw, scene } = given
  const readings = readingsOf(given)
  return readings.flatMap((one, at) =>
    readings
      .slice(at + 1)
      .filter((other) => other.axis === one.axis && raw[other.id] !== raw[one.id])
      .map((other) => ({
        id: 'swapped-readings',
        phrase: `\u201c${one.label}\u201d and \u201c${other.label}\u201d had been swapped`,
        raw: { ...raw, [one.id]: raw[other.id]!, [other.id]: raw[one.id]! },
        scene,
      })),
  )
}

/** All readings of one touch or feature, each written where another one's belong. */
function placesSwapped(given: Given): Alternative[] {
  const { raw, scene } = given
  const by = new Map<string, Map<string, string>>()
  for (const { id, axis } of readingsOf(given)) {
    const number = /(\d+)$/.exec(id)?.[1]
    if (number && axis) by.set(number, (by.get(number) ?? new Map<string, string>()).set(axis, id))
  }
  const places = [...by].filter(([, ids]) => ids.size > 1)
  return places.flatMap(([one, ids], at) =>
    places.slice(at + 1).map(([other, others]) => {
      const swapped = [...ids].flatMap(([axis, id]) => [
        [id, raw[others.get(axis)!]!],
        [others.get(axis)!, raw[id]!],
      ])
      return {
        id: 'swapped-readings',
        phrase: `the readings at ${one} and ${other} had been swapped`,
        raw: { ...raw, ...(Object.fromEntries(swapped) as Record<string, string>) },
        scene,
      }
    }),
  )
}

/** Shifts and rotations that the sum counts with, and that were not on, or on twice. */
function shifts({ raw, scene }: Given): Alternative[] {
  const found: Alternative[] = []
  const changed = (key: string, value: Nm): Scene => ({
    ...scene,
    standing: { ...scene.standing, [key]: { ...scene.standing[key]!, value } },
  })
  for (const { axis } of scene.machine.travels) {
    const shift = commonShift(scene, axis)
    if (shift === 0) continue
    const key = registerKey(commonRegister(axis))
    found.push({ id: 'common-shift', phrase: 'the common shift had been counted twice', raw, scene: changed(key, nm(0)) })
    found.push({ id: 'common-shift', phrase: 'the common shift had not been taken off', raw, scene: changed(key, nm(shift * 2)) })
  }
  for (const { code } of scene.machine.slots) {
    const key = registerKey(rotationRegister(code))
    if (scene.standing[key]?.value)
      found.push({ id: 'rotation', phrase: `the rotation in ${code} had not been on`, raw, scene: changed(key, nm(0)) })
  }
  return found
}
