import { randomUUID } from 'node:crypto'
import { api, mayDo, type openApi, type Operation, type Session } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { prepareDatabase } from '../src/base/db/prepare.ts'
import { startServer } from '../src/server.ts'
import { Browser, edgeEntry, emptyDatabase, MILL, openShop } from './shop.ts'

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
    expect(response.headers.get('set-cookie')).toMatch(/rook=.*HttpOnly.*SameSite=Strict/i)
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

  it('pauses after five wrong PINs, for everybody who is strange to that name', async () => {
    const known = await new Browser(shop.url).signIn('tansley')
    const first = new Browser(shop.url)
    const second = new Browser(shop.url)
    const attempt = (browser: Browser, pin: string) => browser.send('POST', '/api/session', { person: 'tansley', pin })
    for (let tries = 1; tries <= 4; tries++)
      expect(await attempt(first, '0000')).toMatchObject({ status: 401, body: { code: 'wrong-pin' } })
    expect(await attempt(second, '0000')).toMatchObject({
      status: 429,
      body: {
        code: 'too-many-attempts',
        detail: 'Too many wrong PINs for Tansley. The next try is possible in 1 minute, or when a lead ends the pause.',
      },
    })
    expect((await attempt(second, '2468')).status).toBe(429)
    // Where Tansley always signs in, a stranger's pause means nothing.
    expect((await attempt(known, '2468')).status).toBe(200)
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const records = await lead.send<{ id: string; pausedUntil: string | null }[]>('GET', '/api/people/records')
    expect(records.body.find(({ id }) => id === 'tansley')!.pausedUntil).not.toBeNull()
    expect(await lead.send('POST', '/api/people/tansley/pause-lifted')).toMatchObject({ status: 200, body: { pausedUntil: null } })
    expect((await attempt(second, '2468')).status).toBe(200)
  })

  it('judges five tries and no more, however many come at once', async () => {
    const other = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0 })
    const answers = await Promise.all(
      Array.from({ length: 60 }, (_, at) =>
        new Browser(at % 2 ? shop.url : other.url).send('POST', '/api/session', { person: 'harkness', pin: String(3300 + at) }),
      ),
    )
    // One of the sixty is the right one; whether it was among the five is chance, and nothing but five were judged.
    const judged = answers.filter(({ status, body }) => status === 200 || body.code === 'wrong-pin').length
    expect(judged).toBeLessThanOrEqual(5)
    expect(answers.every(({ status }) => [200, 401, 429].includes(status))).toBe(true)
    await other.stop()
    await shop.connection.pool.query('DELETE FROM pin_try')
  })

  it('ends with signing out', async () => {
    const marrow = await new Browser(shop.url).signIn('marrow')
    const copy = marrow.copy()
    await marrow.send('DELETE', '/api/session')
    expect((await copy.send('GET', '/api/floor')).status).toBe(401)
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

  it('change, get a new PIN and go; their sessions and streams end with it, and their entries stay', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const { body } = await lead.send<{ id: string }>('POST', '/api/people', { name: 'Q. Passing', role: 'setter', pin: '4455' })
    const own = new Browser(shop.url)
    const signIn = (pin: string) => own.send('POST', '/api/session', { person: body.id, pin })
    const change = (more: object) =>
      lead.send('PUT', `/api/people/${body.id}`, { name: 'Q. Passing', role: 'setter', gone: false, ...more })
    await signIn('4455')
    const events = await fetch(`${shop.url}/api/events`, { headers: { cookie: own.cookie } })
    expect(await change({ role: 'operator' })).toMatchObject({ status: 200, body: { role: 'operator' } })
    expect(await events.text()).toContain('event: over')
    expect((await own.send('GET', '/api/floor')).status).toBe(401)

    await signIn('4455')
    expect((await lead.send('PUT', `/api/people/${body.id}/pin`, { pin: '6677' })).status).toBe(200)
    expect((await own.send('GET', '/api/floor')).status).toBe(401)
    expect((await signIn('4455')).status).toBe(401)
    expect((await signIn('6677')).status).toBe(200)

    own.shows = body.id
    expect((await own.send('PUT', '/api/session/pin', { old: '0000', pin: '8899' })).status).toBe(401)
    expect((await own.send('PUT', '/api/session/pin', { old: '6677', pin: '8899' })).status).toBe(200)
    expect((await own.send('GET', '/api/floor')).status).toBe(200)

    expect(await change({ gone: true })).toMatchObject({ status: 200 })
    expect((await signIn('8899')).status).toBe(401)
    const names = await own.send<{ people: { name: string }[] }>('GET', '/api/people')
    expect(names.body.people.map(({ name }) => name)).not.toContain('Q. Passing')
    // The name is the next one's, and whoever comes back has to be told apart from them.
    const next = await lead.send<{ id: string }>('POST', '/api/people', { name: 'Q. Passing', role: 'operator', pin: '1029' })
    expect(next).toMatchObject({ status: 200 })
    expect(await change({ gone: false })).toMatchObject({ status: 409, body: { code: 'name-taken' } })
    expect(await change({ name: 'Q. Passing sen.', gone: false })).toMatchObject({ status: 200 })
  })

  it('keep one lead at least', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const change = { name: 'Oakhanger', role: 'lead', gone: true }
    expect(await lead.send('PUT', '/api/people/oakhanger', change)).toMatchObject({ status: 409, body: { code: 'last-lead' } })
    expect((await lead.send('PUT', '/api/people/oakhanger', { ...change, gone: false, role: 'setter' })).status).toBe(409)
  })
})

describe('roles', () => {
  /** What nobody's role decides: who asks is not yet known, or does it for themselves. */
  const signedIn = { fennimore: 'viewer', cordell: 'operator', marrow: 'setter', harkness: 'planner', oakhanger: 'lead' } as const

  it('may do what the contract says, at every door', async () => {
    for (const [who, role] of Object.entries(signedIn)) {
      const browser = await new Browser(shop.url).signIn(who as keyof typeof signedIn)
      for (const operation of Object.values(api) as Operation[]) {
        if (operation.access === 'anyone') continue
        const path = operation.path.replace(/\{\w+\}/g, 'x')
        const { status, body } = await browser.send(operation.method.toUpperCase(), path, operation.method === 'get' ? undefined : {})
        const about = `${role}: ${operation.id} ${JSON.stringify(body).slice(0, 200)}`
        if (mayDo(role, operation.access)) expect(status, about).not.toBe(403)
        else expect({ status, code: body.code }, about).toEqual({ status: 403, code: 'role' })
        expect(status, about).toBeLessThan(500)
      }
    }
  })

  it('decide what kinds of entries and gauge events somebody makes', async () => {
    const operator = await new Browser(shop.url).signIn('cordell')
    expect(await operator.send('POST', '/api/machines/mill-3/entries', edgeEntry())).toMatchObject({
      status: 403,
      body: { detail: 'Only a setter, a planner or a lead can do this. What you typed is kept.' },
    })
    const event = (kind: string, size: number | null = null) => ({ id: randomUUID(), kind, note: 'as it is', size, uncertainty: null })
    expect((await operator.send('POST', '/api/gauges/shim/events', event('calibrated'))).status).toBe(403)
    expect((await operator.send('POST', '/api/gauges/shim/events', event('checked'))).status).toBe(200)
    const lead = await new Browser(shop.url).signIn('oakhanger')
    expect(await lead.send('POST', '/api/gauges/shim/events', event('calibrated', 25_400_000))).toMatchObject({
      status: 422,
      body: { code: 'another-gauge' },
    })
    expect(await lead.send('POST', '/api/gauges/shim/events', event('calibrated', 1_000_800))).toMatchObject({
      status: 200,
      body: { size: 1_000_800 },
    })
  })
})

describe('whom a screen shows', () => {
  it('has to be the session\u2019s person, or nothing is written', async () => {
    const marrow = await new Browser(shop.url).signIn('marrow')
    const copy = marrow.copy()
    await marrow.signIn('tansley')
    // The second tab shares the cookie and still shows Marrow.
    copy.cookiesOf(marrow)
    expect(await copy.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })).toMatchObject({
      status: 409,
      body: {
        code: 'other-person',
        detail:
          'Tansley is signed in on this browser now, and this screen shows somebody else. Nothing was recorded; what you typed is kept.',
      },
    })
    copy.shows = null
    expect((await copy.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })).status).toBe(409)
    expect((await copy.send('GET', '/api/floor')).status).toBe(200)
  })
})

describe('an empty database', () => {
  it('opens on the first lead, once, and works from there', async () => {
    const databaseUrl = await emptyDatabase()
    const running = await startServer({ databaseUrl: await prepareDatabase(databaseUrl), host: '127.0.0.1', port: 0 })
    const browser = new Browser(running.url)
    expect((await browser.send<{ people: unknown[] }>('GET', '/api/people')).body.people).toEqual([])
    const opening = { shop: { name: 'Stop & Tracker Works', timeZone: 'Europe/London' }, lead: { name: 'A. Founder', pin: '1212' } }
    expect(await browser.send('POST', '/api/shop', { ...opening, shop: { ...opening.shop, timeZone: 'Mars/North' } })).toMatchObject({
      status: 400,
    })
    const opened = await browser.send<Session>('POST', '/api/shop', opening)
    expect(opened).toMatchObject({ status: 200, body: { person: { role: 'lead' }, shop: { name: 'Stop & Tracker Works' } } })
    expect(await new Browser(running.url).send('POST', '/api/shop', opening)).toMatchObject({ status: 409, body: { code: 'shop-open' } })
    browser.shows = opened.body.person.id
    expect((await browser.send('POST', '/api/machines', MILL)).status).toBe(200)
    expect((await browser.send<unknown[]>('GET', '/api/floor')).body).toHaveLength(1)
    const shop = { name: 'Works', timeZone: 'Europe/Paris', idleMinutes: 5, shifts: [{ name: 'Day', starts: '06:00', ends: '18:00' }] }
    expect(await browser.send('PUT', '/api/shop', shop)).toMatchObject({
      status: 200,
      body: { ...shop, shifts: [{ days: [1, 2, 3, 4, 5, 6, 7] }] },
    })
    const both = { ...shop, shifts: [...shop.shifts, { name: 'Night', starts: '17:30', ends: '06:00', days: [1, 2, 3, 4, 5] }] }
    const refused = await browser.send('PUT', '/api/shop', both)
    expect(refused.status).toBe(400)
    expect(JSON.stringify(refused.body)).toContain('Day and Night both run 17:30 to 18:00, Monday to Friday.')
    await running.stop()
  })
})

describe('several processes on one database', () => {
  it('know each other\u2019s sessions, and hear of each other\u2019s entries', async () => {
    const other = await startServer({ databaseUrl: shop.appUrl, host: '127.0.0.1', port: 0 })
    const marrow = await new Browser(shop.url).signIn('marrow')
    const events = await fetch(`${other.url}/api/events`, { headers: { cookie: marrow.cookie } })
    const reader = events.body!.getReader()
    await reader.read()
    const { status } = await marrow.send('POST', '/api/machines/mill-3/entries', edgeEntry())
    expect(status).toBe(200)
    let heard = ''
    while (!heard.includes('event: news')) heard += new TextDecoder().decode((await reader.read()).value)
    expect(JSON.parse(/data: (\{"kind.*\})/.exec(heard)![1]!)).toMatchObject({
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
    expect(body.openapi).toBe('3.1.0')
    for (const { path, method, id } of Object.values(api)) expect(body.paths[path]?.[method], id).toMatchObject({ operationId: id })
    expect(JSON.stringify(body.components.schemas)).toContain('Made by the client, so that sending twice records once.')
  })
})
