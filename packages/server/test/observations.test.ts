import type { ObservedAnswer } from '@rook/contract'
import { mm } from '@rook/core'
import { describe, expect, it } from 'vitest'
import { readDevices, readStreams, Unusable } from '../src/machine-link/agent-document.ts'
import { packed } from '../src/machine-link/links.ts'
import { Parts } from '../src/machine-link/multipart.ts'
import { nothingKnown, Observations, type Snapshot } from '../src/machine-link/observations.ts'

const part = (text: string) => `--b\r\nContent-type: text/xml\r\nContent-length: ${Buffer.byteLength(text)}\r\n\r\n${text}\r\n`

describe('documents of a stream', () => {
  const sent = Buffer.from(part('<a>one</a>') + part('<b>zwölf</b>') + part('<c/>'))

  it('come out whole, in whatever pieces they came in', () => {
    for (const size of [1, 2, 7, 40, sent.length]) {
      const parts = new Parts()
      const documents: string[] = []
      for (let at = 0; at < sent.length; at += size) documents.push(...parts.take(sent.subarray(at, at + size)))
      expect(documents, `pieces of ${size}`).toEqual(['<a>one</a>', '<b>zwölf</b>', '<c/>'])
    }
  })

  it('are refused where nobody says how long they are, or where they are too long', () => {
    expect(() => new Parts().take(Buffer.from('--b\r\nContent-type: text/xml\r\n\r\n<a/>'))).toThrow('says no length')
    expect(() => new Parts().take(Buffer.from('--b\r\nContent-length: 4000001\r\n\r\n'))).toThrow('larger than 4 MB')
    const parts = new Parts()
    const megabyte = Buffer.alloc(1_000_000, 'x')
    expect(() => {
      for (let count = 0; count < 6; count++) parts.take(megabyte)
    }).toThrow('never comes to an end')
  })
})

describe('documents of an agent', () => {
  const devices = (items: string) =>
    `<m:MTConnectDevices xmlns:m="urn:mtconnect.org:MTConnectDevices:1.5"><m:Devices><m:Device name="a" uuid="u"><m:Components><m:Axes><m:Components><m:Linear name="X1"><m:DataItems>${items}</m:DataItems></m:Linear></m:Components></m:Axes></m:Components></m:Device></m:Devices></m:MTConnectDevices>`
  const position = (more: string) => `<m:DataItem id="p" category="SAMPLE" type="POSITION" units="MILLIMETER" ${more}/>`

  it('are read with prefixes, whatever an axis is called beyond its letter, and by name or uuid', () => {
    const text = devices(position('subType="ACTUAL"'))
    for (const device of [null, 'a', 'u'])
      expect([...readDevices(text, device)]).toEqual([['p', { is: 'position', axis: 'X', system: 'machine' }]])
  })

  it('give no position that is commanded, programmed or of another kind', () => {
    for (const more of ['subType="COMMANDED"', 'subType="PROGRAMMED"', ''])
      expect(readDevices(devices(position(more)), null).size, more).toBe(0)
  })

  it('say of what is unavailable that it is, and of errors what they say', () => {
    const stream = (body: string) =>
      `<MTConnectStreams><Header instanceId="7" firstSequence="1" nextSequence="9" creationTime="2026-11-29T14:00:00Z"/><Streams><DeviceStream name="a"><ComponentStream><Samples>${body}</Samples></ComponentStream></DeviceStream></Streams></MTConnectStreams>`
    const { seen } = readStreams(
      stream('<Position dataItemId="p" sequence="8">UNAVAILABLE</Position><Position dataItemId="q" sequence="5">1.5</Position>'),
      null,
    )
    expect(seen).toEqual([
      { id: 'q', sequence: 5, value: '1.5' },
      { id: 'p', sequence: 8, value: null },
    ])
    expect(readStreams(stream('<Position dataItemId="p" sequence="8">1</Position>'), 'b').seen).toEqual([])
    const failed = '<MTConnectError><Errors><Error errorCode="OUT_OF_RANGE">from is too low</Error></Errors></MTConnectError>'
    expect(() => readStreams(failed, null)).toThrow('It answers: from is too low')
    expect(() => readStreams('<MTConnectStreams><Header instanceId="7"/></MTConnectStreams>', null)).toThrow(Unusable)
  })
})

describe('what a process knows of machines', () => {
  const at = (machine: string, more: Partial<Snapshot> = {}): Snapshot => ({
    ...nothingKnown(machine, 'on'),
    age: 100,
    still: 1_000,
    positions: [['X', mm(-1), null]],
    ...more,
  })

  it('grows old by its own clock', () => {
    let now = 10_100
    const known = new Observations(() => now)
    expect(known.of('mill-3')).toMatchObject({ link: 'none', age: 0, positions: [] })
    known.take(JSON.stringify([at('mill-3', { gauge: { gauge: 'mic', text: '1 mm', value: mm(1), age: 100 } })]))
    expect(known.of('mill-3')).toMatchObject({
      age: 100,
      still: 1_000,
      positions: [{ axis: 'X', machine: mm(-1), part: null }],
      gauge: { age: 100 },
    })
    now = 15_000
    expect(known.of('mill-3')).toMatchObject({ age: 5_000, still: 1_000, gauge: { age: 5_000 } })
    // Whatever the other computer's clock says: it told how old it was, and no time of day.
    known.take(JSON.stringify([at('mill-3', { age: 20_000 })]))
    expect(known.of('mill-3')).toMatchObject({ age: 20_000 })
  })

  it('is at rest only as far as the last word goes: nothing heard is not standing still', () => {
    let now = 10_000
    const known = new Observations(() => now)
    known.take(JSON.stringify([at('mill-3', { age: 0, still: 0 })]))
    now = 11_500
    expect(known.of('mill-3')).toMatchObject({ age: 1_500, still: 0 })
    known.take(JSON.stringify([at('mill-3', { age: 0, still: 1_500 })]))
    expect(known.of('mill-3')).toMatchObject({ age: 0, still: 1_500 })
  })

  it('is told to the sessions that watch, of what they watch, until their time is over', () => {
    let now = 0
    const known = new Observations(() => now)
    const heard: [string, string][] = []
    known.hear((session: string, { machine }: ObservedAnswer) => heard.push([session, machine]))
    known.take(JSON.stringify({ watch: { session: 's1', machine: 'mill-3', lasts: 1_000 } }))
    known.take(JSON.stringify({ watch: { session: 's2', machine: 'mill-1', lasts: 1_000 } }))
    known.take(JSON.stringify([at('mill-3'), at('mill-2')]))
    expect(heard).toEqual([['s1', 'mill-3']])
    now = 1_001
    known.take(JSON.stringify([at('mill-3')]))
    expect(heard).toHaveLength(1)
  })

  it('passes on what a control is asked for', () => {
    const asked: unknown[] = []
    new Observations().take(JSON.stringify({ ask: { id: 'a', machine: 'mill-3' } }), (ask) => asked.push(ask))
    expect(asked).toEqual([{ id: 'a', machine: 'mill-3' }])
  })

  it('goes out in notices that PostgreSQL takes, none lost', () => {
    const many = Array.from({ length: 60 }, (_, count) => at(`mill-${count}`, { because: 'ä'.repeat(count * 4) }))
    const notices = packed(many)
    for (const notice of notices) expect(Buffer.byteLength(notice)).toBeLessThan(8_000)
    expect(notices.flatMap((notice) => (JSON.parse(notice) as Snapshot[]).map(({ machine }) => machine))).toEqual(
      many.map(({ machine }) => machine),
    )
    expect(packed([])).toEqual([])
  })
})
