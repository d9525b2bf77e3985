import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { call, NoAnswer, Refused } from '../client/call.ts'
import { useLive } from '../client/live.ts'
import { calendarDay, clockTime, dayTime, when } from '../client/time.ts'
import { newId } from '../client/new-id.ts'

const LONDON = { timeZone: 'Europe/London' }
const respond = (body: unknown, status = 200) => Promise.resolve(new Response(JSON.stringify(body), { status }))

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('a call to the server', () => {
  it('fills the address, leaves out what is empty, and sends JSON', async () => {
    const fetched = vi.fn((_path: string, _options: RequestInit) => respond({ entries: [], next: null }))
    vi.stubGlobal('fetch', fetched)
    await call('entries', { query: { machine: 'mill 3', register: undefined, limit: 20 } })
    expect(fetched.mock.calls[0]![0]).toBe('/api/entries?machine=mill+3&limit=20')
    await call('home', { params: { id: 'a/b' }, body: { id: newId() } })
    expect(fetched.mock.calls[1]![0]).toBe('/api/machines/a%2Fb/homed')
    expect(fetched.mock.calls[1]![1]).toMatchObject({ method: 'POST', headers: { 'Content-Type': 'application/json' } })
  })

  it('that is refused says why', async () => {
    const problem = {
      type: '/problems/x',
      title: 'Conflict',
      status: 409,
      detail: 'G54 X has been written since.',
      code: 'register-moved-on',
    }
    vi.stubGlobal('fetch', () => respond(problem, 409))
    const error = await call('floor').catch((thrown: unknown) => thrown)
    expect(error).toBeInstanceOf(Refused)
    expect((error as Refused).message).toBe('G54 X has been written since.')
  })

  it.each([
    ['no connection', () => Promise.reject(new TypeError('failed'))],
    ['no JSON', () => Promise.resolve(new Response('<html>', { status: 502 }))],
    ['a server without its database', () => respond({ detail: 'away' }, 503)],
  ])('with %s has no answer: nobody knows what became of it', async (_name, fetched) => {
    vi.stubGlobal('fetch', fetched)
    const error = await call('floor').catch((thrown: unknown) => thrown)
    expect(error).toBeInstanceOf(NoAnswer)
  })
})

describe('times in the shop\u2019s zone', () => {
  const at = '2026-07-01T23:30:00.000Z'

  it('follow its summer', () => {
    expect(clockTime(at, LONDON)).toBe('00:30')
    expect(dayTime(at, LONDON)).toBe('Thu 2 Jul, 00:30')
    expect(calendarDay(at, LONDON)).toBe('2 Jul 2026')
    expect(clockTime(at, null)).toBe('23:30')
  })

  it('leave the day out when it is today', () => {
    vi.useFakeTimers({ now: new Date('2026-07-02T10:00:00.000Z') })
    expect(when(at, LONDON)).toBe('00:30')
    vi.setSystemTime(new Date('2026-07-03T10:00:00.000Z'))
    expect(when(at, LONDON)).toBe('Thu 2 Jul, 00:30')
  })
})

describe('whether the server answers', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    vi.useFakeTimers()
  })

  it('is asked again and again after a call without an answer, until it does', async () => {
    let answers = false
    const fetched = vi.fn(() => (answers ? respond({ ok: true }) : Promise.reject(new TypeError('failed'))))
    vi.stubGlobal('fetch', fetched)
    const live = useLive()
    expect(live.connected).toBe(true)
    live.lost()
    live.lost()
    expect(live.connected).toBe(false)
    await vi.advanceTimersByTimeAsync(3_100)
    expect(fetched).toHaveBeenCalledTimes(2)
    expect(live.connected).toBe(false)
    answers = true
    await vi.advanceTimersByTimeAsync(1_600)
    expect(live.connected).toBe(true)
    await vi.advanceTimersByTimeAsync(10_000)
    expect(fetched).toHaveBeenCalledTimes(3)
  })
})
