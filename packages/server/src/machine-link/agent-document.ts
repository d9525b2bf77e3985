import { nm, type Axis, type Nm } from '@rook/core'
import { elementsOf, Unusable, type Element } from './xml.ts'

export { Unusable } from './xml.ts'

const NM_PER_MM = 1_000_000
/** Further out than any machine reaches, millimetres: a figure beyond it is none. */
const FARTHEST = 100_000
/** An agent that speaks of more is not understood in a shop. */
const [MOST_DEVICES, MOST_ITEMS, MOST_SEEN] = [200, 20_000, 50_000]

/** What a data item is used for here. */
export type Use =
  { is: 'position'; axis: Axis; system: 'machine' | 'part' } | { is: 'slot' | 'tool' | 'program' | 'parts' | 'execution' | 'availability' }

export interface Seen {
  id: string
  sequence: number
  /** Null where the agent says UNAVAILABLE. */
  value: string | null
}

export interface StreamDocument {
  instance: string
  first: number
  next: number
  /** When the agent made it by its own clock, milliseconds. */
  created: number
  seen: Seen[]
}

const AXES: readonly string[] = ['X', 'Y', 'Z']
/** Types of MTConnect’s information model that are looked at, apart from positions. */
const EVENTS: Readonly<Record<string, Exclude<Use['is'], 'position'>>> = {
  AVAILABILITY: 'availability',
  EXECUTION: 'execution',
  PROGRAM: 'program',
  PART_COUNT: 'parts',
  TOOL_NUMBER: 'tool',
  WORK_OFFSET: 'slot',
}

/** What other people's devices are called goes into a sentence of ours only so far. */
const named = (text: string) => (text.length > 40 ? `${text.slice(0, 40)}…` : text)
const namesOf = (all: readonly { name: string }[]) =>
  all
    .slice(0, 6)
    .map(({ name }) => named(name))
    .join(', ')

/** Elements of a document of the kind that is meant. @throws Unusable where the agent says something else */
function* within(text: string, kind: 'MTConnectDevices' | 'MTConnectStreams'): Generator<Element | null> {
  let root: string | null = null
  for (const element of elementsOf(text)) {
    if (element === null) {
      yield null
      continue
    }
    root ??= element.path[0]!
    if (root === 'MTConnectError' && element.path.at(-1) === 'Error')
      throw new Unusable(`It answers: ${named(element.text.trim() || (element.attributes.errorCode ?? ''))}`)
    if (root === kind) yield element
  }
  if (root !== kind) throw new Unusable('It is no MTConnect agent: its answer is another document.')
}

interface Device {
  name: string
  uuid: string
  items: { component: string; said: Element['attributes'] }[]
}

/** Everything that an agent's devices have, as far as it is looked at; yields now and then, so that others get their turn. */
export function* devicesIn(text: string, device: string | null): Generator<null, Map<string, Use>> {
  const devices: Device[] = []
  let items = 0
  for (const element of within(text, 'MTConnectDevices')) {
    if (element === null) {
      yield null
      continue
    }
    const { path, attributes, parents } = element
    if (path.at(-1) === 'Device' && path.at(-2) === 'Devices') {
      // An element ends after what is in it: its items were told before it.
      const own = devices.at(-1)
      if (own && own.name === '\u0000') Object.assign(own, { name: attributes.name ?? '', uuid: attributes.uuid ?? '' })
      else devices.push({ name: attributes.name ?? '', uuid: attributes.uuid ?? '', items: [] })
      if (devices.length > MOST_DEVICES) throw new Unusable(`It speaks of more than ${MOST_DEVICES} devices.`)
    }
    if (path.at(-1) !== 'DataItem' || path.at(-2) !== 'DataItems') continue
    if (++items > MOST_ITEMS) throw new Unusable(`It speaks of more than ${MOST_ITEMS} data items.`)
    if (devices.at(-1)?.name !== '\u0000') devices.push({ name: '\u0000', uuid: '', items: [] })
    devices.at(-1)!.items.push({ component: parents.at(-2)?.name ?? '', said: attributes })
  }
  return usesOf(devices, device)
}

function usesOf(devices: readonly Device[], device: string | null): Map<string, Use> {
  const meant =
    device === null ? (devices.length === 1 ? devices[0] : undefined) : devices.find((one) => [one.name, one.uuid].includes(device))
  if (!meant)
    throw new Unusable(
      device === null
        ? `It speaks of ${devices.length} devices (${namesOf(devices)}). Say which of them the machine is.`
        : `It has no device ${named(device)}, only ${namesOf(devices)}.`,
    )
  const uses = new Map<string, Use>()
  for (const { component, said } of meant.items) {
    const { id = '', type = '', subType, units = '', coordinateSystem: system } = said
    if (id === '') continue
    const event = EVENTS[type]
    if (event) {
      uses.set(id, { is: event })
      continue
    }
    const axis = component.slice(0, 1).toUpperCase()
    if (type !== 'POSITION' || subType !== 'ACTUAL' || !AXES.includes(axis)) continue
    if (units !== 'MILLIMETER')
      throw new Unusable(`It sends ${axis} in ${named(units) || 'no unit'}; MTConnect sends positions in MILLIMETER.`)
    // Without a word of it a position is in machine coordinates, says the standard.
    uses.set(id, { is: 'position', axis: axis as Axis, system: system === 'WORK' ? 'part' : 'machine' })
  }
  return uses
}

/** A stream of observations, newest last; yields now and then, so that others get their turn. */
export function* streamsIn(text: string, device: string | null): Generator<null, StreamDocument> {
  let header: Readonly<Record<string, string>> = {}
  const seen: Seen[] = []
  for (const element of within(text, 'MTConnectStreams')) {
    if (element === null) {
      yield null
      continue
    }
    const { path, attributes, parents } = element
    if (path.at(-1) === 'Header' && path.length === 2) header = attributes
    const own = parents.findLast((_parent, at) => path[at] === 'DeviceStream')
    const isSeen = ['Samples', 'Events'].includes(path.at(-2) ?? '') && path.at(-3) === 'ComponentStream'
    if (!own || !isSeen || (device !== null && ![own.name, own.uuid].includes(device))) continue
    const sequence = Number(attributes.sequence ?? '')
    const id = attributes.dataItemId ?? ''
    const value = element.text.trim()
    if (id === '' || !Number.isSafeInteger(sequence)) continue
    seen.push({ id, sequence, value: value === 'UNAVAILABLE' || value === '' ? null : value })
    if (seen.length > MOST_SEEN) throw new Unusable(`It sends more than ${MOST_SEEN} observations at once.`)
  }
  const number = (name: string) => {
    const written = header[name] ?? ''
    const value = Number(written)
    if (written === '' || !Number.isSafeInteger(value)) throw new Unusable(`Its answer has no ${name}.`)
    return value
  }
  return {
    instance: header.instanceId ?? '',
    first: number('firstSequence'),
    next: number('nextSequence'),
    created: Date.parse(header.creationTime ?? ''),
    seen: seen.sort((a, b) => a.sequence - b.sequence),
  }
}

/** Does a piece of reading at once. */
export function atOnce<T>(reading: Generator<null, T>): T {
  for (;;) {
    const { done, value } = reading.next()
    if (done) return value
  }
}

/** Does it with a pause between pieces, in which whatever else is there gets its turn. */
export async function inTurns<T>(reading: Generator<null, T>): Promise<T> {
  for (;;) {
    const { done, value } = reading.next()
    if (done) return value
    await new Promise((resolve) => setImmediate(resolve))
  }
}

/**
 * Which of a device's data items are positions, and which say what is active.
 * @param device name or uuid of the one that is meant; null where the agent has only one
 * @throws Unusable where the device is not there, or its lengths are not in millimetres
 */
export const readDevices = (text: string, device: string | null): Map<string, Use> => atOnce(devicesIn(text, device))

/** A stream of observations, newest last. */
export const readStreams = (text: string, device: string | null): StreamDocument => atOnce(streamsIn(text, device))

/** A position in millimetres as MTConnect writes it; null for what is no figure. */
export function readPosition(text: string | null): Nm | null {
  if (text === null || !/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?$/i.test(text)) return null
  const value = Number(text)
  return Math.abs(value) > FARTHEST ? null : nm(Math.round(value * NM_PER_MM))
}
