import {
  formatExact,
  gaugeById,
  nm,
  routineById,
  workTotal,
  type Gauge,
  type InputSpec,
  type LengthInput,
  type RawInputs,
  type Scene,
} from '@rook/core'
import type { Chance } from '../chance.ts'

/** An entry with one mistake in it, and the words that name it. */
export interface Mistaken {
  raw: RawInputs
  names: RegExp
}

/** What a person does wrong; null where this entry gives no occasion for it. */
export type Mistake = (at: { raw: RawInputs; scene: Scene; inputs: readonly InputSpec[]; chance: Chance }) => Mistaken | null

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
const lengths = (inputs: readonly InputSpec[], raw: RawInputs, role: LengthInput['role']) =>
  inputs.filter((input): input is LengthInput => input.kind === 'length' && input.role === role && Boolean(raw[input.id]?.trim()))
const anyOf = <T>(all: readonly T[], chance: Chance): T | null => (all.length === 0 ? null : all[Math.floor(chance.next() * all.length)]!)
const figure = (text: string) => Number(text)
const plain = (text: string) => /^-?\d+(\.\d+)?$/.test(text)
const digitsIn = (scene: Scene) => (scene.machine.unit === 'mm' ? 4 : 5)
const written = (value: number, scene: Scene) => value.toFixed(digitsIn(scene)).replace(/\.?0+$/, '')

/** Changes one figure of a role; the others stay as they are. */
const inFigure =
  (role: LengthInput['role'], names: RegExp, change: (text: string, scene: Scene, chance: Chance) => string | null): Mistake =>
  ({ raw, scene, inputs, chance }) => {
    const input = anyOf(
      lengths(inputs, raw, role).filter(({ id }) => plain(raw[id]!) && figure(raw[id]!) !== 0),
      chance,
    )
    const text = input && change(raw[input.id]!, scene, chance)
    return text && text !== raw[input.id] ? { raw: { ...raw, [input.id]: text }, names } : null
  }

/** Changes one angle. */
const inAngle =
  (names: RegExp, change: (text: string, scene: Scene, chance: Chance) => string | null): Mistake =>
  ({ raw, scene, inputs, chance }) => {
    const input = anyOf(
      inputs.filter(
        (input) => input.kind === 'angle' && input.onLine === true && plain(raw[input.id] ?? '') && figure(raw[input.id]!) !== 0,
      ),
      chance,
    )
    const text = input && change(raw[input.id]!, scene, chance)
    return text && text !== raw[input.id] ? { raw: { ...raw, [input.id]: text }, names } : null
  }

/** 30.25 degrees are 30\u00b015\u2032: the minutes were typed as if they were hundredths. */
const minutesTyped = (text: string) => {
  const [degrees, part] = [Math.trunc(Math.abs(figure(text))), Math.abs(figure(text)) % 1]
  const minutes = Math.round(part * 60)
  return minutes === 0 || minutes === 60 ? null : `${text.startsWith('-') ? '-' : ''}${degrees}.${String(minutes).padStart(2, '0')}`
}

/** Something small lay under the tip, or a burr stood up: the touch came too early. Nothing that was typed explains it. */
const chipUnder: Mistake = ({ raw, scene, inputs, chance }) => {
  const input = lengths(inputs, raw, 'reading').find(({ axis, id }) => axis === 'Z' && plain(raw[id]!))
  if (!input) return null
  const scale = scene.machine.unit === 'mm' ? 1e6 : 25.4e6
  const high = chance.between(60_000, 400_000) / scale
  return { raw: { ...raw, [input.id]: written(figure(raw[input.id]!) + high, scene) }, names: /No single slip/ }
}

const flipped = (text: string) => (text.startsWith('-') ? text.slice(1) : `-${text}`)
const otherUnit = (text: string, scene: Scene) => written(scene.machine.unit === 'mm' ? figure(text) / 25.4 : figure(text) * 25.4, scene)
const pointLeft = (text: string) => {
  const [whole, decimals = ''] = text.replace('-', '').split('.')
  if (whole!.length < 2) return null
  return `${text.startsWith('-') ? '-' : ''}${whole!.slice(0, -1)}.${whole!.slice(-1)}${decimals}`
}
const swapped = (text: string, _scene: Scene, chance: Chance) => {
  const places = [...text].flatMap((char, at) =>
    at > 0 && /\d/.test(char) && /\d/.test(text[at - 1]!) && char !== text[at - 1] ? [at] : [],
  )
  const at = anyOf(places, chance)
  const other = at === null ? null : text.slice(0, at - 1) + text[at]! + text[at - 1]! + text.slice(at + 1)
  // Nobody types a zero before a figure.
  return other === null || /^-?0\d/.test(other) ? null : other
}

const choice = (inputs: readonly InputSpec[], id: string | RegExp) =>
  inputs.find((input) => input.kind === 'choice' && (typeof id === 'string' ? input.id === id : id.test(input.id))) as
    Extract<InputSpec, { kind: 'choice' }> | undefined

/** The record names another gauge than the one that was used. */
const wrongGauge =
  (id: string, families: readonly Gauge['family'][], names: (used: Gauge) => RegExp): Mistake =>
  ({ raw, scene, inputs, chance }) => {
    const used = gaugeById(scene, raw[id] ?? null)
    const input = choice(inputs, id)
    if (!used || !input || !families.includes(used.family)) return null
    const other = anyOf(
      input.options.filter(({ value }) => {
        const gauge = gaugeById(scene, value)
        return gauge !== null && families.includes(gauge.family) && gauge.size !== used.size && gauge.family !== 'by-eye'
      }),
      chance,
    )
    return other && { raw: { ...raw, [id]: other.value }, names: names(used) }
  }

const FINDERS = ['edge-finder', 'touch-probe', 'gauge-pin'] as const
const BETWEEN = ['shim', 'gauge-block', 'gauge-pin'] as const

/** Readings as the part display shows them with some slot active. */
const partDisplay: Mistake = ({ raw, scene, inputs, chance }) => {
  const readings = lengths(inputs, raw, 'reading')
  const slot = anyOf(
    scene.machine.slots.filter(({ code }) => readings.every(({ axis }) => axis && (workTotal(scene, code, axis) ?? 0) !== 0)),
    chance,
  )
  if (!slot || readings.length === 0 || readings.some(({ id }) => !plain(raw[id]!))) return null
  const scale = scene.machine.unit === 'mm' ? 1e6 : 25.4e6
  const shownThere = readings.map(({ id, axis }) => [
    id,
    written((figure(raw[id]!) * scale - workTotal(scene, slot.code, axis!)!) / scale, scene),
  ])
  return { raw: { ...raw, ...Object.fromEntries(shownThere) }, names: new RegExp(`part display, ${escaped(slot.code)} active`) }
}

/** The radius was taken off in the head, and the ledger takes it off once more. */
const radiusBefore: Mistake = ({ raw, scene, inputs }) => {
  const finder = gaugeById(scene, raw.finder ?? null)
  if (!finder || !plain(raw.reading ?? '') || !raw.direction || !choice(inputs, 'direction')) return null
  const scale = scene.machine.unit === 'mm' ? 1e6 : 25.4e6
  const by = ((raw.direction === '+' ? 1 : -1) * finder.size) / 2 / scale
  // Who does so does it on the opposite side as well.
  const opposite: RawInputs = plain(raw.witness ?? '') ? { witness: written(figure(raw.witness!) - by, scene) } : {}
  return { raw: { ...raw, ...opposite, reading: written(figure(raw.reading!) + by, scene) }, names: /radius had already been taken off/ }
}

/** Another option of a choice was pressed. */
const pressed =
  (id: RegExp, names: (was: string, label: string, scene: Scene) => RegExp): Mistake =>
  ({ raw, scene, inputs, chance }) => {
    const input = choice(inputs, id)
    const was = input?.options.find(({ value }) => value === raw[input.id])
    const other =
      input && was
        ? anyOf(
            input.options.filter(({ value }) => value !== was.value && value !== 'plain' && value !== 'common'),
            chance,
          )
        : null
    return other && { raw: { ...raw, [input!.id]: other.value }, names: names(was!.value, was!.label, scene) }
  }

/** The place of a single touch is taken from the stock, at a wrong point of it. */
const atStock =
  (point: (stock: { from: number; to: number }, place: number) => number, names: RegExp): Mistake =>
  ({ raw, scene }) => {
    const stock = scene.plan?.stock
    const side = raw.axis === 'X' || raw.axis === 'Y' ? stock?.[raw.axis] : undefined
    if (!side || !raw.place || !plain(raw.place)) return null
    const scale = scene.machine.unit === 'mm' ? 1e6 : 25.4e6
    const place = figure(raw.place) * scale
    // The figure that was typed is at the wrong point; the right one is where the stock has it.
    if (![side.from, side.to].some((end) => Math.abs(end - place) < 1e5)) return null
    return { raw: { ...raw, place: written(point(side, place) / scale, scene) }, names }
  }

const NOTHING = /nothing had lain between/

export const MISTAKES = {
  'sign of a reading': inFigure('reading', /had the other sign/, flipped),
  'unit of a reading': inFigure('reading', /had been typed in|converted/, otherUnit),
  'point of a reading': inFigure('reading', /decimal point/, pointLeft),
  'digits of a reading swapped': inFigure('reading', /two digits .* swapped/, swapped),
  'sign of a place': inFigure('place', /had the other sign/, flipped),
  'unit of a place': inFigure('place', /had been typed in/, otherUnit),
  'half for whole': inFigure('place', /had been halved/, (text, scene) => written(figure(text) / 2, scene)),
  'finder on record another': wrongGauge('finder', FINDERS, (used) => new RegExp(`${escaped(used.name)} had been`)),
  'shim on record another': wrongGauge('between', BETWEEN, (used) => new RegExp(`${escaped(used.name)} had lain between`)),
  'middle of the stock for its side': atStock(({ from, to }) => (from + to) / 2, /where the stock ends/),
  'other end of the stock': atStock(
    ({ from, to }, place) => (Math.abs(place - from) < Math.abs(place - to) ? to : from),
    /where the stock ends/,
  ),
  'shim forgotten'({ raw, scene, inputs }) {
    const lay = gaugeById(scene, raw.between ?? null)
    return lay && choice(inputs, 'between')
      ? { raw: { ...raw, between: 'none' }, names: new RegExp(`${escaped(lay.name)} had lain between`) }
      : null
  },
  'shim that was not there'({ raw, scene, inputs, chance }) {
    if (raw.between !== 'none') return null
    const other = anyOf(
      (choice(inputs, 'between')?.options ?? []).filter(({ value }) => (gaugeById(scene, value)?.size ?? 0) > 0),
      chance,
    )
    return other && { raw: { ...raw, between: other.value }, names: NOTHING }
  },
  'direction the other way': pressed(/^direction/, () => /came from the other side/),
  'slot another': pressed(/^slot$/, (was) => new RegExp(`${escaped(was)}( |\\b)`)),
  'tool another': pressed(/^tool$/, (was, _label, { tools }) => {
    const { offset, diameterOffset } = tools.find(({ number }) => number === was)!
    return new RegExp(`T${escaped(was)} had been|this were (H${offset}|D${diameterOffset}|T${offset}) `)
  }),
  'inside for outside': pressed(/^(kind|surface|turned)$/, (_was, label) => new RegExp(`had been ${escaped(label)}`)),
  'face another': pressed(/^face$/, (_was, label) => new RegExp(`had been ${escaped(label)}`)),
  'tip direction another': pressed(/^tip$/, () => /tip direction would go/),
  'part display read': partDisplay,
  'radius taken off twice': radiusBefore,
  'readings swapped'({ raw, inputs }) {
    const [one, other] = lengths(inputs, raw, 'reading')
    if (!one || !other || one.axis !== other.axis || raw[one.id] === raw[other.id]) return null
    return { raw: { ...raw, [one.id]: raw[other.id]!, [other.id]: raw[one.id]! }, names: /swapped|the other way round/ }
  },
  'two places swapped'({ raw, inputs, chance }) {
    const numbered = lengths(inputs, raw, 'reading').flatMap((input) => {
      const [, stem, number] = /^(\D+)(\d+)$/.exec(input.id) ?? []
      return stem && number ? [{ stem, number }] : []
    })
    const numbers = [...new Set(numbered.map(({ number }) => number))]
    const one = anyOf(numbers, chance)
    const other = anyOf(
      numbers.filter((number) => number !== one),
      chance,
    )
    if (one === null || other === null) return null
    const stems = [...new Set(numbered.map(({ stem }) => stem))]
    if (stems.length < 2 || stems.some((stem) => !raw[stem + one] || !raw[stem + other])) return null
    const changed = stems.flatMap((stem) => [
      [stem + one, raw[stem + other]!],
      [stem + other, raw[stem + one]!],
    ])
    return { raw: { ...raw, ...(Object.fromEntries(changed) as RawInputs) }, names: /had been swapped|another line|end for end/ }
  },
  'sign of an angle': inAngle(/had the other sign/, flipped),
  'point of an angle': inAngle(/decimal point/, pointLeft),
  'digits of an angle swapped': inAngle(/two digits .* swapped/, swapped),
  'minutes for decimals': inAngle(/minutes/, minutesTyped),
  'chip under the tip': chipUnder,
  'one reading for two axes'({ raw, inputs }) {
    const readings = lengths(inputs, raw, 'reading')
    const one = readings[0]
    const other = readings.find(({ axis }) => axis !== one?.axis)
    return one && other ? { raw: { ...raw, [other.id]: raw[one.id]! }, names: /may have been read for the other/ } : null
  },
  'radius for diameter measured'({ raw, scene, inputs }) {
    const input =
      scene.machine.kind === 'lathe' ? lengths(inputs, raw, 'place').find(({ gauged, id }) => gauged && plain(raw[id]!)) : undefined
    return input ? { raw: { ...raw, [input.id]: written(figure(raw[input.id]!) / 2, scene) }, names: /had been halved|a radius/ } : null
  },
  'axis another': pressed(/^axis$/, (was) => new RegExp(`had been ${escaped(was)},`)),
  'common shift left out'({ raw, scene, inputs }) {
    const readings = lengths(inputs, raw, 'reading')
    const shift = (axis: string) => scene.standing[`common/all/${axis}/geometry`]?.value ?? 0
    if (readings.length === 0 || readings.some(({ axis, id }) => !axis || shift(axis) === 0 || !plain(raw[id]!))) return null
    const scale = scene.machine.unit === 'mm' ? 1e6 : 25.4e6
    const changed = readings.map(({ id, axis }) => [id, written((figure(raw[id]!) * scale - shift(axis!)) / scale, scene)])
    return { raw: { ...raw, ...Object.fromEntries(changed) }, names: /common shift/ }
  },
} satisfies Readonly<Record<string, Mistake>>

/** Inputs of a routine for what is given. */
export const inputsOf = (routine: string, raw: RawInputs, scene: Scene): InputSpec[] => routineById(routine)!.inputs(scene, raw)

/** A figure in the machine's unit. */
export const inUnit = (value: number, { machine }: Scene): string => formatExact(nm(Math.round(value)), machine.unit)
