import { gzipSync } from 'node:zlib'
import type { Chance } from '@rook/testing'

/** As much of JSON Schema as the contract's own schemas use. */
export interface Schema {
  type?: string | string[]
  properties?: Record<string, Schema>
  required?: string[]
  additionalProperties?: boolean | Schema
  items?: Schema | Schema[]
  enum?: unknown[]
  const?: unknown
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  format?: string
  pattern?: string
  minLength?: number
  maxLength?: number
  minimum?: number
  maximum?: number
  minItems?: number
  maxItems?: number
  $ref?: string
  $defs?: Record<string, Schema>
  default?: unknown
}

/** Words that mean something to the server, by the name of the field that they stand in. */
export type Pools = Readonly<Record<string, readonly string[]>>

/** Programs as they are sent, good ones and others. */
export const SENT_PROGRAMS: readonly string[] = [
  '%\nO1\nG21 G54\nT4 M6\nG43 H4\nG53 G0 Z0.\nM30\n%',
  'G1 X[#1 (',
  'Dear Sir',
  '\u0000',
].map((text) => gzipSync(text).toString('base64'))

const FORMATS: Readonly<Record<string, (chance: Chance) => string>> = {
  uuid: (chance) => chance.uuid(),
  'date-time': (chance) => new Date(1.7e12 + chance.next() * 1e11).toISOString(),
  base64: (chance) =>
    Buffer.from(chance.pick(['T,L\n4,103.5\n', '<?xml version="1.0"?><MTConnectAssets/>', 'x', '\u0000'])).toString('base64'),
}

/** Something that a schema allows, drawn by chance. */
export function anythingOf(schema: Schema, chance: Chance, pools: Pools, name = '', root: Schema = schema): unknown {
  if (schema.$ref) return anythingOf(root.$defs?.[schema.$ref.split('/').pop()!] ?? {}, chance, pools, name, root)
  if (schema.const !== undefined) return schema.const
  if (schema.enum) return chance.pick(schema.enum)
  const either = schema.anyOf ?? schema.oneOf
  if (either) return anythingOf(chance.pick(either), chance, pools, name, root)
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((one) => anythingOf(one, chance, pools, name, root) as object))
  return byType(schema, chance, pools, name, root)
}

function byType(schema: Schema, chance: Chance, pools: Pools, name: string, root: Schema): unknown {
  switch (Array.isArray(schema.type) ? chance.pick(schema.type) : schema.type) {
    case 'object':
      return objectOf(schema, chance, pools, name, root)
    case 'array': {
      const of = Array.isArray(schema.items) ? (schema.items[0] ?? {}) : (schema.items ?? {})
      const length = Math.max(schema.minItems ?? 0, Math.min(schema.maxItems ?? 3, Math.floor(chance.between(0, 4))))
      return Array.from({ length }, () => anythingOf(of, chance, pools, name, root))
    }
    case 'string':
      return stringOf(schema, chance, pools, name)
    case 'integer':
      return Math.round(numberOf(schema, chance))
    case 'number':
      return numberOf(schema, chance)
    case 'boolean':
      return chance.happens(0.5)
    case 'null':
      return null
    default:
      return chance.pick<unknown>([null, 0, 'x', [], {}])
  }
}

function objectOf(schema: Schema, chance: Chance, pools: Pools, name: string, root: Schema): Record<string, unknown> {
  const found: Record<string, unknown> = {}
  for (const [key, property] of Object.entries(schema.properties ?? {}))
    if (schema.required?.includes(key) || chance.happens(0.7)) found[key] = anythingOf(property, chance, pools, key, root)
  if (typeof schema.additionalProperties === 'object')
    for (const key of pools[`${name} keys`] ?? [])
      if (chance.happens(0.6)) found[key] = anythingOf(schema.additionalProperties, chance, pools, key, root)
  return found
}

function stringOf({ format, minLength = 0, maxLength = 40 }: Schema, chance: Chance, pools: Pools, name: string): string {
  const pool = pools[name]
  if (pool && pool.length > 0 && chance.happens(0.85)) return chance.pick(pool)
  if (format && FORMATS[format]) return FORMATS[format](chance)
  const length = Math.max(minLength, Math.min(maxLength, Math.floor(chance.between(3, 14))))
  return Array.from({ length }, () => chance.pick([...'abcXYZ 0123456789.,-+/\u00b5\u03b8'])).join('')
}

const numberOf = ({ minimum = -1e9, maximum = 1e9 }: Schema, chance: Chance): number =>
  chance.happens(0.2) ? chance.pick([0, minimum, maximum]) : chance.between(Math.max(minimum, -1e12), Math.min(maximum, 1e12))

/** What nobody should send, and somebody will. */
const NASTY: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  Number.MAX_SAFE_INTEGER + 2,
  '',
  ' ',
  '\u0000',
  '\ud800',
  'x'.repeat(5_000),
  '__proto__',
  'constructor',
  "'; DROP TABLE entry; --",
  '../../etc/passwd',
  '%00',
  '9'.repeat(400),
  '-0',
  'NaN',
  [],
  [[[[[[]]]]]],
  {},
  { constructor: { prototype: {} } },
  JSON.parse('{"__proto__": {"x": 1}}') as unknown,
  JSON.parse('{"\\u0000": 1}') as unknown,
]

/** The same with one thing in it changed to something that does not belong there. */
export function spoilt(value: unknown, chance: Chance): unknown {
  if (typeof value !== 'object' || value === null || chance.happens(0.15)) return chance.pick(NASTY)
  const keys = Object.keys(value)
  if (keys.length === 0) return chance.pick(NASTY)
  const key = chance.pick(keys)
  if (Array.isArray(value)) return value.map((item, at) => (String(at) === key ? spoilt(item, chance) : (item as unknown)))
  const copy: Record<string, unknown> = { ...(value as Record<string, unknown>) }
  if (chance.happens(0.15)) delete copy[key]
  else copy[key] = spoilt(copy[key], chance)
  return copy
}
