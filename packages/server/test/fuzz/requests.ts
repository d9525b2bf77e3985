import type { Chance } from '@rook/testing'
import { anythingOf, spoilt, type Pools, type Schema } from './from-schema.ts'

/** A call that can be made, with the schemas of what it takes. */
export interface Door {
  id: string
  method: string
  /** With `{name}` for parameters. */
  path: string
  params: Schema
  query: Schema
  body: Schema
}

export interface FuzzRequest {
  door: string
  method: string
  path: string
  headers: Record<string, string>
  body: string | undefined
}

const ODD_PATHS = [
  '/assets/nothing.js',
  '/assets/..%2f..%2fpackage.json',
  '/api/%ff',
  '/api/nowhere',
  '/api/entries/%00',
  '/%e0%a4%a',
  '/index.html/..',
  '/api//',
  '/.rook',
]
const ODD_HEADERS: readonly Record<string, string>[] = [
  { 'content-type': 'text/plain' },
  { 'content-type': 'application/json; charset=utf-7' },
  { 'content-encoding': 'br' },
  { 'content-encoding': 'nonsense' },
  { range: 'bytes=9-1' },
  { 'if-none-match': '*' },
  { origin: 'http://elsewhere.test' },
  { origin: 'null' },
  { 'accept-encoding': 'zstd, *;q=0' },
  { cookie: 'rook=s%3Anonsense.nonsense; rook-device=x' },
]

/** A request that somebody might send: mostly what the contract allows, now and then with something wrong in it. */
export function requestFor(door: Door, pools: Pools, chance: Chance): FuzzRequest {
  const wrong = chance.happens(0.45)
  const mend = (value: unknown) => (wrong && chance.happens(0.5) ? spoilt(value, chance) : value)
  const params = anythingOf(door.params, chance, pools) as Record<string, string>
  const path = door.path.replace(/\{(\w+)\}/g, (_all, name: string) => {
    const own = pools[`${door.id} ${name}`]
    const value = own && own.length > 0 && chance.happens(0.85) ? chance.pick(own) : (params[name] ?? 'x')
    const text = String(wrong && chance.happens(0.2) ? chance.pick(['\u0000', '..', '%', 'x'.repeat(300), '\ud83d\ude00', ' ']) : value)
    return encodeURIComponent(text)
  })
  const query = mend(anythingOf(door.query, chance, pools)) as Record<string, unknown> | null
  const search = new URLSearchParams(
    Object.entries(query && typeof query === 'object' ? query : {}).map(([name, value]) => [
      name,
      typeof value === 'object' ? JSON.stringify(value) : String(value),
    ]),
  )
  const hasBody = door.method === 'post' || door.method === 'put'
  const body = hasBody ? mend(anythingOf(door.body, chance, pools)) : undefined
  return {
    door: door.id,
    method: door.method.toUpperCase(),
    path: wrong && chance.happens(0.05) ? chance.pick(ODD_PATHS) : search.size > 0 ? `${path}?${search}` : path,
    headers: {
      ...(hasBody ? { 'content-type': 'application/json' } : {}),
      ...(wrong && chance.happens(0.1) ? chance.pick(ODD_HEADERS) : {}),
    },
    body: !hasBody
      ? undefined
      : wrong && chance.happens(0.08)
        ? chance.pick(['{', '', '[', '\u0000', '{"id":1e999}', 'null', '"x"'])
        : JSON.stringify(body),
  }
}
