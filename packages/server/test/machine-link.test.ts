import { randomUUID } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { ConnectionInput, ControlState, Entry, FloorMachine, MachineConnection, ObservedAnswer, Problem, Taken } from '@rook/contract'
import { mm } from '@rook/core'
import { A_MILL } from '@rook/practice/examples'
import type { FAULTS } from '@rook/practice/faults'
import { startMachine } from '@rook/practice/floor'
import type { PracticeSpec } from '@rook/practice/spec'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startServer, type Running } from '../src/server.ts'
import { Browser, openShop } from './shop.ts'

/** The left side of its block at −300, a finder of 10 in the spindle’s reach. */
const SPEC: PracticeSpec = {
  ...A_MILL,
  id: 'mill-3',
  increment: 0.0001,
  startsAt: { X: -320, Y: -170, Z: -450 },
  tools: [{ id: 'finder', name: 'Finder 10', number: null, reach: 0, diameter: 10 }],
  solids: [{ name: 'the block', what: 'part', section: { kind: 'box', x: [-300, -200], y: [-200, -140] }, bottom: -500, top: -400 }],
  gauges: [{ id: 'mic-25', name: 'Micrometer', unit: 'mm', scatter: 0, step: 0.001 }],
}
const POLL = { timeout: 30_000, interval: 50 }
const OFF: ConnectionInput = { agent: '', device: '', line: '', readsTable: false, sends: false } as unknown as ConnectionInput

let shop: Awaited<ReturnType<typeof openShop>>
let floor: Awaited<ReturnType<typeof startMachine>>
let lead: Browser
let marrow: Browser
beforeAll(async () => {
  shop = await openShop()
  floor = await startMachine(SPEC)
  lead = await new Browser(shop.url).signIn('oakhanger')
  marrow = await new Browser(shop.url).signIn('marrow')
})
afterAll(async () => {
  await shop.stop()
  floor.stop()
})
beforeEach(() => fault('none'))

const fault = (name: keyof typeof FAULTS) => {
  floor.agent.fault = name
  floor.channel.fault = name
}
const reach = (body: Partial<Record<keyof ConnectionInput, unknown>>, by = lead) =>
  by.send<MachineConnection & Problem>('PUT', '/api/machines/mill-3/connection', { ...OFF, ...body })
const agentAt = (port = floor.ports.agent) => ({ agent: `http://127.0.0.1:${port}` })
const observed = async (by = marrow) => (await by.send<ObservedAnswer>('GET', '/api/machines/mill-3/observed')).body
const link = async () => (await observed()).link
const take = (body: object = {}) =>
  marrow.send<Taken & Problem>('POST', '/api/machines/mill-3/taken', { id: randomUUID(), what: 'position', axes: ['X'], ...body })
/** Until the machine has stood still for as long as a position must. */
const atRest = async () => {
  await expect.poll(() => floor.machine.moving, POLL).toBe(false)
  // What is seen may be from before the move.
  const shown = () => floor.machine.axes.map((axis) => Math.round(floor.machine.shown('machine', axis) * 1e6))
  await expect.poll(async () => (await observed()).positions.map(({ machine }) => machine), POLL).toEqual(shown())
  await expect.poll(async () => (await observed()).still, POLL).toBeGreaterThan(300)
}

describe('how a machine is reached', () => {
  it('is said by a lead, in addresses that are one', async () => {
    expect((await marrow.send<MachineConnection>('GET', '/api/machines/mill-3/connection')).body).toMatchObject({ agent: null, by: null })
    expect(await link()).toBe('none')
    expect((await reach(agentAt(), marrow)).status).toBe(403)
    for (const agent of ['ftp://a:1', 'http://', 'http://a b', 'http://user:pass@a:1', 'file:///etc/passwd'])
      expect((await reach({ agent })).body.detail, agent).toContain('Agent: write http://')
    expect((await reach({ readsTable: true })).body.detail).toContain('Line channel: the table is read')
    expect((await reach({ line: '127.0.0.1:4001', sends: true })).body.detail).toContain('the table must be readable')
    expect((await lead.send('PUT', '/api/machines/nowhere/connection', OFF)).status).toBe(404)
    expect((await reach(agentAt())).body).toMatchObject({ ...agentAt(), by: 'Oakhanger' })
    await expect.poll(link, POLL).toBe('on')
  })
})

describe('a position', () => {
  it('comes over the wire as the machine shows it, and follows it', async () => {
    const x = async () => (await observed()).positions.find(({ axis }) => axis === 'X')
    await expect.poll(x, POLL).toMatchObject({ machine: mm(-320), part: mm(-320) })
    floor.machine.memory.set(2, 1, 'X', -300)
    await expect.poll(x, POLL).toMatchObject({ machine: mm(-320), part: mm(-20) })
    expect(await observed()).toMatchObject({ slot: 'G54', tool: '0', program: 'O1', parts: 0, execution: 'READY' })
  })

  it('is taken at rest and kept as evidence; sent twice it is taken once', async () => {
    floor.machine.take('finder')
    floor.machine.feedToTouch('X', 50)
    await atRest()
    const body = { id: randomUUID() }
    const first = await take(body)
    // The block’s side less the finder’s radius: −300 − 5.
    expect(first.body).toMatchObject({ what: 'position', positions: [{ axis: 'X', value: mm(-305) }], by: 'Marrow', slot: 'G54' })
    expect((await take(body)).body).toEqual(first.body)
    const rows = (await shop.connection.pool.query('SELECT id FROM taken WHERE id = $1', [body.id])).rows
    expect(rows).toHaveLength(1)
    // Another reading of the same sheet is another moment.
    expect((await take({ after: [body.id] })).body.detail).toContain('has not moved since the reading before was taken')
    floor.machine.jog('X', -5)
    await atRest()
    expect((await take({ after: [body.id] })).status).toBe(200)
  })

  it('is not taken while the machine moves', async () => {
    // To and fro, until a press has fallen into a move.
    let way = 1
    const press = async () => {
      if (!floor.machine.moving) floor.machine.jog('Y', 100 * (way = -way))
      return (await take({ axes: ['Y'] })).body.detail
    }
    await expect.poll(press, { timeout: 60_000, interval: 10 }).toBe('Mill 3 moves. Take the position when it stands still.')
    await atRest()
    if (way < 0) floor.machine.jog('Y', 100)
    await atRest()
    floor.machine.feedToTouch('X', 10)
    await atRest()
  })

  it('stands behind the figure that is recorded from it, and no other', async () => {
    await atRest()
    const taken = (await take()).body
    const scene = (await marrow.send<{ standing: Record<string, { entry: string }> }>('GET', '/api/machines/mill-3/scene')).body
    const record = (reading: string, of: Record<string, string>) =>
      marrow.send<Entry & Problem>('POST', '/api/machines/mill-3/entries', {
        id: randomUUID(),
        routine: 'edge',
        inputs: { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', place: '0', reading },
        taken: of,
        basis: { 'work/G54/X/geometry': scene.standing['work/G54/X/geometry']?.entry ?? null },
        answers: { 'homed|query|': 'homed this morning, seen' },
        release: { person: 'oakhanger', pin: '8642', reason: 'a practice block' },
      })
    expect((await record('-305.1', { reading: taken.id })).body.detail).toContain('the figure is another one than was taken over the wire')
    expect((await record('-305', { reading: randomUUID() })).body.detail).toContain('nothing was taken from')
    expect((await record('-305', { direction: taken.id })).body.detail).toContain('another one than was taken')
    const { status, body } = await record('-305.0000', { reading: taken.id })
    expect(status, JSON.stringify(body)).toBe(200)
    expect(body.content.taken).toEqual([{ input: 'reading', taken }])
    expect(body.content.writes[0]).toMatchObject({ register: 'work/G54/X/geometry', after: mm(-300) })
  })
})

describe('a session that watches', () => {
  it('hears of the machine on its own stream within moments, and no other session does', async () => {
    const listen = async (by: Browser) => {
      const stop = new AbortController()
      const answer = await fetch(`${shop.url}/api/events`, { headers: { cookie: by.cookie }, signal: stop.signal })
      let heard = ''
      const reading = (async () => {
        for await (const piece of answer.body!.pipeThrough(new TextDecoderStream()) as unknown as AsyncIterable<string>) heard += piece
      })().catch(() => undefined)
      return { heard: () => heard, end: () => (stop.abort(), reading) }
    }
    const [watching, other] = [await listen(marrow), await listen(lead)]
    expect((await marrow.send<ObservedAnswer>('POST', '/api/machines/mill-3/watched', {})).body.link).toBe('on')
    floor.machine.choose('G55')
    await expect.poll(() => watching.heard().includes('"slot":"G55"'), POLL).toBe(true)
    expect(other.heard()).not.toContain('event: observed')
    floor.machine.choose('G54')
    await watching.end()
    await other.end()
  })
})

describe('what goes wrong on the wire', () => {
  const because = async () => (await observed()).because
  const reached = async () => {
    fault('none')
    await expect.poll(link, POLL).toBe('on')
    await atRest()
  }

  it.each([
    ['drops', 'lost', 'Its answers have stopped.'],
    ['nonsense', 'wrong', 'It sends what is no XML.'],
    ['late', 'wrong', 'old when they come, or its clock is behind'],
  ] as const)('%s: is said, nothing is taken, and it goes on when it is over', async (which, state, sentence) => {
    await reached()
    fault(which)
    floor.machine.jog('X', -0.1)
    await expect.poll(link, POLL).toBe(state)
    expect(await because()).toContain(sentence)
    const refused = await take()
    expect(refused.status).toBe(409)
    expect(refused.body.detail).toContain(sentence)
    await reached()
    floor.machine.jog('X', 0.1)
    await expect.poll(async () => (await take()).status, POLL).toBe(200)
  })

  it('old values sent again are known by their numbers', async () => {
    await reached()
    fault('repeats')
    await expect.poll(link, POLL).toBe('wrong')
    expect(await because()).toContain('It repeats old values')
    await reached()
  })

  it('an agent that starts anew is asked where it stands', async () => {
    await reached()
    const port = floor.ports
    floor.stop()
    await expect.poll(link, POLL).toBe('lost')
    expect((await take()).body.detail).toMatch(/Nobody answers|answers have stopped/)
    floor = await startMachine({ ...SPEC, startsAt: { ...SPEC.startsAt, X: -100 } }, port)
    await expect.poll(async () => (await observed()).positions.find(({ axis }) => axis === 'X')?.machine, POLL).toBe(mm(-100))
    await reached()
  })

  it('an agent that is none, speaks in inches, of several devices or with entities of its own is said to be that', async () => {
    const document = (body: string) =>
      `<?xml version="1.0"?><MTConnectDevices xmlns="urn:mtconnect.org:MTConnectDevices:2.0"><Header instanceId="1"/><Devices>${body}</Devices></MTConnectDevices>`
    const device = (name: string, units: string) =>
      `<Device id="${name}" name="${name}" uuid="${name}"><Components><Linear id="x" name="X"><DataItems><DataItem id="p" category="SAMPLE" type="POSITION" subType="ACTUAL" units="${units}"/></DataItems></Linear></Components></Device>`
    let said = ''
    const server: Server = createServer((_request, response) => response.end(said))
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const at = { agent: `http://127.0.0.1:${(server.address() as AddressInfo).port}` }
    for (const [text, more, sentence] of [
      ['<html><body>Hello</body></html>', {}, 'It is no MTConnect agent'],
      [document(device('a', 'INCH')), {}, 'It sends X in INCH'],
      [document(device('a', 'MILLIMETER') + device('b', 'MILLIMETER')), {}, 'It speaks of 2 devices (a, b)'],
      [document(device('a', 'MILLIMETER')), { device: 'c' }, 'It has no device c, only a'],
      [`<!DOCTYPE a [<!ENTITY b "${'c'.repeat(50)}">]>${document('&b;')}`, {}, 'entities of its own'],
      ['x'.repeat(4_100_000), {}, 'larger than 4 MB'],
    ] as const) {
      said = text
      await reach({ ...at, ...more })
      await expect.poll(because, POLL).toContain(sentence)
    }
    server.close()
    await reach(agentAt())
    await reached()
  })
})

describe('gauges on the line channel', () => {
  it('send figures that are taken for a minute, each in its own unit', async () => {
    expect((await take({ what: 'gauge' })).body.detail).toBe('The machine has no line channel.')
    await reach({ ...agentAt(), line: `127.0.0.1:${floor.ports.line}` })
    await expect.poll(async () => (await observed()).line, POLL).toBe('on')
    expect((await take({ what: 'gauge' })).body.detail).toBe('No gauge has sent a figure.')
    floor.channel.measured(SPEC.gauges[0]!, 17.98)
    await expect.poll(async () => (await observed()).gauge?.text, POLL).toBe('17.980 mm')
    expect((await take({ what: 'gauge' })).body.gauge).toEqual({ gauge: 'mic-25', text: '17.980 mm', value: mm(17.98) })
    fault('nonsense')
    floor.channel.measured(SPEC.gauges[0]!, 17.98)
    await expect.poll(async () => (await observed()).lineBecause, POLL).toContain('which is no figure of a gauge')
  })
})

describe('what the control holds', () => {
  const state = async (by = marrow) => (await by.send<ControlState>('GET', '/api/machines/mill-3/control')).body
  const read = (by = marrow) => by.send<ControlState & Problem>('POST', '/api/machines/mill-3/control/read', { id: randomUUID() })
  const sendIt = (body: object = {}) =>
    marrow.send<ControlState & Problem>('POST', '/api/machines/mill-3/control/sent', {
      id: randomUUID(),
      slots: ['G54'],
      tools: [],
      ...body,
    })
  const line = () => `127.0.0.1:${floor.ports.line}`
  /** What the floor says of the control. */
  const onTheFloor = async () => {
    const { body } = await marrow.send<FloorMachine[]>('GET', '/api/floor')
    return body.find(({ machine }) => machine.id === 'mill-3')!.notices.filter(({ mendedAt }) => mendedAt.place === 'control')
  }
  const NOT_READ = {}
  const open = async (more: object) => {
    fault('none')
    await reach({ ...agentAt(), line: line(), ...more })
    await expect.poll(async () => (await observed()).line, POLL).toBe('on')
    if (more !== NOT_READ) await expect.poll(async () => (await read()).status, POLL).toBe(200)
  }

  it('is read only where a lead has said so', async () => {
    await open(NOT_READ)
    expect((await read()).body.detail).toContain('A lead has not said that this control’s table may be read.')
    expect((await sendIt()).body.detail).toContain('A lead has not said that figures may be sent')
    expect(await state()).toMatchObject({ readsTable: false, sends: false, read: null, sent: null })
  })

  it('is what the ledger then says, where the control is right', async () => {
    await open({ readsTable: true })
    for (const [axis, at] of [
      ['X', -300.02],
      ['Y', -200],
      ['Z', -400],
    ] as const)
      floor.machine.memory.set(2, 1, axis, at)
    const { differ } = (await read()).body
    const scene = (await marrow.send<{ standing: Record<string, { entry: string }> }>('GET', '/api/machines/mill-3/scene')).body
    const settle = (edits: object[]) =>
      marrow.send<Entry & Problem>('POST', '/api/machines/mill-3/tools', {
        id: randomUUID(),
        edits,
        worth: 'measured',
        from: 'control',
        reason: 'moved by hand at the control last night',
        basis: {
          'work/G54/X/geometry': scene.standing['work/G54/X/geometry']!.entry,
          'work/G54/Y/geometry': null,
          'work/G54/Z/geometry': null,
        },
        answers: { 'homed|query|': 'homed this morning, seen' },
        release: { person: 'oakhanger', pin: '8642', reason: 'seen with him' },
      })
    expect((await settle([{ register: 'probe/p/xPlus/geometry', text: '1' }])).body.detail).toContain('is not an offset of')
    expect(differ.map(({ name, ledger }) => [name, ledger])).toEqual([
      ['G54 X', mm(-300)],
      ['G54 Y', null],
      ['G54 Z', null],
    ])
    const { status, body } = await settle(differ.map(({ register, held }) => ({ register, text: String(held! / 1e6) })))
    expect(status, JSON.stringify(body)).toBe(200)
    expect(body.content.title).toBe('G54 X, Y and Z as the control holds it')
    expect((await state()).differ).toEqual([])
  })

  it('is held against the ledger, register by register, with the likeliest single mistake', async () => {
    await open({ readsTable: true })
    floor.machine.memory.set(2, 1, 'X', 300.02)
    const { body } = await read()
    expect(body.read).toMatchObject({ by: 'Marrow', because: null })
    expect(body.differ).toEqual([
      {
        register: 'work/G54/X/geometry',
        name: 'G54 X',
        held: mm(300.02),
        ledger: mm(-300.02),
        because: expect.stringContaining('sign') as unknown,
      },
    ])
    expect(await onTheFloor()).toMatchObject([
      { verdict: 'query', sentence: 'Its control holds another figure than the ledger: G54 X.', setup: null },
    ])
    floor.machine.memory.set(2, 1, 'X', -300.02 / 25.4)
    expect((await read()).body.differ[0]!.because).toMatch(/inch|millimetre|25\.4/)
    floor.machine.memory.set(2, 1, 'X', -300.02)
    expect((await read()).body).toMatchObject({ differ: [], problems: [] })
    expect(await state(lead)).toMatchObject({ differ: [] })
    expect(await onTheFloor()).toEqual([])
    // What is not read any more is not known any more.
    floor.machine.memory.set(2, 1, 'X', -300.5)
    await read()
    expect(await onTheFloor()).toHaveLength(1)
    await reach({ ...agentAt(), line: line() })
    expect(await onTheFloor()).toEqual([])
  })

  it('names on the floor what its table says nothing of', async () => {
    await open({ readsTable: true })
    floor.machine.memory.set(2, 1, 'X', -300.02)
    await read()
    expect(await onTheFloor()).toEqual([])
    // No line of the template has a place for a length before a lead has worded it.
    await shop.connection.pool.query(
      `INSERT INTO register_value (machine, register, state, entry, at, "by", standard, operation, setup, seen, assembly, provenance, value)
       SELECT machine, 'tool/4/length/geometry', state, entry, at, "by", standard, operation, setup, seen, assembly, provenance, value
       FROM register_value WHERE machine = 'mill-3' AND register = 'work/G54/X/geometry'`,
    )
    await shop.connection.pool.query(`UPDATE machine_head SET seq = seq WHERE machine = 'mill-3'`)
    await read()
    expect((await state()).notCompared).toMatchObject([{ name: 'H4 length' }])
    await expect
      .poll(async () => (await onTheFloor()).map(({ sentence }) => sentence), POLL)
      .toEqual(['Not compared with its control: H4 length. What it holds there is not known.'])
  })

  it('is not read while it does not answer, and says so', async () => {
    await open({ readsTable: true })
    fault('nonsense')
    const asked = await read()
    expect(asked.status).toBe(409)
    expect(asked.body.detail).toContain('The machine has not answered within 8 s.')
    // What was read before is still there.
    expect((await state()).read!.because).toContain('has not answered')
    expect((await state()).agree).toBeGreaterThan(0)
  })

  it('gets good figures where a lead allows it, and they count when they came back equal', async () => {
    await open({ readsTable: true, sends: true })
    floor.machine.memory.set(2, 1, 'X', 5)
    const id = randomUUID()
    const sent = await sendIt({ id })
    expect(sent.body.sent, JSON.stringify(sent.body)).toMatchObject({ outcome: 'equal', by: 'Marrow', because: null })
    expect(floor.machine.memory.get(2, 1, 'X')).toBe(-300.02)
    expect(sent.body.differ).toEqual([])
    // The same press again sends nothing anew.
    floor.machine.memory.set(2, 1, 'X', 7)
    expect((await sendIt({ id })).status).toBe(200)
    expect(floor.machine.memory.get(2, 1, 'X')).toBe(7)
    expect((await sendIt({ slots: ['G55'] })).body.detail).toContain('Nothing stands yet')
  })
})

describe('what somebody was shown before it is sent', () => {
  const X = 'work/G54/X/geometry'
  const body = (seen: object[], id: string = randomUUID()) => ({ id, slots: ['G54'], tools: [], seen })
  const sendIt = (seen: object[], id?: string) =>
    marrow.send<ControlState & Problem>('POST', '/api/machines/mill-3/control/sent', body(seen, id))
  const inControl = (axis: string) => floor.machine.memory.get(2, 1, axis)
  const shown = (was: number | null, becomes = -300.02) => [
    { register: X, was: was === null ? null : mm(was), becomes: mm(becomes) },
    ...['Y', 'Z'].map((axis) => ({ register: `work/G54/${axis}/geometry`, was: mm(inControl(axis)), becomes: mm(inControl(axis)) })),
  ]

  it('is what goes out: another figure at the control or in the ledger by then, and nothing is', async () => {
    fault('none')
    await reach({ ...agentAt(), line: `127.0.0.1:${floor.ports.line}`, readsTable: true, sends: true })
    await expect.poll(async () => (await observed()).line, POLL).toBe('on')
    floor.machine.memory.set(2, 1, 'X', 5)
    // Typed at the control by hand since it was read.
    const typed = await sendIt(shown(7))
    expect(typed.status).toBe(409)
    expect(typed.body.detail).toContain('The control holds another figure in G54 X now than the one that was shown. Nothing was sent')
    expect(inControl('X')).toBe(5)
    // What it holds now stands there to be looked at.
    const { differ } = (await marrow.send<ControlState>('GET', '/api/machines/mill-3/control')).body
    expect(differ).toMatchObject([{ register: X, held: mm(5) }])
    const otherwise = await sendIt(shown(5, -300))
    expect(otherwise.body.detail).toContain('G54 X is not what was shown any more: the ledger has changed since.')
    expect(inControl('X')).toBe(5)
    const id = randomUUID()
    expect((await sendIt(shown(5), id)).body.sent).toMatchObject({ outcome: 'equal' })
    expect(inControl('X')).toBe(-300.02)
    // The same press again, its answer lost: what became of it, whatever the control holds by now.
    floor.machine.memory.set(2, 1, 'X', 9)
    expect((await sendIt(shown(5), id)).status).toBe(200)
    expect(inControl('X')).toBe(9)
  })

  it('is not sent where the control cannot be read first', async () => {
    fault('nonsense')
    expect(await sendIt(shown(9))).toMatchObject({ status: 409, body: { detail: expect.stringContaining('Nothing was sent.') as string } })
    expect(inControl('X')).toBe(9)
    fault('none')
  })
})

describe('several processes', () => {
  it('one holds the connections, all know what is seen, and another takes over', async () => {
    fault('none')
    const other: Running = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0 })
    const there = await new Browser(other.url).signIn('marrow')
    await expect.poll(async () => (await observed(there)).link, POLL).toBe('on')
    const holders = () =>
      shop.connection.pool.query<{ n: string }>(
        `SELECT count(DISTINCT pid) AS n FROM pg_locks WHERE locktype = 'advisory' AND classid = 7014088 AND granted`,
      )
    expect((await holders()).rows[0]!.n).toBe('1')
    await other.stop()
    // Whichever of the two held them, the one that is left does.
    await expect.poll(link, POLL).toBe('on')
    expect((await holders()).rows[0]!.n).toBe('1')
    await reach({})
    await expect.poll(link, POLL).toBe('none')
    expect((await take()).body.detail).toContain('has no connection')
  })
})
