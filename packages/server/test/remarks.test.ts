import { randomUUID } from 'node:crypto'
import type { Remark } from '@rook/contract'
import sharp from 'sharp'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let viewer: Browser
let setter: Browser

const add = (browser: Browser, words: string, file: { name: string; content: Buffer } | null = null, about = 'part', key = 'flange') =>
  browser.send<Remark>('POST', '/api/remarks', {
    about,
    key,
    words,
    file: file && { name: file.name, content: file.content.toString('base64') },
  })
const listed = async (about = 'part', key = 'flange') => (await viewer.send<Remark[]>('GET', `/api/remarks?about=${about}&key=${key}`)).body
const fetched = (checksum: string, cookie = viewer.cookie) => fetch(`${shop.url}/api/kept-files/${checksum}`, { headers: { cookie } })
const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#a06020' } })
    .withExif({ IFD0: { Copyright: 'somebody', Artist: 'where it was taken' } })
    .jpeg()
    .toBuffer()

beforeAll(async () => {
  shop = await openShop()
  viewer = await new Browser(shop.url).signIn('fennimore')
  setter = await new Browser(shop.url).signIn('marrow')
})
afterAll(() => shop.stop())

describe('a note', () => {
  it('is added by anybody who is signed in, on everything that a shop has', async () => {
    const { body, status } = await add(viewer, 'Burr on the far edge: stone it before it is clamped.')
    expect(status).toBe(200)
    expect(body).toMatchObject({ about: 'part', key: 'flange', by: 'Fennimore', file: null, withdrawn: null })
    for (const [about, key] of Object.entries({
      revision: 'flange/C',
      operation: 'op',
      job: '0417',
      setup: 'now',
      machine: 'mill-3',
      assembly: 'em-12',
      gauge: 'shim',
    }))
      expect((await add(viewer, 'seen', null, about, key)).status, about).toBe(200)
    expect((await listed('gauge', 'shim')).map(({ words }) => words)).toEqual(['seen'])
  })

  it.each([
    ['on nothing that is there', ['words', null, 'part', 'nothing'], 404],
    ['on a revision that the part never had', ['words', null, 'revision', 'flange/Z'], 404],
    ['on a revision of no part', ['words', null, 'revision', 'B'], 404],
    ['on an entry that is none', ['words', null, 'entry', 'nothing'], 404],
    ['on an entry that is not there', ['words', null, 'entry', randomUUID()], 404],
    ['with nothing in it', ['  ', null, 'part', 'flange'], 400],
    ['longer than a note', ['x'.repeat(2001), null, 'part', 'flange'], 400],
  ] as const)('is not added %s', async (_what, [words, file, about, key], status) => {
    expect((await add(viewer, words, file, about, key)).status).toBe(status)
  })

  it('is withdrawn by its writer, a planner or a lead, once, and stays on record', async () => {
    const [mine] = await listed()
    const withdraw = (browser: Browser) => browser.send<Remark>('POST', `/api/remarks/${mine!.id}/withdrawn`, { reason: 'deburred now' })
    expect((await withdraw(setter)).status).toBe(403)
    const answers = await Promise.all([withdraw(viewer), withdraw(viewer)])
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409])
    expect((await listed())[0]).toMatchObject({ words: mine!.words, withdrawn: { by: 'Fennimore', reason: 'deburred now' } })
    expect((await viewer.send('POST', `/api/remarks/${randomUUID()}/withdrawn`, { reason: 'none there' })).status).toBe(404)
  })
})

describe('a file', () => {
  it('that is a picture is drawn anew: its pixels come along and nothing else', async () => {
    const sent = await picture(3_000, 1_000)
    expect(sent.toString('latin1')).toContain('somebody')
    const { body } = await add(viewer, '', { name: 'C:\\camera\\DSC 1.jpg', content: sent })
    expect(body.file).toMatchObject({ name: 'DSC 1.jpg', kind: 'picture' })
    const answer = await fetched(body.file!.checksum)
    const kept = Buffer.from(await answer.arrayBuffer())
    expect(answer.headers.get('content-type')).toBe('image/jpeg')
    expect(answer.headers.get('content-security-policy')).toBe("sandbox; default-src 'none'")
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    expect(kept.toString('latin1')).not.toContain('somebody')
    const { width, height, exif } = await sharp(kept).metadata()
    expect({ width, height, exif }).toEqual({ width: 2400, height: 800, exif: undefined })
  })

  it('that is text or a PDF is kept as it is, and only ever saved', async () => {
    for (const [name, content, type] of [
      ['O2417.nc', '%\nO2417 (FLANGE)\nG54 G0 X0 Y0\n%', 'text/plain; charset=utf-8'],
      ['drawing.pdf', '%PDF-1.7\n%%EOF', 'application/pdf'],
    ] as const) {
      const { body } = await add(viewer, '', { name, content: Buffer.from(content) })
      const answer = await fetched(body.file!.checksum)
      expect(answer.headers.get('content-type')).toBe(type)
      expect(answer.headers.get('content-disposition')).toBe(`attachment; filename*=UTF-8''${name}`)
      expect(await answer.text()).toBe(content)
    }
  })

  it('is kept once, however often it is put somewhere', async () => {
    const content = Buffer.from('G54 G0 X0')
    const [one, other] = [
      await add(viewer, 'a', { name: 'a.nc', content }),
      await add(setter, 'b', { name: 'b.nc', content }, 'job', '0417'),
    ]
    expect(one.body.file!.checksum).toBe(other.body.file!.checksum)
  })

  it.each<[string, Buffer | (() => Promise<Buffer>), number, string]>([
    ['nothing', Buffer.alloc(0), 422, 'it is empty'],
    ['files packed together', Buffer.from('504b0304140000000800', 'hex'), 422, 'taken one by one'],
    ['a page that a browser would run', Buffer.from('<!DOCTYPE html><script>alert(1)</script>'), 422, 'neither a picture'],
    [
      'a drawing that could hold a script',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'),
      422,
      'neither a picture',
    ],
    ['a program for a computer', Buffer.from('7f454c460201010000', 'hex'), 422, 'neither a picture'],
    ['a picture cut off', async () => (await picture(400, 400)).subarray(0, 400), 422, 'cannot be read to its end'],
    [
      'a picture in its first bytes alone',
      Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), Buffer.alloc(60, 65)]),
      422,
      'cannot be read',
    ],
    [
      'a picture that unfolds beyond measure',
      () =>
        sharp({ create: { width: 9_000, height: 9_000, channels: 3, background: '#fff' } })
          .png()
          .toBuffer(),
      422,
      'million dots',
    ],
    ['more than the most', Buffer.alloc(12_000_001, 65), 413, '12 MB is the most'],
    ['more text than anybody reads', Buffer.alloc(2_000_001, 65), 413, '2 MB is the most'],
  ])('is not kept where it is %s', async (_what, made, status, words) => {
    const content = typeof made === 'function' ? await made() : made
    const { status: answered, body } = await add(viewer, 'x', { name: 'x', content })
    expect([answered, JSON.stringify(body)]).toEqual([status, expect.stringContaining(words) as string])
  })

  it('is given to nobody who is not signed in, and is not found by another name', async () => {
    const [{ file }] = (await listed('job', '0417')) as [Remark]
    expect((await fetched(file!.checksum, '')).status).toBe(401)
    expect((await fetched('0'.repeat(64))).status).toBe(404)
    expect((await fetched('..%2f..%2fpackage.json')).status).toBe(404)
  })

  it('is what was put there, or verifying says so', async () => {
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect((await verifyLedger(pool)).faults).toEqual([])
    await expect(pool.query("UPDATE remark SET words = 'other'")).rejects.toThrow(/append-only/)
    await pool.query("SET session_replication_role = replica; UPDATE kept_file SET content = 'G55 G0 X0' WHERE content = 'G54 G0 X0'")
    expect((await verifyLedger(pool)).faults).toMatchObject([{ machine: 'files' }])
    await pool.end()
  })
})
