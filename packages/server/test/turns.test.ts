import { describe, expect, it } from 'vitest'
import { TooMany, Turns } from '../src/base/files/turns.ts'
import { Browser, openShop } from './shop.ts'

/** Work that ends when the test says so. */
function held() {
  const began: string[] = []
  const ends = new Map<string, () => void>()
  const work = (name: string) => () => {
    began.push(name)
    return new Promise<string>((resolve) => ends.set(name, () => resolve(name)))
  }
  const end = async (name: string) => {
    ends.get(name)!()
    for (let count = 0; count < 5; count++) await Promise.resolve()
  }
  return { began, work, end }
}

describe('turns', () => {
  it('are one for each who asks, and whoever asks for many stands behind the others', async () => {
    const { began, work, end } = held()
    const turns = new Turns(2, 1, 10)
    const all = ['a1', 'a2', 'a3', 'b1', 'c1'].map((name) => turns.take(work(name), name[0]))
    await Promise.resolve()
    expect(began).toEqual(['a1', 'b1'])
    await end('a1')
    expect(began).toEqual(['a1', 'b1', 'a2'])
    await end('a2')
    expect(began.at(-1)).toBe('c1')
    await end('b1')
    expect(began.at(-1)).toBe('a3')
    await end('a3')
    await end('c1')
    expect(await Promise.all(all)).toEqual(['a1', 'a2', 'a3', 'b1', 'c1'])
  })

  it('go on after work that fails, and are refused to whoever has too many', async () => {
    const turns = new Turns(1, 1, 1)
    const fails = turns.take(() => Promise.reject(new Error('no file')), 'a')
    const waits = turns.take(() => Promise.resolve('done'), 'a')
    await expect(turns.take(() => Promise.resolve('too many'), 'a')).rejects.toBeInstanceOf(TooMany)
    await expect(fails).rejects.toThrow('no file')
    expect(await waits).toBe('done')
    expect(await turns.take(() => Promise.resolve('next'), 'a')).toBe('next')
  })
})

describe('one who asks for hundreds of things at once', () => {
  it('gets them, and leaves the others their answers', async () => {
    const shop = await openShop()
    const viewer = await new Browser(shop.url).signIn('fennimore')
    const setter = await new Browser(shop.url).signIn('marrow')
    const reads = Array.from({ length: 290 }, () => viewer.send('GET', '/api/machines/mill-3/scene?setup=now'))
    const others: number[] = []
    for (let count = 0; count < 12; count++) others.push((await setter.send('GET', '/api/machines/mill-3/scene?setup=now')).status)
    expect(others).toEqual(Array.from({ length: 12 }, () => 200))
    const statuses = (await Promise.all(reads)).map(({ status }) => status)
    expect(new Set(statuses)).toEqual(new Set([200]))
    await shop.stop()
  })
})
