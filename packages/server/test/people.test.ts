import { api, type openApi, type Operation } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startServer } from '../src/server.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
beforeAll(async () => {
  shop = await openShop()
})
afterAll(() => shop.stop())

describe('signing in', () => {
  it('sets a cookie that scripts cannot read and other sites cannot send', async () => {
    const response = await fetch(`${shop.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ person: 'marrow', pin: '1357' }),
    })
    expect(response.headers.get('set-cookie')).toMatch(/^rook=.*HttpOnly.*SameSite=Strict/i)
    expect(JSON.stringify(await response.json())).not.toContain('argon2')
  })

  it('is needed for everything but the list of names', async () => {
    const nobody = new Browser(shop.url)
    for (const operation of Object.values(api) as Operation[]) {
      const path = operation.path.replace(/\{\w+\}/g, 'x')
      const { status } = await nobody.send(operation.method.toUpperCase(), path, operation.method === 'get' ? undefined : {})
      if (operation.access === 'anyone') expect(status).not.toBe(403)
      else expect(status, operation.id).toBe(401)
    }
    expect((await nobody.send('GET', '/api/events')).status).toBe(401)
  })

  it('pauses after five wrong PINs, for everybody who tries that name', async () => {
    const first = new Browser(shop.url)
    const second = new Browser(shop.url)
    const attempt = (browser: Browser, pin: string) => browser.send('POST', '/api/session', { person: 'tansley', pin })
    for (let tries = 1; tries <= 4; tries++)
      expect(await attempt(first, '0000')).toMatchObject({ status: 401, body: { code: 'wrong-pin' } })
    expect(await attempt(second, '0000')).toMatchObject({
      status: 429,
      body: { code: 'too-many-attempts', detail: 'Too many wrong PINs for Tansley. The next try is possible in 1 minute.' },
    })
    expect((await attempt(second, '2468')).status).toBe(429)
    await shop.connection.pool.query(`UPDATE person SET locked_until = now() - interval '1 second' WHERE id = 'tansley'`)
    expect((await attempt(second, '2468')).status).toBe(200)
  })

  it('ends with signing out', async () => {
    const marrow = await new Browser(shop.url).signIn('marrow')
    const { cookie } = marrow
    await marrow.send('DELETE', '/api/session')
    marrow.cookie = cookie
    expect((await marrow.send('GET', '/api/floor')).status).toBe(401)
  })

  it('refuses PINs that are none', async () => {
    const nobody = new Browser(shop.url)
    expect(await nobody.send('POST', '/api/session', { person: 'marrow', pin: '12' })).toMatchObject({
      status: 400,
      body: { fields: { pin: 'PIN: four to eight digits.' } },
    })
    expect((await nobody.send('POST', '/api/session', { person: 'nobody', pin: '1357' })).status).toBe(401)
  })
})

describe('people', () => {
  it('are added by a lead and can then sign in', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const added = await lead.send<{ id: string }>('POST', '/api/people', { name: 'P. Newcome', role: 'operator', pin: '97531' })
    expect((await new Browser(shop.url).send('POST', '/api/session', { person: added.body.id, pin: '97531' })).status).toBe(200)
    expect((await lead.send('POST', '/api/people', { name: 'P. Newcome', role: 'operator', pin: '97531' })).status).toBe(409)
  })
})

describe('several processes on one database', () => {
  it('know each other\u2019s sessions, and each other\u2019s entries within a second', async () => {
    const other = await startServer({ databaseUrl: shop.databaseUrl, host: '127.0.0.1', port: 0 })
    const marrow = await new Browser(shop.url).signIn('marrow')
    const events = await fetch(`${other.url}/api/events`, { headers: { cookie: marrow.cookie } })
    const reader = events.body!.getReader()
    await reader.read()
    const began = Date.now()
    const { status } = await marrow.send('POST', '/api/machines/mill-3/entries', edgeEntry())
    expect(status).toBe(200)
    let heard = ''
    while (!heard.includes('event: entry')) heard += new TextDecoder().decode((await reader.read()).value)
    expect(Date.now() - began).toBeLessThan(1000)
    expect(JSON.parse(/data: (\{"machine.*\})/.exec(heard)![1]!)).toMatchObject({
      machine: 'mill-3',
      by: 'Marrow',
      registers: ['work/G54/X/geometry'],
    })
    await reader.cancel()
    await other.stop()
  })

  it('hear of entries again after the database has dropped their connections', async () => {
    const marrow = await new Browser(shop.url).signIn('marrow')
    const events = await fetch(`${shop.url}/api/events`, { headers: { cookie: marrow.cookie } })
    const reader = events.body!.getReader()
    const admin = new pg.Client({ connectionString: shop.databaseUrl })
    await admin.connect()
    await admin.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()`,
    )
    await admin.end()
    let heard = ''
    while (!heard.includes('event: missed')) heard += new TextDecoder().decode((await reader.read()).value)
    await reader.cancel()
    expect((await marrow.send('GET', '/api/floor')).status).toBe(200)
  })
})

describe('the description of the API', () => {
  it('is served, and has every call', async () => {
    const { body } = await new Browser(shop.url).send<ReturnType<typeof openApi>>('GET', '/api/openapi.json')
    expect(body.openapi).toBe('3.0.3')
    for (const { path, method, id } of Object.values(api)) expect(body.paths[path]?.[method], id).toMatchObject({ operationId: id })
    expect(JSON.stringify(body.paths['/api/machines/{id}/entries'])).toContain('Made by the client, so that sending twice records once.')
  })
})
