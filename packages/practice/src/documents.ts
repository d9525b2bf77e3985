import { XMLBuilder } from 'fast-xml-parser'
import type { PracticeMachine } from './machine.ts'
import { componentsOf, type Buffer, type Component, type Observation } from './observations.ts'

/** MTConnect documents: what a device has (`probe`), what it does (`current`, `sample`), its tools (`asset`), and what went wrong. */

const VERSION = '2.0'
const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', suppressEmptyNode: true, preserveOrder: false })

type Node = Record<string, unknown>

export interface Agent {
  instance: number
  created: string
  buffer: Buffer
}

function document(kind: 'Devices' | 'Streams' | 'Assets' | 'Error', header: Node, body: Node): string {
  const xml: string = builder.build({
    [`MTConnect${kind}`]: { '@xmlns': `urn:mtconnect.org:MTConnect${kind}:${VERSION}`, Header: header, ...body },
  })
  return `<?xml version="1.0" encoding="UTF-8"?>\n${xml}\n`
}

const header = ({ instance, created, buffer }: Agent, more: Node = {}): Node => ({
  '@creationTime': created,
  '@sender': 'practice',
  '@instanceId': instance,
  '@version': VERSION,
  '@bufferSize': buffer.size,
  ...more,
})

export function devices(machine: PracticeMachine, agent: Agent): string {
  const components = componentsOf(machine)
  const itemsOf = (component: string) =>
    agent.buffer.items
      .filter((item) => item.component === component)
      .map(({ id, category, type, subType, coordinateSystem, units }) => ({
        '@id': id,
        '@category': category,
        '@type': type,
        ...(subType ? { '@subType': subType } : {}),
        ...(coordinateSystem ? { '@coordinateSystem': coordinateSystem } : {}),
        ...(units ? { '@units': units } : {}),
      }))
  const node = (component: Component): Node => ({
    '@id': component.id,
    '@name': component.name,
    DataItems: { DataItem: itemsOf(component.id) },
    ...childrenOf(component.id),
  })
  const childrenOf = (parent: string | null): Node => {
    const below: Record<string, Node[]> = {}
    for (const component of components.filter((one) => one.parent === parent)) (below[component.type] ??= []).push(node(component))
    return Object.keys(below).length === 0 ? {} : { Components: below }
  }
  return document('Devices', header(agent, { '@assetBufferSize': 1_024, '@assetCount': toolsOf(machine).length }), {
    Devices: {
      Device: {
        '@id': 'device',
        '@name': machine.spec.id,
        '@uuid': `practice-${machine.spec.id}`,
        Description: machine.spec.name,
        DataItems: { DataItem: itemsOf('device') },
        ...childrenOf(null),
      },
    },
  })
}

/** `POSITION` is `Position` in a stream, `PART_COUNT` is `PartCount`. */
const elementOf = (type: string) => type.toLowerCase().replace(/(?:^|_)(\w)/g, (_, letter: string) => letter.toUpperCase())

export function streams(machine: PracticeMachine, agent: Agent, seen: readonly Observation[]): string {
  const { buffer } = agent
  const components = [{ id: 'device', type: 'Device', name: machine.spec.id, parent: null }, ...componentsOf(machine)]
  const of = (component: string, category: string) => {
    const elements: Record<string, Node[]> = {}
    for (const { item, value, at, sequence } of seen)
      if (item.component === component && item.category === category)
        (elements[elementOf(item.type)] ??= []).push({
          '@dataItemId': item.id,
          ...(item.subType ? { '@subType': item.subType } : {}),
          '@timestamp': at,
          '@sequence': sequence,
          '#text': value,
        })
    return elements
  }
  const component = components.flatMap(({ id, type, name }) => {
    const [samples, events] = [of(id, 'SAMPLE'), of(id, 'EVENT')]
    const has = (elements: Node) => Object.keys(elements).length > 0
    if (!has(samples) && !has(events)) return []
    return [
      {
        '@component': type,
        '@componentId': id,
        '@name': name,
        ...(has(samples) ? { Samples: samples } : {}),
        ...(has(events) ? { Events: events } : {}),
      },
    ]
  })
  return document(
    'Streams',
    header(agent, {
      '@nextSequence': (seen.at(-1)?.sequence ?? buffer.next - 1) + 1,
      '@firstSequence': buffer.first,
      '@lastSequence': buffer.next - 1,
    }),
    { Streams: { DeviceStream: { '@name': machine.spec.id, '@uuid': `practice-${machine.spec.id}`, ComponentStream: component } } },
  )
}

const toolsOf = ({ spec }: PracticeMachine) => spec.tools.filter(({ number }) => number !== null)

/** Cutting tools as ISO 13399 and MTConnect describe them: what a presetter would say of them. */
export function assets(machine: PracticeMachine, agent: Agent): string {
  const tools = toolsOf(machine)
  return document('Assets', header(agent, { '@assetBufferSize': 1_024, '@assetCount': tools.length }), {
    Assets: {
      CuttingTool: tools.map(({ number, name, reach, diameter }) => ({
        '@assetId': `${machine.spec.id}-T${number}`,
        '@serialNumber': `${machine.spec.id}-T${number}`,
        '@toolId': `T${number}`,
        '@timestamp': agent.created,
        '@deviceUuid': `practice-${machine.spec.id}`,
        Description: name,
        CuttingToolLifeCycle: {
          CutterStatus: { Status: 'USED' },
          ProgramToolNumber: number,
          Measurements: {
            FunctionalLength: { '@code': 'LF', '#text': reach.toFixed(4) },
            ...(diameter === undefined ? {} : { CuttingDiameterMax: { '@code': 'DC', '#text': diameter.toFixed(4) } }),
          },
        },
      })),
    },
  })
}

export function failure(agent: Agent, code: string, sentence: string): string {
  return document('Error', header(agent), { Errors: { Error: { '@errorCode': code, '#text': sentence } } })
}
