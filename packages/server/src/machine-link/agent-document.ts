import { nm, type Axis, type Nm } from '@rook/core'
import { XMLParser, XMLValidator } from 'fast-xml-parser'

/** Largest document that an agent may send. */
export const MOST_BYTES = 4_000_000
const NM_PER_MM = 1_000_000
/** Further out than any machine reaches, millimetres: a figure beyond it is none. */
const FARTHEST = 100_000

/** What an agent sent cannot be used; the sentence is for whoever looks after the connection. */
export class Unusable extends Error {}

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

type Node = Record<string, unknown>

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

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  // Entities are how a small document becomes a large one.
  processEntities: false,
  removeNSPrefix: true,
})

const list = (value: unknown): Node[] =>
  (Array.isArray(value) ? value : value === undefined || value === '' ? [] : [value]).filter(
    (one): one is Node => typeof one === 'object' && one !== null,
  )
const node = (value: unknown): Node => list(value)[0] ?? {}
const attribute = (of: Node, name: string): string => (typeof of[`@${name}`] === 'string' ? (of[`@${name}`] as string) : '')

function parse(text: string, kind: 'MTConnectDevices' | 'MTConnectStreams'): Node {
  if (text.length > MOST_BYTES) throw new Unusable('It sends a document that is larger than 4 MB.')
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) throw new Unusable('It sends a document with entities of its own, which is not read.')
  if (XMLValidator.validate(text) !== true) throw new Unusable('It sends what is no XML.')
  const document = parser.parse(text) as Node
  const failed = node(document.MTConnectError)
  const errors = list(node(failed.Errors).Error)
  if (errors[0])
    throw new Unusable(
      `It answers: ${String((errors[0]['#text'] as string | undefined) ?? attribute(errors[0], 'errorCode'))}`.slice(0, 200),
    )
  const found = document[kind]
  if (typeof found !== 'object' || found === null) throw new Unusable('It is no MTConnect agent: its answer is another document.')
  return found as Node
}

/**
 * Which of a device's data items are positions, and which say what is active.
 * @param device name or uuid of the one that is meant; null where the agent has only one
 * @throws Unusable where the device is not there, or its lengths are not in millimetres
 */
export function readDevices(text: string, device: string | null): Map<string, Use> {
  const devices = list(node(parse(text, 'MTConnectDevices').Devices).Device)
  const names = devices.map((one) => attribute(one, 'name'))
  const meant =
    device === null
      ? devices.length === 1
        ? devices[0]
        : undefined
      : devices.find((one) => [attribute(one, 'name'), attribute(one, 'uuid')].includes(device))
  if (!meant)
    throw new Unusable(
      device === null
        ? `It speaks of ${devices.length} devices (${names.slice(0, 6).join(', ')}). Say which of them the machine is.`
        : `It has no device ${device}, only ${names.slice(0, 6).join(', ')}.`,
    )
  const uses = new Map<string, Use>()
  walk(meant, (component, item) => {
    const [id, type] = [attribute(item, 'id'), attribute(item, 'type')]
    if (id === '') return
    const event = EVENTS[type]
    if (event) return void uses.set(id, { is: event })
    const axis = attribute(component, 'name').slice(0, 1).toUpperCase()
    if (type !== 'POSITION' || attribute(item, 'subType') !== 'ACTUAL' || !AXES.includes(axis)) return
    const units = attribute(item, 'units')
    if (units !== 'MILLIMETER') throw new Unusable(`It sends ${axis} in ${units || 'no unit'}; MTConnect sends positions in MILLIMETER.`)
    // Without a word of it a position is in machine coordinates, says the standard.
    uses.set(id, { is: 'position', axis: axis as Axis, system: attribute(item, 'coordinateSystem') === 'WORK' ? 'part' : 'machine' })
  })
  return uses
}

/** Every data item with the component it belongs to. */
function walk(component: Node, found: (component: Node, item: Node) => void): void {
  for (const item of list(node(component.DataItems).DataItem)) found(component, item)
  for (const children of Object.values(node(component.Components))) for (const child of list(children)) walk(child, found)
}

/** A stream of observations, newest last. */
export function readStreams(text: string, device: string | null): StreamDocument {
  const document = parse(text, 'MTConnectStreams')
  const header = node(document.Header)
  const number = (name: string) => {
    const text = attribute(header, name)
    const value = Number(text)
    if (text === '' || !Number.isSafeInteger(value)) throw new Unusable(`Its answer has no ${name}.`)
    return value
  }
  const streams = list(node(document.Streams).DeviceStream)
  const meant = device === null ? streams : streams.filter((one) => [attribute(one, 'name'), attribute(one, 'uuid')].includes(device))
  const seen = meant
    .flatMap((stream) => list(stream.ComponentStream))
    .flatMap((component) => ['Samples', 'Events'].flatMap((category) => Object.values(node(component[category])).flatMap(list)))
    .flatMap((one): Seen[] => {
      const sequence = Number(attribute(one, 'sequence'))
      const id = attribute(one, 'dataItemId')
      const value = typeof one['#text'] === 'string' ? one['#text'].trim() : ''
      return id !== '' && Number.isSafeInteger(sequence)
        ? [{ id, sequence, value: value === 'UNAVAILABLE' || value === '' ? null : value }]
        : []
    })
    .sort((a, b) => a.sequence - b.sequence)
  return {
    instance: attribute(header, 'instanceId'),
    first: number('firstSequence'),
    next: number('nextSequence'),
    created: Date.parse(attribute(header, 'creationTime')),
    seen,
  }
}

/** A position in millimetres as MTConnect writes it; null for what is no figure. */
export function readPosition(text: string | null): Nm | null {
  if (text === null || !/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?$/i.test(text)) return null
  const value = Number(text)
  return Math.abs(value) > FARTHEST ? null : nm(Math.round(value * NM_PER_MM))
}
