import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
beforeAll(async () => {
  shop = await openShop()
})
afterAll(() => shop.stop())

it('tells a page that has just been opened what was announced while it asked for what it shows', async () => {
  const setter = await new Browser(shop.url).signIn('marrow')
  const id = randomUUID()
  await setter.send('POST', '/api/machines/mill-3/homed', { id })
  const ended = new AbortController()
  const answer = await fetch(`${shop.url}/api/events`, { headers: { cookie: setter.cookie }, signal: ended.signal })
  let heard = ''
  const reader = answer.body!.getReader()
  while (!heard.includes(id)) heard += new TextDecoder().decode((await reader.read()).value)
  expect(heard).toContain('event: hello')
  expect(heard).toContain('"what":"homed"')
  ended.abort()
})
