import { randomUUID } from 'node:crypto'
import { mm } from '@rook/core'
import type { Entry, Problem } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { taken } from '../src/base/db/schema.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let setter: Browser
const LENGTH = 'tool/4/length/geometry'

beforeAll(async () => {
  shop = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
  const edit = { edits: [{ register: LENGTH, text: '103.5' }], worth: 'measured', reason: 'by the caliper', basis: { [LENGTH]: null } }
  await setter.send('POST', '/api/machines/mill-3/tools', { id: randomUUID(), ...edit })
})
afterAll(() => shop.stop())

/** A position as it came over the wire, with the tool that the machine said. */
async function position(tool: string | null): Promise<string> {
  const id = randomUUID()
  const row = {
    id,
    machine: 'mill-3',
    at: new Date().toISOString(),
    what: 'position' as const,
    gauge: null,
    slot: 'G54',
    tool,
    person: 'marrow',
  }
  await shop.connection.db.insert(taken).values({ ...row, positions: [{ axis: 'Z', value: mm(-373.09) }] })
  return id
}
async function face(take: string, inSpindle: string | null) {
  const inputs = {
    slot: 'G54',
    tool: '4',
    between: 'none',
    reading: '-373.09',
    place: '0',
    ...(inSpindle === null ? {} : { 'in-spindle': inSpindle }),
  }
  const body = { routine: 'face', inputs, taken: { reading: take }, setup: 'now', step: null, basis: { 'work/G54/Z/geometry': null } }
  return setter.send<Entry & Problem>('POST', '/api/machines/mill-3/entries', {
    id: randomUUID(),
    ...body,
    answers: { 'homed|query|': 'homed this morning' },
  })
}

describe('the tool that the machine said was in its spindle', () => {
  it('is what the entry says of it: left out or said otherwise, nothing is recorded', async () => {
    const take = await position('0')
    for (const said of [null, '4', 'other'])
      expect((await face(take, said)).body).toMatchObject({
        code: 'not-taken',
        detail: expect.stringContaining('Mill 3 said T0') as string,
      })
  })

  it('is a stop where it is another than was chosen', async () => {
    const { status, body } = await face(await position('0'), 'none')
    expect(status, JSON.stringify(body)).toBe(422)
    expect(JSON.stringify(body)).toContain('No tool is in the spindle, and T4 is chosen.')
  })

  it('is kept with the entry where it is the one, and asks nothing where the machine does not say it', async () => {
    const { body, status } = await face(await position('04'), '4')
    expect(status, JSON.stringify(body)).toBe(200)
    expect(body.content.inputs).toMatchObject({ 'in-spindle': '4' })
    expect(body.content.taken![0]!.taken).toMatchObject({ tool: '04', slot: 'G54' })
    const again = { ...(await face(await position(null), null)).body }
    expect(again.code).toBe('register-moved-on')
  })
})
