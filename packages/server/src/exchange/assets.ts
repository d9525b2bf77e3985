import {
  plainFigure,
  MOST_TOOLS,
  nm,
  readLength,
  TOOL_PROPERTIES,
  type Assembly,
  type FileProblem,
  type LifeUnit,
  type PresetTool,
  type ToolProperty,
} from '@rook/core'
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser'

/** MTConnect writes lengths in millimetres; its names for the measurements that are kept here, by their ISO 13399 codes. */
const MEASUREMENTS: Readonly<Record<ToolProperty, string>> = {
  DC: 'CuttingDiameterMax',
  RE: 'CornerRadius',
  LF: 'FunctionalLength',
  OAL: 'OverallToolLength',
  LPR: 'ProtrudingLength',
  APMX: 'DepthOfCutMax',
  DMM: 'ShankDiameter',
}
/** RE belongs to a cutting item; the rest to the tool as a whole. */
const OF_ITEM: readonly ToolProperty[] = ['RE']
const LIFE: Readonly<Record<LifeUnit, string>> = { minutes: 'MINUTES', parts: 'PART_COUNT', uses: 'USAGE' }

type Node = Record<string, unknown>

const list = (value: unknown): Node[] =>
  Array.isArray(value) ? (value as Node[]) : value === undefined || value === '' ? [] : [value as Node]
const node = (value: unknown): Node => (typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Node) : {})
const textOf = (value: unknown): string =>
  (typeof value === 'object' && value !== null
    ? textOf((value as Node)['#text'])
    : value === undefined
      ? ''
      : String(value as string | number)
  ).trim()

/** Reads the cutting-tool assets of an MTConnect document. Any problem means that nothing is to be taken from it. */
export function readAssets(text: string): { tools: PresetTool[]; problems: FileProblem[] } {
  const problems: FileProblem[] = []
  const refuse = (line: number, column: string | null, reason: string) => {
    if (problems.length < 50) problems.push({ line, column, sentence: `Line ${line}${column ? `, ${column}` : ''}: ${reason}` })
  }
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    return {
      tools: [],
      problems: [
        { line: 1, column: null, sentence: 'Line 1: a document with entities of its own is not taken; export it without a DOCTYPE.' },
      ],
    }
  const valid = XMLValidator.validate(text)
  if (valid !== true) {
    const { line, col, msg } = valid.err as { line: number; col?: number; msg: string }
    return {
      tools: [],
      problems: [
        { line, column: null, sentence: `Line ${line}${col ? `, character ${col}` : ''}: not well-formed XML: ${msg.replace(/\.$/, '')}.` },
      ],
    }
  }
  const parsed = parse(text)
  if (!parsed)
    return {
      tools: [],
      problems: [
        {
          line: 1,
          column: null,
          sentence: 'Line 1: the document cannot be read: it is nested deeper than any list of tools, or has names in it that no tool has.',
        },
      ],
    }
  const root = node(parsed.MTConnectAssets)
  if (parsed.MTConnectAssets === undefined) {
    refuse(1, null, 'this is not an MTConnect assets document; its outermost element is not MTConnectAssets.')
    return { tools: [], problems }
  }
  const assets = list(node(root.Assets).CuttingTool)
  if (assets.length === 0) refuse(1, null, 'the document has no CuttingTool in it.')
  if (assets.length > MOST_TOOLS) refuse(1, null, `the document has ${assets.length} tools; ${MOST_TOOLS} can be taken at once. Split it.`)
  const lines = linesOf(text)
  const tools = problems.length > 0 ? [] : assets.map((asset, at) => toolOf(asset, lines[at] ?? 1, refuse))
  for (const [field, what] of [
    ['id', 'asset id'],
    ['number', 'tool number'],
  ] as const) {
    const seen = new Map<string, number>()
    for (const tool of tools) {
      const value = tool[field]
      if (value === null) continue
      if (seen.has(value)) refuse(tool.line, null, `the ${what} ${value} stands in line ${seen.get(value)!} already.`)
      else seen.set(value, tool.line)
    }
  }
  return problems.length > 0 ? { tools: [], problems } : { tools, problems: [] }
}

/** Null for a document that is nested too deeply, or whose elements have names that mean something to JavaScript itself, such as __proto__. */
function parse(text: string): Node | null {
  try {
    return new XMLParser({
      ignoreAttributes: false,
      removeNSPrefix: true,
      parseTagValue: false,
      parseAttributeValue: false,
      processEntities: true,
    }).parse(text) as Node
  } catch (error) {
    if (error instanceof Error) return null
    throw error
  }
}

/** The line that each cutting tool begins on. */
function linesOf(text: string): number[] {
  const lines: number[] = []
  let [line, from] = [1, 0]
  for (const { index } of text.matchAll(/<(?:[\w.-]+:)?CuttingTool[\s>/]/g)) {
    for (let at = text.indexOf('\n', from); at >= 0 && at < index; at = text.indexOf('\n', at + 1)) line++
    from = index
    lines.push(line)
  }
  return lines
}

function toolOf(asset: Node, line: number, refuse: (line: number, column: string | null, reason: string) => void): PresetTool {
  const cycle = node(asset.CuttingToolLifeCycle)
  const id = idOf(asset, line, refuse)
  const number = textOf(cycle.ProgramToolNumber)
  if (number !== '' && !/^\d{1,5}$/.test(number)) refuse(line, 'ProgramToolNumber', `\u201c${number}\u201d is not a tool number.`)
  const properties = propertiesOf(cycle, line, refuse)
  const { DC = null, LF = null, ...rest } = properties
  const flutes = Number(textOf(node(cycle.CuttingItems)['@_count']) || NaN)
  return {
    line,
    number: number === '' ? null : String(Number(number)),
    id: id || null,
    name: textOf(asset.Description) || null,
    length: LF,
    diameter: DC,
    properties: rest,
    flutes: Number.isInteger(flutes) && flutes >= 1 && flutes <= 40 ? flutes : null,
  }
}

type Refuse = (line: number, column: string | null, reason: string) => void

function idOf(asset: Node, line: number, refuse: Refuse): string {
  const id = textOf(asset['@_assetId'])
  if (id === '') refuse(line, 'CuttingTool', 'assetId is missing.')
  if (id.length > 60 || id.includes('/')) refuse(line, 'assetId', 'at most 60 characters and no slash.')
  if (asset.CuttingToolLifeCycle === undefined) refuse(line, 'CuttingTool', 'CuttingToolLifeCycle is missing.')
  return id
}

/** What is measured of the tool as a whole, and of its cutting items where the whole does not say it. */
function propertiesOf(cycle: Node, line: number, refuse: Refuse): PresetTool['properties'] {
  const measured = { ...node(cycle.Measurements) }
  for (const item of list(node(cycle.CuttingItems).CuttingItem))
    for (const [name, value] of Object.entries(node(item.Measurements))) measured[name] ??= value
  const properties: PresetTool['properties'] = {}
  for (const property of TOOL_PROPERTIES) {
    const value = measurement(measured, property, line, refuse)
    if (value !== null) properties[property] = value
  }
  return properties
}

function measurement(
  measured: Node,
  property: ToolProperty,
  line: number,
  refuse: (line: number, column: string | null, reason: string) => void,
): PresetTool['length'] {
  // By its name, or else by its code: senders differ in which of the two they keep to.
  const found =
    measured[MEASUREMENTS[property]] ??
    (property === 'DC' ? measured.CuttingDiameter : undefined) ??
    Object.values(measured).find((one) => node(one)['@_code'] === property)
  if (found === undefined) return null
  const name = MEASUREMENTS[property]
  const [one, more] = list(found)
  if (more) {
    refuse(line, name, 'stands twice in one tool.')
    return null
  }
  const text = textOf(one) || textOf(node(one)['@_nominal'])
  if (text === '' || text === 'UNAVAILABLE') return null
  const unit = textOf(node(one)['@_nativeUnits'] ?? node(one)['@_units']) || 'MILLIMETER'
  if (unit !== 'MILLIMETER' && node(one)['@_units'] !== undefined && node(one)['@_units'] !== 'MILLIMETER') {
    refuse(line, name, `is in ${unit}; the standard has MILLIMETER.`)
    return null
  }
  const reading = /^[-+]?\d*\.?\d+(e[-+]?\d+)?$/i.test(text)
    ? readLength(plain(text), { name, unit: 'mm', grid: nm(1) })
    : { kind: 'refused' as const }
  if ((reading.kind === 'length' || reading.kind === 'finer') && (reading.value > 0 || (property === 'RE' && reading.value === 0)))
    return reading.value
  refuse(line, name, `\u201c${text}\u201d is not a length above zero in millimetres.`)
  return null
}

/** Without an exponent, which some writers use for small figures. */
const plain = (text: string): string => (/e/i.test(text) ? Number(text).toFixed(9) : text.replace(/^\+/, ''))

export interface AssetOut extends Assembly {
  number: string | null
  /** Present length from the gauge line where it is known better than the record has it. */
  length: PresetTool['length']
  diameter: PresetTool['diameter']
}

/** An MTConnect assets document (version 2.2) of these tools. */
export function writeAssets(tools: readonly AssetOut[], { at, by, sender }: { at: string; by: string; sender: string }): string {
  const figure = (value: NonNullable<PresetTool['length']>) => plainFigure(value, 'mm')
  const one = (tool: AssetOut) => {
    const all: Partial<Record<ToolProperty, NonNullable<PresetTool['length']>>> = {
      ...tool.properties,
      ...(tool.length === null ? {} : { LF: tool.length }),
      ...(tool.diameter === null ? {} : { DC: tool.diameter }),
    }
    const write = (own: readonly ToolProperty[]) =>
      Object.fromEntries(
        own.flatMap((property) => {
          const value = all[property]
          return value === undefined
            ? []
            : [[MEASUREMENTS[property], { '@_code': property, '@_units': 'MILLIMETER', '#text': figure(value) }]]
        }),
      )
    const whole = write(TOOL_PROPERTIES.filter((property) => !OF_ITEM.includes(property)))
    const item = write(OF_ITEM)
    return {
      '@_assetId': tool.id,
      '@_serialNumber': tool.id,
      '@_toolId': tool.id,
      '@_timestamp': at,
      Description: tool.name,
      CuttingToolLifeCycle: {
        CutterStatus: {
          Status: [tool.lifeUsed > 0 ? 'USED' : 'NEW', ...(tool.life && tool.lifeUsed >= tool.life.limit ? ['EXPIRED'] : [])],
        },
        ...(tool.life
          ? {
              ToolLife: {
                '@_type': LIFE[tool.life.by],
                '@_countDirection': 'UP',
                '@_warning': tool.life.warning,
                '@_limit': tool.life.limit,
                '#text': tool.lifeUsed,
              },
            }
          : {}),
        ...(tool.number === null
          ? {}
          : {
              ProgramToolNumber: tool.number,
              Location: { '@_type': 'POT', '@_positiveOverlap': 0, '@_negativeOverlap': 0, '#text': tool.number },
            }),
        ...(Object.keys(whole).length > 0 ? { Measurements: whole } : {}),
        ...(tool.flutes === null && Object.keys(item).length === 0
          ? {}
          : {
              CuttingItems: {
                '@_count': tool.flutes ?? 1,
                CuttingItem: {
                  '@_indices': tool.flutes && tool.flutes > 1 ? `1-${tool.flutes}` : '1',
                  ...(Object.keys(item).length > 0 ? { Measurements: item } : {}),
                },
              },
            }),
      },
    }
  }
  const document = {
    '?xml': { '@_version': '1.0', '@_encoding': 'UTF-8' },
    MTConnectAssets: {
      '@_xmlns': 'urn:mtconnect.org:MTConnectAssets:2.2',
      Header: {
        '@_creationTime': at,
        '@_sender': sender,
        '@_instanceId': 1,
        '@_version': '2.2',
        '@_assetBufferSize': tools.length,
        '@_assetCount': tools.length,
      },
      '#comment': ` Written for ${by.replaceAll('--', ' ')} `,
      Assets: { CuttingTool: tools.map(one) },
    },
  }
  return new XMLBuilder({ ignoreAttributes: false, format: true, commentPropName: '#comment', suppressEmptyNode: true }).build(
    document,
  ) as string
}
