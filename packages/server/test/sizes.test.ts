import { randomUUID } from 'node:crypto'
import { mm, type RawInputs, type Scene } from '@rook/core'
import type { Entry, Problem } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
const WEAR = 'tool/4/length/wear'
const LENGTH = 'tool/4/length/geometry'

const scene = async () => (await marrow.send<Scene>('GET', '/api/machines/mill-3/scene')).body
const post = (path: string, body: object) => marrow.send<Entry & Problem>('POST', path, { id: randomUUID(), ...body })
const latest = async (register: string) => ({ [register]: (await scene()).standing[register]?.entry ?? null })

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  await post('/api/machines/mill-3/homed', {})
  const typed = await post('/api/machines/mill-3/tools', {
    edits: [{ register: LENGTH, text: '103.4755' }],
    worth: 'measured',
    reason: 'from the presetting bench',
    basis: await latest(LENGTH),
  })
  expect(typed.status).toBe(200)
})
afterAll(() => shop.stop())

/** A floor that should stand at −5, corrected by the tool's length. */
const correct = async (measured: string, more: RawInputs = {}) =>
  post('/api/machines/mill-3/entries', {
    routine: 'depth-size',
    inputs: { tool: '4', by: 'measured', target: '-5', measured, ...more },
    setup: null,
    basis: await latest(WEAR),
  })

describe('the sizes that a wear register was corrected from', () => {
  it('are in the scene, and the next measurement of the same size asks what was cut since', async () => {
    expect((await scene()).sizes).toEqual({})
    expect((await correct('-4.94')).status).toBe(200)
    expect((await scene()).sizes).toMatchObject({
      [WEAR]: [{ routine: 'depth-size', kind: null, target: mm(-5), measured: mm(-4.94), step: mm(-0.06), by: 'Marrow' }],
    })
    const unsaid = await correct('-4.94')
    expect(unsaid.status).toBe(422)
    expect(unsaid.body.fields).toHaveProperty('cut-since')
  })

  it('stop a second correction of an error that the first one has not touched', async () => {
    const again = await correct('-4.9395', { 'cut-since': 'one' })
    expect(again.status).toBe(422)
    expect(again.body.detail).toContain('as before the last correction')
    expect((await scene()).sizes[WEAR]).toHaveLength(1)
  })

  it('no longer hold an entry that was taken back', async () => {
    const [size] = (await scene()).sizes[WEAR]!
    expect((await post(`/api/entries/${size!.entry}/correction`, { reason: 'the wrong floor was measured' })).status).toBe(200)
    expect((await scene()).sizes).toEqual({})
    expect((await correct('-4.95')).status).toBe(200)
    expect((await scene()).sizes[WEAR]).toHaveLength(1)
  })

  it('begin anew with a new edge', async () => {
    const changed = await post('/api/assemblies/em-12/events', { kind: 'insert-changed', note: 'edge worn down' })
    expect(changed.status).toBe(200)
    expect((await scene()).sizes).toEqual({})
  })
})
