import { QueryClient } from '@tanstack/vue-query'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { put } from '../../test/mounting.ts'
import { useAttempt, type Attempts } from './attempt.ts'
import { NoAnswer, Refused } from './call.ts'

/** What a component has in hand that asks something of the server. */
function attempts(): Attempts {
  let own!: Attempts
  put({ setup: () => void (own = useAttempt()), template: '<span/>' }, {})
  return own
}
const refusedWith = (detail: string) => new Refused({ type: 'x', title: 'x', status: 409, code: 'x', detail })

afterEach(() => vi.restoreAllMocks())

describe('what a person asks of the server', () => {
  it('is busy until the answer is there', async () => {
    const { busy, ask } = attempts()
    let answer!: () => void
    const asked = ask(() => new Promise<void>((resolve) => (answer = resolve)))
    expect(busy.value).toBe(true)
    answer()
    expect(await asked).toBe(true)
    expect(busy.value).toBe(false)
  })

  it('fetches anew what is shown only when it changed something, and only after it did', async () => {
    const refresh = vi.spyOn(QueryClient.prototype, 'invalidateQueries')
    const { ask, attempt } = attempts()
    await ask(() => Promise.resolve())
    expect(refresh).not.toHaveBeenCalled()
    await attempt(() => {
      expect(refresh).not.toHaveBeenCalled()
      return Promise.resolve()
    })
    expect(refresh).toHaveBeenCalledOnce()
  })

  it('says why it was refused, and forgets it when it is tried again', async () => {
    const refresh = vi.spyOn(QueryClient.prototype, 'invalidateQueries')
    const { trouble, busy, attempt } = attempts()
    expect(await attempt(() => Promise.reject(refusedWith('T9 holds a drill. Take it out first.')))).toBe(false)
    expect(trouble.value).toBe('T9 holds a drill. Take it out first.')
    expect(busy.value).toBe(false)
    expect(refresh).not.toHaveBeenCalled()
    expect(await attempt(() => Promise.resolve())).toBe(true)
    expect(trouble.value).toBeNull()
  })

  it('does not pretend to know what became of it without an answer', async () => {
    const { trouble, ask } = attempts()
    await ask(() => Promise.reject(new NoAnswer()))
    expect(trouble.value).toBe('The server does not answer. Look whether it got through before you try again.')
  })

  it('does not swallow a mistake of the program', async () => {
    const { busy, ask } = attempts()
    await expect(ask(() => Promise.reject(new TypeError('x is not a function')))).rejects.toThrow('x is not a function')
    expect(busy.value).toBe(false)
  })
})
