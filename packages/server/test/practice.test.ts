import type { PracticePanel, Problem } from '@rook/contract'
import { A_MILL } from '@rook/practice/examples'
import { startMachine } from '@rook/practice/floor'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startServer, type Running } from '../src/server.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let server: Running
let floor: Awaited<ReturnType<typeof startMachine>>
let cordell: Browser
beforeAll(async () => {
  shop = await openShop()
  floor = await startMachine(A_MILL)
  const panels = { 'mill-9': `http://127.0.0.1:${floor.ports.agent}/panel`, gone: 'http://127.0.0.1:9/panel' }
  server = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0, panels })
  cordell = await new Browser(server.url).signIn('cordell')
})
afterAll(async () => {
  await server.stop()
  await shop.stop()
  floor.stop()
})
const press = (body: object, by = cordell) => by.send<PracticePanel & Problem>('POST', '/api/practice/mill-9', body)

describe('the panel of a practice machine', () => {
  it('is there where whoever started the server says so, and nowhere else', async () => {
    expect((await cordell.send('GET', '/api/practice')).body).toEqual(['mill-9', 'gone'])
    const { body } = await cordell.send<PracticePanel>('GET', '/api/practice/mill-9')
    expect(body).toMatchObject({ name: 'Mill 9', homed: false, tool: null, slots: ['G54', 'G55', 'G54.1 P2'] })
    const plain = await new Browser(shop.url).signIn('cordell')
    expect((await plain.send('GET', '/api/practice')).body).toEqual([])
    for (const machine of ['mill-9', '__proto__', 'constructor'])
      expect((await plain.send('GET', `/api/practice/${machine}`)).status, machine).toBe(404)
  })

  it('takes keys from whoever may work, and passes on what the machine says', async () => {
    expect((await press({ press: 'home' })).body.homed).toBe(true)
    expect((await press({ press: 'tool', tool: 'T4' })).body.tool).toBe('T4')
    expect(await press({ press: 'jog', axis: 'X', distance: 1 })).toMatchObject({ status: 409, body: { detail: 'END OF TRAVEL ON X' } })
    expect((await press({ press: 'dance' })).status).toBe(400)
    expect((await press({ press: 'jog', axis: 'X', distance: 'far' })).status).toBe(400)
    const viewer = await new Browser(server.url).signIn('fennimore')
    expect((await press({ press: 'home' }, viewer)).status).toBe(403)
    expect((await viewer.send('GET', '/api/practice/mill-9')).status).toBe(200)
  })

  it('says that it does not answer where it does not', async () => {
    expect((await cordell.send<Problem>('GET', '/api/practice/gone')).body).toMatchObject({ status: 409, code: 'practice-silent' })
  })
})
