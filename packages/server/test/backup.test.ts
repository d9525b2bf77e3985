import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdirSync, mkdtempSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { prepareDatabase } from '../src/base/db/prepare.ts'
import { startServer } from '../src/server.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

const SCRIPTS = fileURLToPath(new URL('../../../scripts/', import.meta.url))
const folder = mkdtempSync(`${tmpdir()}/rook-backup-`)
let shop: Awaited<ReturnType<typeof openShop>>
beforeAll(async () => {
  shop = await openShop()
})
afterAll(async () => {
  await shop.stop()
  rmSync(folder, { recursive: true })
})

function script(name: string, url: string, ...args: string[]): { ok: boolean; output: string } {
  const env = { ...process.env, DATABASE_URL: url, CONFIRM: 'yes' }
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${SCRIPTS}${name}.mjs`, ...args], { env, encoding: 'utf8' })
  return { ok: status === 0, output: stdout + stderr }
}

/** A database that is not there yet, on the same cluster. */
function elsewhere(): string {
  const address = new URL(shop.databaseUrl)
  address.pathname = `/moved_${randomUUID().replaceAll('-', '')}`
  return address.href
}

describe('a backup', () => {
  it('is restored where nothing was before, and goes on there', async () => {
    const marrow = await new Browser(shop.url).signIn('marrow')
    const entry = await marrow.send<{ content: { id: string }; hash: string }>('POST', '/api/machines/mill-3/entries', edgeEntry())
    const file = `${folder}/whole.dump`
    expect(script('backup', shop.databaseUrl, file)).toMatchObject({ ok: true })
    expect(script('backup', shop.databaseUrl, file).output).toContain('is there already')
    const url = elsewhere()
    const restored = script('restore', url, file)
    expect(restored.output).toContain('every chain is whole')
    expect(restored.ok).toBe(true)

    const moved = await startServer({ databaseUrl: await prepareDatabase(url), host: '127.0.0.1', port: 0 })
    const there = await new Browser(moved.url).signIn('marrow')
    expect((await there.send<{ hash: string }>('GET', `/api/entries/${entry.body.content.id}`)).body.hash).toBe(entry.body.hash)
    expect((await there.send('POST', '/api/machines/mill-3/homed', { id: randomUUID() })).status).toBe(200)
    await moved.stop()
  })

  it('is no key to the shop: who was signed in is not in it, and nobody else on the computer reads it', async () => {
    const marrow = await new Browser(shop.url).signIn('marrow')
    mkdirSync(`${folder}/open`, { mode: 0o755 })
    const file = `${folder}/open/own.dump`
    const made = script('backup', shop.databaseUrl, file)
    expect(made.output).toContain('Others on this computer can look into')
    expect(statSync(file).mode & 0o777).toBe(0o600)
    const url = elsewhere()
    expect(script('restore', url, file).ok).toBe(true)
    const owner = new pg.Client({ connectionString: url })
    await owner.connect()
    const rows = async (table: string) => (await owner.query(`SELECT * FROM ${table}`)).rows
    for (const table of ['session', 'pin_try', 'app_secret']) expect(await rows(table), table).toEqual([])
    const moved = await startServer({ databaseUrl: await prepareDatabase(url), host: '127.0.0.1', port: 0 })
    const [fresh] = (await rows('app_secret')) as { value: string }[]
    const here = new pg.Client({ connectionString: shop.databaseUrl })
    await here.connect()
    const [old] = (await here.query('SELECT * FROM app_secret')).rows as { value: string }[]
    expect(fresh!.value).not.toBe(old!.value)
    expect((await fetch(`${moved.url}/api/floor`, { headers: { cookie: marrow.cookie } })).status).toBe(401)
    expect((await fetch(`${shop.url}/api/floor`, { headers: { cookie: marrow.cookie } })).status).toBe(200)
    await Promise.all([owner.end(), here.end(), moved.stop()])
  })

  it('that is not whole, or no backup at all, changes nothing', async () => {
    const owner = new pg.Client({ connectionString: shop.databaseUrl })
    await owner.connect()
    await owner.query(`SET session_replication_role = replica; UPDATE entry SET title = 'otherwise'`)
    await owner.end()
    const file = `${folder}/tampered.dump`
    expect(script('backup', shop.databaseUrl, file).ok).toBe(true)
    const refused = script('restore', elsewhere(), file)
    expect(refused.ok).toBe(false)
    expect(refused.output).toContain('its columns disagree with its content')
    expect(refused.output).toContain('nothing else was changed')
    expect(script('restore', elsewhere(), `${SCRIPTS}restore.mjs`).output).toContain('cannot be read, and nothing was changed')
    expect(script('restore', elsewhere(), `${folder}/nowhere.dump`).output).toContain('There is no backup at')
  })
})
