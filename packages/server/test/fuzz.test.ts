import { randomUUID } from 'node:crypto'
import { api, schemasOf, type Operation } from '@rook/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SENT_PROGRAMS } from './fuzz/from-schema.ts'
import type { Door } from './fuzz/requests.ts'
import { fuzzServer } from './fuzz/send.ts'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
beforeAll(async () => {
  shop = await openShop()
})
afterAll(() => shop.stop())

/** Who is signed in stays so: what ends sessions or changes people is tried where it cannot be found. */
const LEFT_OUT = ['signIn', 'signOut', 'changeOwnPin', 'resetPin', 'changePerson', 'openShop']
const DOORS = (Object.values(api) as Operation[])
  .filter(({ id }) => !LEFT_OUT.includes(id))
  .map(({ id, method, path, ...rest }) => ({ id, method, path, ...schemasOf(rest) }) as Door)

describe('whatever is sent', () => {
  it('is answered or refused with a sentence, and never brings the server into trouble', async () => {
    const askers = [{}]
    for (const who of ['fennimore', 'cordell', 'marrow', 'harkness', 'oakhanger'] as const) {
      const browser = await new Browser(shop.url).signIn(who)
      askers.push({ cookie: browser.cookie, 'x-rook-person': who })
    }
    const marrow = await new Browser(shop.url).signIn('marrow')
    const entry = await marrow.send<{ content: { id: string } }>('POST', '/api/machines/mill-3/entries', edgeEntry())
    const machines = ['mill-3', 'lathe-2']
    const { plan } = (await marrow.send<{ plan: { operation: string } }>('GET', '/api/machines/mill-3/scene?setup=now')).body
    const kept = await marrow.send<{ id: string }>('POST', `/api/operations/${plan.operation}/programs`, {
      id: randomUUID(),
      name: 'O1.NC',
      gzip: SENT_PROGRAMS[0],
      note: null,
      basis: null,
    })
    const own = (ids: string[], ...names: string[]) => Object.fromEntries(names.map((name) => [name, ids]))
    const pools = {
      ...own(machines, ...DOORS.filter(({ path }) => path.startsWith('/api/machines/')).map(({ id }) => `${id} id`), 'machine'),
      ...own([plan.operation], ...DOORS.filter(({ path }) => path.startsWith('/api/operations/')).map(({ id }) => `${id} id`)),
      ...own(
        [kept.body.id],
        ...DOORS.filter(({ path }) => path.startsWith('/api/programs/')).map(({ id }) => `${id} id`),
        'issue',
        'basis',
      ),
      ...own(['now'], 'go id', 'giveGo id'),
      gzip: SENT_PROGRAMS,
      ...own(['now'], 'setup id', 'confirmStep id', 'skipStep id', 'counterCheck id', 'setup'),
      ...own(['homed', 'seated', 'zero-x', 'seen'], 'confirmStep step', 'skipStep step', 'step'),
      ...own([entry.body.content.id], 'entry id', 'correct id', 'see id'),
      ...own(['finder', 'shim'], 'gauge id', 'gaugeEvent id', 'finder'),
      ...own(['em-12'], 'assembly id', 'changeAssembly id', 'toolEvent id', 'addLoad id', 'assembly'),
      'inputs keys': ['slot', 'axis', 'direction', 'finder', 'between', 'reading', 'place'],
      'basis keys': ['work/G54/X/geometry', 'tool/4/length/geometry'],
      routine: ['edge', 'face', 'tool-length', 'corner'],
      register: ['work/G54/X/geometry', 'tool/4/length/geometry', 'tool/__proto__/length/geometry', 'work/G54'],
      slot: ['G54', 'G55'],
      axis: ['X', 'Y', 'Z'],
      direction: ['+', '-'],
      between: ['none', 'shim'],
      reading: ['-318.2040', '1/2"', '12 mm', '1e9'],
      place: ['0', '-5'],
      person: ['marrow', 'oakhanger'],
      pin: ['1357', '0000'],
      number: ['4', '5', '99999'],
      reason: ['seen at the machine'],
      note: ['as it is'],
      before: ['2026-11-24T01:00:00.000Z|mill-3|1', '|||', 'x'],
    }
    const { faults, statuses, taken } = await fuzzServer({
      url: shop.url,
      doors: DOORS,
      pools: () => pools,
      askers,
      requests: 4_000,
      atOnce: 8,
      seed: 417,
    })
    expect(faults).toEqual([])
    // Without successes among them nothing but the door would be tried.
    expect(statuses['200']).toBeGreaterThan(400)
    expect(Object.keys(taken).length).toBeGreaterThan(30)
    for (const door of ['go', 'addProgram', 'programLines', 'watch', 'control']) expect(taken, door).toHaveProperty(door)
    expect((await verifyLedger(shop.connection.pool)).faults).toEqual([])
    // Thousands of requests: on a machine that is busy they take as long as they take.
  }, 1_200_000)
})
