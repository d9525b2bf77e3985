import { randomUUID } from 'node:crypto'
import type { Found } from '@rook/contract'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let viewer: Browser
beforeAll(async () => {
  shop = await openShop()
  viewer = await new Browser(shop.url).signIn('fennimore')
  await new Browser(shop.url).signIn('marrow').then((marrow) => marrow.send('POST', '/api/machines/mill-3/entries', edgeEntry()))
})
afterAll(() => shop.stop())

const find = async (words: string) => {
  const { body } = await viewer.send<Found[]>('GET', `/api/find?words=${encodeURIComponent(words)}`)
  return body.map(({ kind, title, detail }) => `${kind}: ${title}, ${detail}`)
}

it.each([
  ['mill 3', ['machine: Mill 3, mill']],
  ['FLANGE 0417', ['setup: Job 0417, Flange, rev C, Op 20 on Mill 3, at hand', 'job: Job 0417, Flange, rev C, 12 parts']],
  ['end 12', ['tool: End mill 12, em-12, T4 on Mill 3']],
  ['t4', ['tool: End mill 12, em-12, T4 on Mill 3']],
  ['shim', ['gauge: Shim 1.000, shim']],
  ['tans', ['person: Tansley, setter']],
  ['#1', ['entry: G54 X from an edge, Entry 1 on Mill 3, Marrow']],
  ['   ', []],
  ['%', []],
  ["' or true --", []],
])('“%s” finds %j', async (words, expected) => {
  expect(await find(words)).toEqual(expected)
})

it('finds a slot with the machine that has it, and not every slot of a machine that is named', async () => {
  expect(await find('g55 mill')).toEqual(['slot: G55, Mill 3'])
  expect((await find('mill')).filter((one) => one.startsWith('slot'))).toEqual([])
})

it('finds nobody who is gone', async () => {
  const lead = await new Browser(shop.url).signIn('oakhanger')
  const change = { name: 'Harkness', role: 'planner', gone: true }
  expect(await find('harkness')).toEqual(['person: Harkness, planner'])
  expect((await lead.send('PUT', '/api/people/harkness', change)).status).toBe(200)
  expect(await find('harkness')).toEqual([])
  expect(await find(randomUUID())).toEqual([])
})
