import { randomUUID } from 'node:crypto'
import { createServer as createHttp, type Server as HttpServer } from 'node:http'
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net'
import type { ControlState, MachineConnection, ObservedAnswer, Problem } from '@rook/contract'
import { readAddress, readHttpAddress } from '@rook/contract'
import { A_MILL } from '@rook/practice/examples'
import { startMachine } from '@rook/practice/floor'
import pg from 'pg'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { readDevices, readStreams } from '../src/machine-link/agent-document.ts'
import { reachRefusal } from '../src/machine-link/reach.ts'
import { startServer } from '../src/server.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

const X = 'work/G54/X/geometry'
const POLL = { timeout: 30_000, interval: 50 }
let shop: Awaited<ReturnType<typeof openShop>>
let floor: Awaited<ReturnType<typeof startMachine>>
let lead: Browser
let pool: pg.Pool
const closing: (() => void)[] = []

beforeAll(async () => {
  shop = await openShop()
  pool = new pg.Pool({ connectionString: shop.databaseUrl })
  floor = await startMachine({ ...A_MILL, id: 'lathe-2' })
  lead = await new Browser(shop.url).signIn('oakhanger')
  await reach('lathe-2', { agent: `http://127.0.0.1:${floor.ports.agent}` })
})
afterAll(async () => {
  await pool.end()
  await shop.stop()
  floor.stop()
})
afterEach(async () => {
  for (const close of closing.splice(0)) close()
  await reach('mill-3', {})
})

const OFF = { agent: '', device: '', line: '', readsTable: false, sends: false }
const reach = (machine: string, body: object) =>
  lead.send<MachineConnection & Problem>('PUT', `/api/machines/${machine}/connection`, { ...OFF, ...body })
const seen = async (machine: string) => (await lead.send<ObservedAnswer>('GET', `/api/machines/${machine}/observed`)).body
const portOf = (server: Server | HttpServer) => (server.address() as AddressInfo).port

/** A line channel that says whatever a test wants. */
async function channel(talk: (socket: Socket) => void): Promise<string> {
  const sockets = new Set<Socket>()
  const server = createServer((socket) => {
    sockets.add(socket)
    socket.on('error', () => undefined)
    talk(socket)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  closing.push(() => {
    for (const socket of sockets) socket.destroy()
    server.close()
  })
  return `127.0.0.1:${portOf(server)}`
}

async function agent(answer: (path: string) => { status?: number; headers?: Record<string, string>; body: string }): Promise<string> {
  const server = createHttp((request, response) => {
    const { status = 200, headers = {}, body } = answer(request.url ?? '')
    response.writeHead(status, { 'content-type': 'text/xml', ...headers })
    response.end(body)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  closing.push(() => (server.closeAllConnections(), server.close()))
  return `http://127.0.0.1:${portOf(server)}`
}

/** The longest that anybody waited for an answer while something went on. */
async function longestWaitDuring(work: Promise<unknown>): Promise<number> {
  let [longest, over] = [0, false]
  void work.finally(() => (over = true))
  while (!over) {
    const from = performance.now()
    await fetch(`${shop.url}/api/people`)
    longest = Math.max(longest, performance.now() - from)
  }
  return longest
}
/** The other machine is heard of as before, all the while. */
async function othersGoOn(): Promise<void> {
  for (let count = 0; count < 20; count++) {
    expect(await seen('lathe-2')).toMatchObject({ link: 'on' })
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
}

it('is heard of, as long as it tells the truth', () => expect.poll(async () => (await seen('lathe-2')).link, POLL).toBe('on'))

describe('an address', () => {
  it('is a name or four numbers, and a port that there is', () => {
    for (const good of ['10.0.0.7:4001', 'mill-3.shop:1', 'mill3:65535', 'a.b-c.example:80']) expect(readAddress(good), good).not.toBeNull()
    for (const bad of [
      '127.0.0.1:70000',
      '10.0.0.7:0',
      '10.0.0.7',
      ':80',
      '10.0.0:80',
      '256.1.1.1:80',
      '010.0.0.1:80',
      '0x7f.1:80',
      '2130706433:80',
      '0x7f000001:80',
      '-a:80',
      'a..b:80',
      'a b:80',
      'u@a:80',
      '[::1]:80',
      `${'a'.repeat(64)}:80`,
    ])
      expect(readAddress(bad), bad).toBeNull()
    expect(readHttpAddress('http://10.0.0.7/agent/')).toEqual({ host: '10.0.0.7', port: 80, path: '/agent' })
    for (const bad of ['http://a:99999', 'https://a', 'http://a?b', 'http://a#b', 'http://u:p@a'])
      expect(readHttpAddress(bad), bad).toBeNull()
  })

  it('of this computer is one only where the shop says so, and the ledger’s own doors never are', () => {
    const reach = {
      local: false,
      own: [
        { host: '127.0.0.1', port: 4070 },
        { host: '10.0.0.5', port: 5432 },
      ],
    }
    for (const ip of ['127.0.0.1', '127.9.9.9', '0.0.0.0', '::1', '::ffff:127.0.0.1', '169.254.169.254', 'fe80::1']) {
      expect(reachRefusal(ip, 80, reach), ip).toContain('this computer itself')
      expect(reachRefusal(ip, 80, { ...reach, local: true }), ip).toBeNull()
    }
    for (const ip of ['224.0.0.1', '255.255.255.255', 'ff02::1'])
      expect(reachRefusal(ip, 80, { ...reach, local: true }), ip).toContain('no address of one machine')
    expect(reachRefusal('10.0.0.7', 80, reach)).toBeNull()
    for (const [ip, port] of [
      ['127.0.0.1', 4070],
      ['::1', 4070],
      ['127.0.0.2', 4070],
      ['10.0.0.5', 5432],
    ] as const)
      expect(reachRefusal(ip, port, { ...reach, local: true }), ip).toContain('the ledger’s own')
  })

  it('is refused with a sentence when it is given, and again when it is looked up', async () => {
    expect(await reach('mill-3', { line: '127.0.0.1:70000' })).toMatchObject({
      status: 400,
      body: { detail: expect.stringContaining('a port from 1 to 65535') as string },
    })
    const own = new URL(shop.url).port
    expect(await reach('mill-3', { agent: `http://127.0.0.1:${own}` })).toMatchObject({ status: 422, body: { code: 'not-reached' } })
    // A name comes to mean what it means when it is looked up.
    expect((await reach('mill-3', { agent: `http://localhost.:${own}` })).status).toBe(400)
    await pool.query(`DELETE FROM setting WHERE key = 'local-machines'`)
    expect((await reach('mill-3', { line: '127.0.0.1:4001' })).body.detail).toContain('A lead allows machines on it')
    expect((await reach('mill-3', { line: 'localhost:4001' })).body.detail).toContain('A lead allows machines on it')
    await pool.query(`INSERT INTO setting VALUES ('local-machines', 'true')`)
  })
})

describe('a connection that was kept before addresses were judged', () => {
  it('is that machine’s own trouble: the server starts and answers, and says what is wrong', async () => {
    const kept = (line: string) =>
      pool.query(
        `INSERT INTO machine_connection (id, machine, at, person, agent, device, line, reads_table, sends) VALUES ($1, 'mill-3', now(), 'oakhanger', NULL, NULL, $2, false, false)`,
        [randomUUID(), line],
      )
    await kept('127.0.0.1:70000')
    const second = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0 })
    await expect.poll(async () => (await seen('mill-3')).line, POLL).toBe('wrong')
    expect((await seen('mill-3')).lineBecause).toContain('a port from 1 to 65535')
    await othersGoOn()
    expect((await fetch(`${second.url}/api/health`)).status).toBe(200)
    await second.stop()
    const { port } = new URL(shop.databaseUrl)
    await kept(`127.0.0.1:${port}`)
    await expect.poll(async () => (await seen('mill-3')).lineBecause, POLL).toContain('the ledger’s own')
  })
})

describe('what a line channel writes', () => {
  it.each([
    ['60 000 empty lines', '\r\n'.repeat(60_000)],
    ['200 000 lines', 'x\r\n'.repeat(200_000)],
    ['one line without an end', 'x'.repeat(3_000_000)],
    ['lines of a megabyte', `${'x'.repeat(1_000_000)}\r\n`.repeat(3)],
  ])('%s as its answer keeps nobody waiting', async (_what, flood) => {
    const line = await channel((socket) => socket.on('data', () => socket.write(flood)))
    await reach('mill-3', { line, readsTable: true })
    await expect.poll(async () => (await seen('mill-3')).line, POLL).toBe('on')
    const read = lead.send<Problem>('POST', '/api/machines/mill-3/control/read', { id: randomUUID() })
    const longest = await longestWaitDuring(read)
    expect(await read).toMatchObject({ status: 409 })
    expect(longest).toBeLessThan(5_000)
    await othersGoOn()
  })

  it('unasked and without end is broken off, and said', async () => {
    const line = await channel((socket) => {
      const write = () => socket.writable && socket.write('mic-25 11.982 mm\r\n'.repeat(2_000), () => setImmediate(write))
      write()
    })
    await reach('mill-3', { line })
    await expect.poll(async () => (await seen('mill-3')).lineBecause, POLL).toContain('more than anybody asked for')
    await othersGoOn()
  })

  it('before its OK is no refusal', async () => {
    for (const [at, chatter] of ['\r\n', 'WRITE\r\n', 'DOOR OPEN\r\n'].entries()) {
      let table = ''
      const line = await channel((socket) =>
        socket.on('data', (bytes) => {
          const text = bytes.toString('latin1')
          if (text.startsWith('READ')) return void socket.write(`%\r\n${table}%\r\n`)
          table = text
            .split('\r\n')
            .filter((one) => one.startsWith('G10'))
            .map((one) => `${one}\r\n`)
            .join('')
          socket.write(`${chatter}OK\r\n`)
        }),
      )
      await reach('mill-3', { line, readsTable: true, sends: true })
      await expect.poll(async () => (await seen('mill-3')).line, POLL).toBe('on')
      const known = (await lead.send<{ standing: Record<string, { entry: string }> }>('GET', '/api/machines/mill-3/scene')).body.standing
      const entry = edgeEntry({ setup: null, step: null, basis: { [X]: known[X]?.entry ?? null } }, { reading: `-318.204${at}` })
      expect((await lead.send<Problem>('POST', '/api/machines/mill-3/entries', entry)).body.detail).toBeUndefined()
      // Its line sets all three axes.
      for (const axis of ['Y', 'Z'])
        await pool.query(
          `INSERT INTO register_value (machine, register, state, entry, at, "by", standard, operation, setup, seen, assembly, provenance, value) SELECT machine, $1, state, entry, at, "by", standard, operation, setup, seen, assembly, provenance, value FROM register_value WHERE machine = 'mill-3' AND register = $2 ON CONFLICT DO NOTHING`,
          [`work/G54/${axis}/geometry`, X],
        )
      const sent = await lead.send<ControlState & Problem>('POST', '/api/machines/mill-3/control/sent', {
        id: randomUUID(),
        slots: ['G54'],
        tools: [],
      })
      expect(sent.body.detail).toBeUndefined()
      expect(sent.body.sent, JSON.stringify(chatter)).toMatchObject({ outcome: 'equal' })
      for (const close of closing.splice(0)) close()
    }
  })
})
describe('a control that was asked', () => {
  const state = async () => (await lead.send<ControlState>('GET', '/api/machines/mill-3/control')).body
  const answering = () => channel((socket) => socket.on('data', () => socket.write('%\r\n%\r\n')))

  it('and failed to answer is asked again, with the same words from the same screen', async () => {
    let answers = false
    const line = await channel((socket) => socket.on('data', () => (answers ? socket.write('%\r\n%\r\n') : socket.destroy())))
    await reach('mill-3', { line, readsTable: true })
    await expect.poll(async () => (await seen('mill-3')).line, POLL).toBe('on')
    const body = { id: randomUUID() }
    const read = () => lead.send<ControlState & Problem>('POST', '/api/machines/mill-3/control/read', body)
    expect(await read()).toMatchObject({ status: 409 })
    answers = true
    await expect.poll(async () => (await read()).status, POLL).toBe(200)
  })

  it('by a process that has gone is said to be unknown, or not sent at all, and the newest asking is what is shown', async () => {
    const left = async (begun: boolean) => {
      const id = randomUUID()
      await pool.query(
        `INSERT INTO control_ask (id, machine, at, person, what, text, until) VALUES ($1, 'mill-3', now(), 'oakhanger', 'send', '%', now() - interval '1 second')`,
        [id],
      )
      if (begun) await pool.query('INSERT INTO control_begun VALUES ($1, now())', [id])
      return id
    }
    await left(true)
    expect((await state()).sent).toMatchObject({ outcome: 'open', by: 'Oakhanger' })
    await reach('mill-3', { line: await answering(), readsTable: true, sends: true })
    await expect
      .poll(async () => (await state()).sent, POLL)
      .toMatchObject({ outcome: 'unknown', because: expect.stringContaining('not known') as string })
    await reach('mill-3', {})
    await expect.poll(async () => (await seen('mill-3')).line, POLL).toBe('none')
    await left(false)
    await reach('mill-3', { line: await answering(), readsTable: true, sends: true })
    await expect
      .poll(async () => (await state()).sent, POLL)
      .toMatchObject({ outcome: 'refused', because: expect.stringContaining('Nothing was sent') as string })
  })

  it('is not written to once the person was told that nothing is sent', async () => {
    let written = 0
    const line = await channel((socket) =>
      socket.on('data', (bytes) => {
        if (bytes.toString('latin1').startsWith('WRITE')) written++
        socket.write('%\r\n%\r\n')
      }),
    )
    await reach('mill-3', { line, readsTable: true, sends: true })
    await expect.poll(async () => (await seen('mill-3')).line, POLL).toBe('on')
    const id = randomUUID()
    await pool.query(
      `INSERT INTO control_ask (id, machine, at, person, what, text, until) VALUES ($1, 'mill-3', now(), 'oakhanger', 'send', '%', now() - interval '1 second')`,
      [id],
    )
    await pool.query(`SELECT pg_notify('rook_observed', $1)`, [JSON.stringify({ ask: { id, machine: 'mill-3' } })])
    // What comes after it has its turn after it.
    const read = () => lead.send('POST', '/api/machines/mill-3/control/read', { id: randomUUID() })
    await expect.poll(async () => (await read()).status, POLL).toBe(200)
    expect(written).toBe(0)
    expect((await pool.query('SELECT 1 FROM control_begun WHERE id = $1', [id])).rowCount).toBe(0)
  })
})

describe('what an agent writes', () => {
  const devices = (name: string, more = '') =>
    `<MTConnectDevices><Devices><Device name="${name}" uuid="u">${more}</Device><Device name="${name}" uuid="v"/></Devices></MTConnectDevices>`

  it.each([
    ['a name of 9000 letters', () => ({ body: devices('x'.repeat(9_000)) }), 'It speaks of 2 devices'],
    [
      'a document of 3.8 MB',
      () => ({
        body: devices(
          'x',
          '<DataItems>' + '<DataItem id="a" type="b"/>'.repeat(15_000) + '<!-- ' + 'y'.repeat(3_300_000) + ' --></DataItems>',
        ),
      }),
      'It speaks of 2 devices',
    ],
    ['a document deeper than any', () => ({ body: '<a>'.repeat(5_000) }), 'nested more than'],
    ['entities of its own', () => ({ body: '<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>' }), 'entities of its own'],
    ['another address', () => ({ status: 302, headers: { location: 'http://10.0.0.1/' }, body: '' }), 'not followed'],
    ['what is no XML', () => ({ body: '<a><b></a>' }), 'no XML'],
  ])('%s is said of its machine, and the others go on', async (_what, answer, sentence) => {
    await reach('mill-3', { agent: await agent(answer) })
    // It is asked again in between, and then nothing is said of it for a moment.
    let said = ''
    await expect.poll(async () => (said = (await seen('mill-3')).because ?? said), POLL).toContain(sentence)
    expect(said.length).toBeLessThan(320)
    await othersGoOn()
  })

  it('is read whatever prefixes it has, and with text in pieces', () => {
    const many = Array.from({ length: 3_000 }, (_one, at) => `<m:Position dataItemId="p" sequence="${at + 1}">${at}.5</m:Position>`).join(
      '',
    )
    const stream = `<m:MTConnectStreams><m:Header instanceId="7" firstSequence="1" nextSequence="3001" creationTime="2026-11-29T14:00:00Z"/><m:Streams><m:DeviceStream name="a"><m:ComponentStream><m:Samples>${many}</m:Samples></m:ComponentStream></m:DeviceStream></m:Streams></m:MTConnectStreams>`
    const { seen: all } = readStreams(stream, 'a')
    expect(all).toHaveLength(3_000)
    expect(all.at(-1)).toEqual({ id: 'p', sequence: 3_000, value: '2999.5' })
    expect(() => readDevices(devices('a'), null)).toThrow('It speaks of 2 devices (a, a).')
  })
})
