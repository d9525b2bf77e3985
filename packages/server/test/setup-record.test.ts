import { createHash, randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { mm } from '@rook/core'
import {
  setupRecord,
  type Entry,
  type GoPage,
  type OperationRecord,
  type PartPage,
  type RecordCompared,
  type Remark,
  type SetupRecord,
} from '@rook/contract'
import Ajv2020 from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import sharp from 'sharp'
import { extractText, getDocumentProxy } from 'unpdf'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { digestOf } from '../src/setup-record/digest.ts'
import { makeReady } from './go-through.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let other: Awaited<ReturnType<typeof openShop>>
let setter: Browser
let planner: Browser
let record: SetupRecord

const OBSERVED = 'zero seen in X, then in Y; łożysko free, Größe right'

beforeAll(async () => {
  shop = await openShop()
  other = await openShop()
  setter = await new Browser(shop.url).signIn('marrow')
  planner = await new Browser(other.url).signIn('harkness')
  await setter.send<Entry>('POST', '/api/machines/mill-3/entries', edgeEntry())
  const tool = { routine: 'tool-length', inputs: { tool: '4', method: 'preset', length: '103.4755' }, setup: 'now', step: null }
  await setter.send('POST', '/api/machines/mill-3/entries', { id: randomUUID(), ...tool, basis: { 'tool/4/length/geometry': null } })
  await setter.send('POST', '/api/setups/now/steps/seated/confirmed', { id: randomUUID() })
  await setter.send('POST', '/api/setups/now/parts', {
    id: randomUUID(),
    made: 7,
    scrapped: 1,
    reason: 'chatter in the slot',
    unproven: 'first lot on paper',
  })
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a06020' } })
    .png()
    .toBuffer()
  await setter.send<Remark>('POST', '/api/remarks', {
    about: 'setup',
    key: 'now',
    words: OBSERVED,
    file: { name: 'burr.png', content: picture.toString('base64') },
  })
  record = (await setter.send<SetupRecord>('GET', '/api/setups/now/record')).body
})
afterAll(async () => {
  await shop.stop()
  await other.stop()
})

describe('a setup record', () => {
  it('has every figure of the setup exactly and as the control shows it, with its evidence', async () => {
    const [slot] = record.slots
    expect(slot!.figures).toMatchObject([
      { name: 'G54 X', value: '-313.204', unit: 'mm', shown: '\u2212313.2040', standing: 'measured', by: 'Marrow' },
    ])
    // ±U is the one that the entry itself says.
    const { expanded, expandedShown, entry } = slot!.figures[0]!
    const { body } = await setter.send<Entry>('GET', `/api/entries/${entry}`)
    expect(Number(expanded) * 1e6).toBeCloseTo(body.content.writes[0]!.expanded!, 6)
    expect(Number(expandedShown)).toBe(Number(expanded))
    expect(record.parts).toEqual({
      made: 7,
      scrapped: 1,
      reasons: ['chatter in the slot. Counted without a proven first part: first lot on paper'],
    })
    expect(record.answers).toMatchObject([
      { title: 'G54 X from an edge', verdict: 'query', reason: 'homed this morning, seen', by: 'Marrow' },
    ])
    expect(record.gauges).toEqual([{ name: 'Finder 10', size: '10', calibrated: null }])
    expect(record.gaugeNames).toEqual({})
    expect(record.steps.map(({ title, state }) => [title, state])).toEqual([
      ['Homed', 'open'],
      ['Seated', 'done'],
      ['Zero G54, X', 'done'],
      ['Seen', 'open'],
    ])
    expect(record.notes).toMatchObject([{ words: OBSERVED, by: 'Marrow', file: { name: 'burr.png', kind: 'picture' } }])
  })

  it('fits the schema that is published, is read back without loss, and carries its own digest', async () => {
    const schema = (await (await fetch(`${shop.url}/api/schemas/setup-record.json`)).json()) as object
    const ajv = new Ajv2020({ strict: false })
    addFormats(ajv)
    const validate = ajv.compile(schema)
    expect(validate(record), JSON.stringify(validate.errors)).toBe(true)
    expect(validate({ ...record, slots: [{ code: 'G54', name: '', figures: [{ value: -313.2 }] }] })).toBe(false)
    expect(setupRecord.parse(JSON.parse(JSON.stringify(record)))).toEqual(record)
    expect(digestOf(record)).toBe(record.digest)
    expect(digestOf({ ...record, parts: { ...record.parts, made: 8 } })).not.toBe(record.digest)
  })

  it.each(['a4', 'letter'])('is printed on %s with the ledger’s figures digit for digit', async (paper) => {
    const answer = await fetch(`${shop.url}/api/setups/now/record.pdf?paper=${paper}`, { headers: { cookie: setter.cookie } })
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    const document = await getDocumentProxy(new Uint8Array(await answer.arrayBuffer()))
    const page = (await document.getPage(1)).getViewport({ scale: 1 })
    expect([Math.round(page.width), Math.round(page.height)]).toEqual(paper === 'a4' ? [595, 842] : [612, 792])
    const { text, totalPages } = await extractText(document, { mergePages: true })
    for (const { name, shown } of [...record.slots, ...record.tools].flatMap(({ figures }) => figures))
      expect(text.replace(/\s+/g, ' ')).toContain(`${name} ${shown} `)
    expect(text).toContain('chatter in the slot')
    expect(text.replace(/\s+/g, ' ')).toContain(OBSERVED)
    expect(text).toContain(record.chain.hash.slice(0, 12))
    expect(text.match(/page \d+ of \d+/g)).toEqual(Array.from({ length: totalPages }, (_, at) => `page ${at + 1} of ${totalPages}`))
    const links = (await (await document.getPage(1)).getAnnotations()) as { url?: string }[]
    expect(links.map(({ url }) => url)).toContain(`${shop.url}/setup/now`)
  })

  it('says which text of the program had its go, when and by whom', async () => {
    expect(record.go).toBeNull()
    const text = '%\nO42\nG21 G90\nG53 G0 Z0.\nM30\n%'
    const { plan } = (await setter.send<{ plan: { operation: string } }>('GET', '/api/machines/mill-3/scene?setup=now')).body
    const kept = await setter.send<{ id: string }>('POST', `/api/operations/${plan.operation}/programs`, {
      id: randomUUID(),
      name: 'O42.NC',
      gzip: gzipSync(text).toString('base64'),
      note: null,
      basis: null,
    })
    await makeReady(setter, 'now')
    const { body: go } = await setter.send<GoPage>('GET', '/api/setups/now/go')
    const asked = go.findings.filter(({ verdict }) => verdict === 'query').map(({ id }) => [id, 'in the air'])
    const answers = Object.fromEntries(asked) as Record<string, string>
    const given = await setter.send<Entry>('POST', '/api/setups/now/go', { id: randomUUID(), issue: kept.body.id, answers })
    expect(given.status, JSON.stringify(given.body)).toBe(200)
    const { body: now } = await setter.send<SetupRecord>('GET', '/api/setups/now/record')
    const hash = createHash('sha256').update(text).digest('hex')
    expect(now.go).toEqual({ entry: given.body.content.id, at: given.body.content.at, by: 'Marrow', issue: 1, name: 'O42.NC', hash })
    expect(digestOf(now)).toBe(now.digest)
    const answer = await fetch(`${shop.url}/api/setups/now/record.pdf?paper=a4`, { headers: { cookie: setter.cookie } })
    const { text: printed } = await extractText(await getDocumentProxy(new Uint8Array(await answer.arrayBuffer())), { mergePages: true })
    expect(printed.replace(/\s+/g, ' ')).toContain(`with issue 1 of O42.NC, SHA-256 ${hash.slice(0, 16)}.`)
  })

  it('is refused for other paper, and for a setup that is not there', async () => {
    const get = (path: string, cookie = setter.cookie) => fetch(shop.url + path, { headers: { cookie } }).then(({ status }) => status)
    expect(await get('/api/setups/now/record.pdf?paper=a3')).toBe(400)
    expect(await get('/api/setups/none/record.pdf')).toBe(404)
    expect(await get('/api/setups/now/record.pdf', '')).toBe(401)
    expect((await setter.send('GET', '/api/setups/none/record')).status).toBe(404)
  })

  it('of a setup that has ended is as it was then', async () => {
    await setter.send('POST', '/api/setups/now/ended', { id: randomUUID(), reason: 'all parts made' })
    const entry = edgeEntry(
      { setup: null, step: null, basis: { 'work/G54/X/geometry': record.slots[0]!.figures[0]!.entry } },
      { reading: '-318.2050' },
    )
    expect((await setter.send('POST', '/api/machines/mill-3/entries', entry)).status).toBe(200)
    const { body } = await setter.send<SetupRecord>('GET', '/api/setups/now/record')
    expect(body.slots[0]!.figures[0]!.shown).toBe('\u2212313.2040')
    expect(body.setup.endedAt).not.toBeNull()
    expect(body.chain.seq).toBeGreaterThan(record.chain.seq)
  })
})

describe('a record from another shop', () => {
  /** As it might come from somewhere else: its part is not here, its plan calls a gauge that is not here. */
  const from = (change: (one: SetupRecord) => Partial<SetupRecord>): SetupRecord => {
    const changed = { ...record, ...change(record) }
    return { ...changed, digest: digestOf(changed) }
  }
  const foreign = () =>
    from(({ operation, part }) => ({
      part: { ...part, number: 'RA-1', name: 'Roller arm' },
      gaugeNames: { theirs: 'Finder 4' },
      operation: {
        ...operation,
        machines: ['far-mill'],
        steps: operation.steps.map((step) => (step.kind === 'routine' ? { ...step, preset: { ...step.preset, finder: 'theirs' } } : step)),
      },
    }))
  const read = (document: unknown) => planner.send<RecordCompared>('POST', '/api/records/read', { document })
  const take = (document: unknown, as = 'new') => planner.send<OperationRecord>('POST', '/api/records', { document, as })

  it('is shown before it is taken: what it adds, where it differs, what cannot come along', async () => {
    const { body } = await read(foreign())
    expect(body).toMatchObject({
      from: { part: 'Roller arm, RA-1', machine: 'Mill 3', operation: 'Op 20' },
      adds: ['Part RA-1, Roller arm, at revision C', 'Op 20 of Roller arm: 4 steps, 0 tools, 0 sizes'],
      contradicts: [],
      operation: null,
    })
    expect(body.leaves).toEqual([
      expect.stringMatching(/^\d figures? of Mill 3: zeros and lengths mean nothing on another machine/) as string,
      'Which machines may do it: choose among your own.',
      'Finder 4 is not on record here; the steps that name it are left open.',
    ])
    expect((await planner.send<{ number: string }[]>('GET', '/api/parts')).body.map(({ number }) => number)).toEqual(['F-417'])
  })

  it('brings its part and its operation, and not one figure', async () => {
    const { body } = await take(foreign())
    expect(body).toMatchObject({ name: 'Op 20', partName: 'Roller arm', machines: [], edition: 1 })
    expect(body.steps.find(({ kind }) => kind === 'routine')!.preset).toEqual({ slot: 'G54', axis: 'X' })
    const { body: page } = await planner.send<PartPage>('GET', `/api/parts/${body.part}`)
    expect(page.part).toMatchObject({ number: 'RA-1', revision: 'C' })
    expect((await take(foreign())).body).toMatchObject({ code: 'is-here' })
  })

  it('with another plan becomes a new edition where somebody wants it', async () => {
    const changed = from(({ operation }) => ({ operation: { ...operation, fixture: 'fixture 9', tolerance: mm(0.02) } }))
    const { body } = await read(changed)
    expect(body.contradicts).toEqual([
      { what: 'Fixture', here: 'fixture 7', there: 'fixture 9' },
      { what: 'Tightest tolerance that zero serves', here: null, there: '0.02 mm' },
    ])
    expect(await take(changed, 'edition')).toMatchObject({ status: 200, body: { fixture: 'fixture 9', edition: 2 } })
    expect((await take(foreign(), 'edition')).status).toBe(200)
  })

  it.each<[string, () => unknown, string]>([
    ['that was changed since', () => ({ ...record, parts: { ...record.parts, made: 99 } }), 'record-changed'],
    ['of a version to come', () => ({ ...record, version: 2 }), 'record-version'],
    [
      'with a figure that is none',
      () => from(({ slots }) => ({ slots: [{ ...slots[0]!, figures: [{ ...slots[0]!.figures[0]!, value: '-313,2' }] }] })),
      'record-broken',
    ],
    ['that is another file', () => JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as unknown, 'no-record'],
    ['that is empty', () => ({}), 'no-record'],
  ])('%s is refused with what to do', async (_what, document, code) => {
    for (const answer of [await read(document()), await take(document())])
      expect(answer).toMatchObject({ status: 422, body: { code, detail: expect.stringMatching(/(again|Choose|version)/) as string } })
  })

  it('is taken by a planner only', async () => {
    const hand = await new Browser(other.url).signIn('marrow')
    expect((await hand.send('POST', '/api/records', { document: record, as: 'new' })).status).toBe(403)
  })
})
