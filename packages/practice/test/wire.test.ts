import { connect } from 'node:net'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startMachine } from '../src/floor.ts'
import { FAULTS } from '../src/faults.ts'
import { A_MILL } from '../src/examples.ts'

let floor: Awaited<ReturnType<typeof startMachine>>
let http: string
beforeAll(async () => {
  floor = await startMachine(A_MILL)
  http = `http://127.0.0.1:${floor.ports.agent}`
})
afterAll(() => floor.stop())
beforeEach(() => fault('none'))

/** However long a busy machine takes. */
const POLL = { timeout: 30_000, interval: 20 }
const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' })
type Node = Record<string, string & Record<string, string>>
const fault = (name: keyof typeof FAULTS) => {
  floor.agent.fault = name
  floor.channel.fault = name
}
const ask = async (path: string) => {
  const answer = await fetch(http + path)
  const text = await answer.text()
  expect(XMLValidator.validate(text)).toBe(true)
  return { status: answer.status, text, xml: parser.parse(text) as Record<string, Node> }
}
/** The newest position of an axis in machine coordinates, by its data item. */
const position = async (axis: string) => {
  const { text } = await ask('/current')
  return Number(new RegExp(`dataItemId="${axis}-machine"[^>]*>([^<]*)<`).exec(text)?.[1])
}

describe('whatever is asked for', () => {
  it('ends no machine', async () => {
    for (const path of ['//', '///', '//[', '/\\', '/%', '/panel//', '/?//', 'http://[', '*'])
      await new Promise<void>((resolve) => {
        const socket = connect(floor.ports.agent, '127.0.0.1', () =>
          socket.write(`GET ${path} HTTP/1.1\r\nHost: a\r\nConnection: close\r\n\r\n`),
        )
        socket.on('error', () => resolve())
        socket.resume().on('close', () => resolve())
      })
    expect((await ask('/current')).status).toBe(200)
  })
})

describe('an agent', () => {
  it('says what it has: positions of each axis in machine and work coordinates, in millimetres', async () => {
    const { text, xml } = await ask('/probe')
    expect(xml.MTConnectDevices!['@xmlns']).toBe('urn:mtconnect.org:MTConnectDevices:2.0')
    for (const axis of ['x', 'y', 'z'])
      for (const system of ['MACHINE', 'WORK'])
        expect(text).toMatch(
          new RegExp(
            `<DataItem id="${axis}-${system.toLowerCase()}" category="SAMPLE" type="POSITION" subType="ACTUAL" coordinateSystem="${system}" units="MILLIMETER"`,
          ),
        )
    for (const type of ['AVAILABILITY', 'EXECUTION', 'CONTROLLER_MODE', 'TOOL_NUMBER', 'WORK_OFFSET', 'PROGRAM', 'PART_COUNT'])
      expect(text).toContain(`type="${type}"`)
    expect((await ask('/mill-9/probe')).text).toContain('name="mill-9"')
  })

  it('numbers what changes, and answers from any number it still has', async () => {
    const { xml } = await ask('/current')
    const next = Number(xml.MTConnectStreams!.Header!['@nextSequence'])
    floor.machine.choose('G55')
    const found = async () => (await ask(`/sample?from=${next}&count=10`)).text
    await expect.poll(found, POLL).toContain('>G55<')
    expect(await found()).toContain(`sequence="${next}"`)
    expect((await ask(`/sample?from=${next + 10_000}`)).status).toBe(404)
    expect((await ask('/sample?from=0')).text).toContain('errorCode="OUT_OF_RANGE"')
    expect((await ask('/sample?count=nine')).text).toContain('errorCode="OUT_OF_RANGE"')
    expect((await ask('/elsewhere')).text).toContain('errorCode="UNSUPPORTED"')
  })

  it('goes on sending what changes, and a beat where nothing does', async () => {
    const stop = new AbortController()
    const { xml } = await ask('/current')
    const from = String(xml.MTConnectStreams!.Header!['@nextSequence'])
    const answer = await fetch(`${http}/sample?from=${from}&interval=20&heartbeat=100`, { signal: stop.signal })
    expect(answer.headers.get('content-type')).toContain('multipart/x-mixed-replace')
    const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
    let heard = ''
    const until = async (what: string) => {
      while (!heard.includes(what)) heard += (await reader.read()).value ?? ''
    }
    await until('<Header')
    expect(heard).not.toContain('<Position')
    floor.machine.zeroRelative('X')
    floor.machine.choose('G54')
    await until('>G54<')
    stop.abort()
  })

  it('sends its tools as MTConnect assets', async () => {
    const { text } = await ask('/assets')
    expect(text).toContain('<FunctionalLength code="LF">100.0000</FunctionalLength>')
    expect(text).toContain('<CuttingDiameterMax code="DC">12.0000</CuttingDiameterMax>')
    expect(text).not.toContain('Finder')
  })
})

describe('the line channel', () => {
  const talk = (lines: string[], enough: (heard: string) => boolean) =>
    new Promise<string>((resolve, reject) => {
      const socket = connect(floor.ports.line, '127.0.0.1', () => socket.write(lines.map((line) => `${line}\r\n`).join('')))
      let heard = ''
      socket.setEncoding('latin1')
      socket.on('data', (text: string) => {
        heard += text
        if (!enough(heard)) return
        socket.destroy()
        resolve(heard)
      })
      socket.on('error', reject)
      socket.on('close', () => resolve(heard))
    })

  it('writes a table and reads it back, comments and spaces aside', async () => {
    const file = ['%', '(VALUES)', 'G21 G90', 'G10 L2 P1 X-313.204 Y-169.703 Z0', 'G10L10P4R103.4755 (T4)', 'M30', '%']
    expect(await talk(['WRITE', ...file], (heard) => heard.includes('\n'))).toBe('OK 4\r\n')
    expect(floor.machine.memory.get(2, 1, 'X')).toBe(-313.204)
    const table = await talk(['READ'], (heard) => heard.endsWith('%\r\n') && heard.length > 3)
    expect(table).toContain('G10 L2 P1 X-313.204 Y-169.703 Z0.000')
    // A figure finer than the control holds comes back shorter.
    expect(table).toContain('G10 L10 P4 R103.475')
  })

  it('refuses a table as a whole, by its line', async () => {
    const before = floor.machine.table()
    expect(await talk(['WRITE', '%', 'G10 L2 P1 X1', 'G10 L2 P2 X1.2.3', '%'], (heard) => heard.includes('\n'))).toBe(
      'REFUSED 3 NOT A WORD\r\n',
    )
    expect(await talk(['WRITE', '%', 'G91', 'G10 L2 P1 X1', '%'], (heard) => heard.includes('\n'))).toBe('REFUSED 2 ONLY G90\r\n')
    expect(await talk(['HELLO'], (heard) => heard.includes('\n'))).toBe('REFUSED 1 UNKNOWN\r\n')
    expect(floor.machine.table()).toBe(before)
  })

  it('carries a gauge\u2019s figure to whoever listens', async () => {
    const heard = talk([], (text) => text.includes('\n'))
    const pressing = setInterval(() => floor.channel.measured(A_MILL.gauges[0]!, 34.03), 20)
    expect((await heard).split('\r\n')[0]).toBe('caliper-1 34.03 mm')
    clearInterval(pressing)
  })
})

describe('a fault', () => {
  it('does something, each of them but none, and each something else', () => {
    const does = Object.entries(FAULTS).map(([id, { what: _what, length, ...rest }]) => {
      const lengths = [1, 2, 3].map((turn) => (length as (value: number, turn: number) => number)(254, turn))
      return [id, JSON.stringify([rest, lengths])] as const
    })
    expect(new Set(does.map(([, done]) => done)).size).toBe(does.length)
    expect(JSON.parse(does.find(([id]) => id === 'none')![1])).toMatchObject([{ late: 0, drops: false, repeats: false }, [254, 254, 254]])
  })

  it('is what it says', async () => {
    expect(await position('x')).toBe(-50)
    fault('inches')
    expect(await position('x')).toBeCloseTo(-50 / 25.4, 5)
    fault('repeats')
    const old = await position('x')
    floor.machine.home()
    expect(await position('x')).toBe(old)
    fault('none')
    await expect.poll(() => position('x'), POLL).toBe(0)
    fault('nonsense')
    expect(XMLValidator.validate(await (await fetch(`${http}/current`)).text())).not.toBe(true)
    fault('drops')
    await expect(fetch(`${http}/current`)).rejects.toThrow()
    fault('jumps')
    const three = [await position('x'), await position('x'), await position('x')]
    expect(three.some((one) => one !== 0)).toBe(true)
  })
})

describe('the panel', () => {
  const press = async (body: unknown) => {
    const answer = await fetch(`${http}/panel`, { method: 'POST', body: JSON.stringify(body) })
    return { status: answer.status, body: (await answer.json()) as { refused?: string; homed?: boolean; tool?: string } }
  }

  it('presses keys, shows what they did, and refuses in the control\u2019s own words', async () => {
    expect((await press({ press: 'home' })).body.homed).toBe(true)
    expect((await press({ press: 'tool', tool: 'T4' })).body.tool).toBe('T4')
    expect((await press({ press: 'jog', axis: 'X', distance: 1 })).body.refused).toBe('END OF TRAVEL ON X')
    expect(await press({ press: 'dance' })).toEqual({ status: 409, body: { refused: 'NO SUCH KEY' } })
    expect((await press({ press: '__proto__' })).status).toBe(409)
    expect((await fetch(`${http}/panel`, { method: 'POST', body: '{' })).status).toBe(400)
  })
})
