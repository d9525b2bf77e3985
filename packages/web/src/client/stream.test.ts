import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Stream, type Told } from './stream.ts'

/** A stream of events that the test speaks on. */
class FakeSource extends EventTarget {
  static readonly CLOSED = 2
  static all: FakeSource[] = []
  readyState = 1
  constructor(readonly url: string) {
    super()
    FakeSource.all.push(this)
  }
  say(type: string, data = {}): void {
    this.dispatchEvent(new MessageEvent(type, { data: JSON.stringify(data) }))
  }
  close(): void {
    this.readyState = FakeSource.CLOSED
  }
}

/** Tabs of one browser hear each other at once. */
class FakeChannel extends EventTarget {
  static all = new Set<FakeChannel>()
  constructor(readonly name: string) {
    super()
    FakeChannel.all.add(this)
  }
  postMessage(data: unknown): void {
    for (const other of FakeChannel.all)
      if (other !== this && other.name === this.name) other.dispatchEvent(new MessageEvent('message', { data }))
  }
  close(): void {
    FakeChannel.all.delete(this)
  }
}

const open = () => FakeSource.all.filter(({ readyState }) => readyState === 1)
const tabs: { stream: Stream; told: Told[]; silences: number }[] = []
function tab() {
  const own = { told: [] as Told[], silences: 0, stream: null as unknown as Stream }
  own.stream = new Stream(
    (told) => own.told.push(told),
    () => own.silences++,
  )
  tabs.push(own)
  return own
}

beforeEach(() => {
  localStorage.clear()
  FakeSource.all = []
  FakeChannel.all.clear()
  vi.useFakeTimers()
  vi.stubGlobal('EventSource', FakeSource)
  vi.stubGlobal('BroadcastChannel', FakeChannel)
})
afterEach(() => {
  for (const { stream } of tabs.splice(0)) stream.close()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('the live stream of a browser', () => {
  it('is one, whatever the number of tabs, and all of them hear it', () => {
    const many = Array.from({ length: 9 }, tab)
    vi.advanceTimersByTime(6_000)
    expect(FakeSource.all).toHaveLength(1)
    open()[0]!.say('news', { kind: 'gauge', id: 'finder' })
    for (const { told } of many) expect(told).toEqual([{ kind: 'news', said: { kind: 'gauge', id: 'finder' } }])
  })

  it('is taken over by another tab when the one that had it goes', () => {
    const [first, second] = [tab(), tab()]
    open()[0]!.say('beat')
    first.stream.close()
    vi.advanceTimersByTime(2_000)
    expect(open()).toHaveLength(1)
    open()[0]!.say('beat')
    expect(second.told.filter(({ kind }) => kind === 'beat')).toHaveLength(2)
  })

  it('that says nothing any more is noticed by every tab within ten seconds', () => {
    const both = [tab(), tab()]
    open()[0]!.say('beat')
    vi.advanceTimersByTime(7_000)
    expect(both.map(({ silences }) => silences)).toEqual([0, 0])
    vi.advanceTimersByTime(3_000)
    for (const { silences } of both) expect(silences).toBeGreaterThan(0)
  })

  it('ends when the session is over', () => {
    const own = tab()
    open()[0]!.say('over')
    expect(own.told).toEqual([{ kind: 'over' }])
    expect(open()).toHaveLength(0)
  })
})
