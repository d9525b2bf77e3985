import { randomUUID } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import type { Entry, GoPage, Problem, ProgramDifference, ProgramIssue, ProgramLines } from '@rook/contract'
import type { MachineRecord } from '@rook/core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { makeReady } from './go-through.ts'
import { Browser, edgeEntry, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let cordell: Browser
let operation: string

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  cordell = await new Browser(shop.url).signIn('cordell')
  operation = (
    await marrow.send<{ scene?: { plan: { operation: string } }; plan?: { operation: string } }>(
      'GET',
      '/api/machines/mill-3/scene?setup=now',
    )
  ).body.plan!.operation
})
afterAll(() => shop.stop())

const FIRST = ['%', 'O2410 (FLANGE)', 'G21 G90', 'G54 G0 X0. Y0.', 'M30', '%']
const pressed = (text: string | Buffer) => gzipSync(text).toString('base64')
const add = (text: string | Buffer, basis: string | null, more: Record<string, unknown> = {}, by = marrow) =>
  by.send<ProgramIssue & Problem>('POST', `/api/operations/${operation}/programs`, {
    id: randomUUID(),
    name: 'flange.nc',
    gzip: pressed(text),
    note: null,
    basis,
    ...more,
  })
const issues = async () => (await marrow.send<ProgramIssue[]>('GET', `/api/operations/${operation}/programs`)).body
const go = async () => (await marrow.send<GoPage>('GET', '/api/setups/now/go')).body
const give = (issue: string, answers: Record<string, string> = {}, by = marrow) =>
  by.send<Entry & Problem>('POST', '/api/setups/now/go', { id: randomUUID(), issue, answers })

describe('issues of a program', () => {
  it('are kept with hash, size, who and when', async () => {
    expect(await issues()).toEqual([])
    expect((await go()).issue).toBeNull()
    const { status, body } = await add(FIRST.join('\n'), null, { note: 'from the stick' })
    expect(status).toBe(200)
    expect(body).toMatchObject({ issue: 1, name: 'flange.nc', lines: 6, by: 'Marrow', note: 'from the stick', proven: null })
    expect(body.hash).toMatch(/^[0-9a-f]{64}$/)
    expect(await issues()).toEqual([body])
  })

  it('are answered alike when they are sent twice', async () => {
    const [newest] = await issues()
    const body = {
      id: randomUUID(),
      name: 'flange.nc',
      gzip: pressed([...FIRST.slice(0, 4), 'G1 X5. F100', 'M30'].join('\n')),
      note: null,
      basis: newest!.id,
    }
    const sent = await Promise.all([1, 2].map(() => marrow.send<ProgramIssue>('POST', `/api/operations/${operation}/programs`, body)))
    expect(sent.map(({ status }) => status)).toEqual([200, 200])
    expect((await issues()).map(({ issue }) => issue)).toEqual([2, 1])
  })

  it('never replace one that was not seen, nor the same text', async () => {
    const [second, first] = await issues()
    expect(await add('G21\nM30', first!.id)).toMatchObject({
      status: 409,
      body: { code: 'program-moved-on', detail: expect.stringContaining('kept issue 2 meanwhile') as string },
    })
    const same = [...FIRST.slice(0, 4), 'G1 X5. F100', 'M30'].join('\n')
    expect(await add(same, second!.id)).toMatchObject({ status: 409, body: { code: 'same-program' } })
  })

  it.each([
    ['nothing', Buffer.alloc(0), 'file-empty'],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3]), 'file-binary'],
    ['a letter', 'Dear Sir, the organ sounds well.', 'no-program'],
    ['more than fits', Buffer.alloc(53_000_000, 'G1 X1.\n'), 'file-long'],
  ])('are refused where the file is %s', async (_what, content, code) => {
    const [newest] = await issues()
    expect(await add(content, newest!.id)).toMatchObject({ status: 422, body: { code } })
  })

  it('are refused where what was sent is damaged, and from whoever may not', async () => {
    const [newest] = await issues()
    expect(await add('', newest!.id, { gzip: 'AAAA' })).toMatchObject({ status: 422, body: { code: 'file-damaged' } })
    expect((await add('G21\nM30', newest!.id, {}, cordell)).status).toBe(403)
    expect((await marrow.send('GET', '/api/operations/nowhere/programs')).status).toBe(404)
  })

  it('are shown by line, and compared', async () => {
    const [second, first] = await issues()
    const stretch = (await marrow.send<ProgramLines>('GET', `/api/programs/${second!.id}?from=4&count=2`)).body
    expect(stretch).toMatchObject({ from: 4, lines: ['G54 G0 X0. Y0.', 'G1 X5. F100'] })
    const { parts, cut } = (await marrow.send<ProgramDifference>('GET', `/api/programs/${second!.id}/from/${first!.id}`)).body
    expect(cut).toBe(false)
    expect(parts).toEqual([
      { kind: 'same', line: 1, count: 4, lines: [] },
      { kind: 'new', line: 5, count: 1, lines: ['G1 X5. F100'] },
      { kind: 'same', line: 6, count: 1, lines: [] },
      { kind: 'gone', line: 6, count: 1, lines: ['%'] },
    ])
    expect((await marrow.send('GET', `/api/programs/${randomUUID()}`)).status).toBe(404)
  })

  it('are not compared where they have little in common', async () => {
    const [newest] = await issues()
    const long = (word: string) => `G21\n${Array.from({ length: 4_000 }, (_, at) => `${word}${at}`).join('\n')}\nM30`
    const one = (await add(long('X'), newest!.id)).body
    const other = (await add(long('Y'), one.id)).body
    expect(await marrow.send(`GET`, `/api/programs/${other.id}/from/${one.id}`)).toMatchObject({
      status: 422,
      body: { code: 'too-different' },
    })
    const end = (await marrow.send<ProgramLines>('GET', `/api/programs/${other.id}?from=4001&count=400`)).body
    expect(end.lines).toEqual(['Y3999', 'M30'])
    // The next tests go on with a short one.
    expect((await add([...FIRST.slice(0, 4), 'G1 X5. F100', 'M30'].join('\n'), other.id)).status).toBe(200)
  })

  it('cannot be changed in the database', async () => {
    await expect(shop.connection.pool.query(`UPDATE program_issue SET name = 'other'`)).rejects.toThrow()
    await expect(shop.connection.pool.query('DELETE FROM program_text')).rejects.toThrow()
  })
})

describe('the go of a setup', () => {
  it('is stopped by what is unset, with the line', async () => {
    const { issue, findings, given, read } = await go()
    expect(issue?.issue).toBe(5)
    expect(given).toBeNull()
    expect(read?.slots).toEqual([{ slot: 'G54', line: 4, times: 1, known: true }])
    // The zero has a step of the plan, which is where it is found; X, Y and Z are one line.
    expect(findings.find(({ id }) => id === 'zero work/G54/X/geometry +2')).toMatchObject({
      verdict: 'stop',
      line: 4,
      register: 'work/G54/X/geometry',
      mend: 'zero',
      step: 'zero-x',
    })
    expect(await give(issue!.id)).toMatchObject({ status: 422, body: { code: 'no-go' } })
  })

  it('is given once nothing stops it and what is questioned has its reason', async () => {
    await makeReady(marrow, 'now')
    // A program that touches nothing the shop has not set: no slot, no tool.
    const [newest] = await issues()
    const third = (await add('%\nO2410\nG21 G90\nM205\nM30\n%', newest!.id)).body
    const asked = (await go()).findings.filter(({ verdict }) => verdict === 'query')
    expect(asked.map(({ id }) => id)).toEqual(['unknown'])
    expect(await give(third.id)).toMatchObject({ status: 422, body: { code: 'unanswered' } })
    expect((await give(third.id, { unknown: 'opens the guard' }, cordell)).status).toBe(403)
    expect(await give(newest!.id, { unknown: 'opens the guard' })).toMatchObject({ status: 409, body: { code: 'program-moved-on' } })
    const entry = await give(third.id, { unknown: 'opens the guard' })
    expect(entry.status).toBe(200)
    expect(entry.body.content).toMatchObject({ kind: 'go', setup: 'now' })
    expect(entry.body.content.findings.find(({ finding }) => finding.check === 'unknown')?.reason).toBe('opens the guard')
    expect((await go()).given).toMatchObject({ entry: entry.body.content.id, by: 'Marrow', issue: third.id, changed: [] })
  })

  it('no longer holds once a figure it rests on is written, or another issue comes, and says which', async () => {
    await marrow.send('POST', '/api/machines/mill-3/entries', edgeEntry())
    expect((await go()).given?.changed).toEqual([
      'G54 X written since.',
      '1 readout has not been seen on the control: what was recorded may not be what it holds.',
    ])
    const [newest] = await issues()
    await add('%\nO2410\nG21 G90\nM206\nM30\n%', newest!.id)
    const { given } = await go()
    expect(given?.changed).toContain('Issue 7 of the program has come since.')
    expect(given?.changed.some((sentence) => sentence.includes('M206'))).toBe(true)
  })
})

describe('a program that calls what the plan does not list', () => {
  it('has its go until one of those figures is written', async () => {
    const write = (register: string, text: string) =>
      marrow.send('POST', '/api/machines/mill-3/tools', {
        id: randomUUID(),
        edits: [{ register, text }],
        worth: 'measured',
        reason: 'by the caliper',
        basis: { [register]: null },
      })
    await write('tool/4/length/geometry', '103.5')
    await write('tool/4/radius/geometry', '6')
    const [newest] = await issues()
    const issue = (await add('%\nO2410\nG21 G90\nT4 M6\nG43 H4\nG41 D4\nG40\nG53 G0 Z0.\nM30\n%', newest!.id)).body
    await makeReady(marrow, 'now')
    const { findings } = await go()
    expect(findings.filter(({ verdict }) => verdict === 'stop')).toEqual([])
    const answers = Object.fromEntries(findings.filter(({ verdict }) => verdict === 'query').map(({ id }) => [id, 'seen in the air']))
    expect((await give(issue.id, answers)).status).toBe(200)
    expect((await go()).given?.changed).toEqual([])
    // Wear is corrected in production; the go stands. The radius that it compensates with is another matter.
    await write('tool/4/radius/wear', '-0.01')
    expect((await go()).given?.changed).toEqual([])
    const standing = (await marrow.send<{ standing: Record<string, { entry: string }> }>('GET', '/api/machines/mill-3/scene')).body.standing
    const again = await marrow.send('POST', '/api/machines/mill-3/tools', {
      id: randomUUID(),
      edits: [{ register: 'tool/4/radius/geometry', text: '5.991' }],
      worth: 'measured',
      reason: 'by the micrometer',
      basis: { 'tool/4/radius/geometry': standing['tool/4/radius/geometry']!.entry },
    })
    expect(again.status).toBe(200)
    expect((await go()).given?.changed).toEqual(['D4 radius written since.'])
  })
})

describe('how a machine reads a program', () => {
  it('is said in its record by a lead, and the go follows it', async () => {
    const lead = await new Browser(shop.url).signIn('oakhanger')
    const [newest] = await issues()
    await add('%\nO2410\nG21 G90\nG54\nG53 G0 Z0.\nG1 X20 F100\nM30\n%', newest!.id)
    const point = async () => (await go()).findings.find(({ id }) => id === 'no-point')
    expect(await point()).toMatchObject({ verdict: 'query', line: 6 })
    const { body: machines } = await lead.send<MachineRecord[]>('GET', '/api/machines')
    const { id, ...record } = machines.find((one) => one.id === 'mill-3')!
    const change = (dialect: unknown) => lead.send<MachineRecord & Problem>('PUT', `/api/machines/${id}`, { ...record, dialect })
    expect((await change({ bare: 'inches' })).status).toBe(400)
    expect((await change({ bare: 'increments' })).body).toMatchObject({ dialect: { bare: 'increments' } })
    expect(await point()).toMatchObject({ verdict: 'clear', sentence: expect.stringContaining('steps of 0.001 mm') as unknown })
    expect((await change(null)).body.dialect).toBeNull()
  })
})

describe('the text of an issue', () => {
  it('is given whole, pressed for whoever takes that, byte for byte as it came', async () => {
    const [newest] = await issues()
    const before = `(EB\u00c9NE)\r\nG21\r\nM30`
    const latin = Buffer.from(before, 'latin1')
    const { body } = await add(latin, newest!.id)
    const text = (accept: string, id: string = body.id) =>
      fetch(`${shop.url}/api/programs/${id}/text`, { headers: { cookie: marrow.cookie, 'accept-encoding': accept } })
    const pressed = await text('gzip')
    expect(pressed.headers.get('content-encoding')).toBe('gzip')
    expect(Buffer.from(await pressed.arrayBuffer())).toEqual(latin)
    const plain = await text('identity')
    expect([plain.headers.get('content-encoding'), plain.headers.get('vary')]).toEqual([null, 'Accept-Encoding'])
    expect(Buffer.from(await plain.arrayBuffer())).toEqual(latin)
    expect([(await text('gzip', randomUUID())).status, (await text('gzip', 'O2417')).status]).toEqual([404, 404])
    expect((await fetch(`${shop.url}/api/programs/${body.id}/text`)).status).toBe(401)
  })
})

describe('texts as they are kept', () => {
  it.each([
    ['carriage returns alone', '\r'],
    ['both at a line end', '\r\n'],
    ['line feeds', '\n'],
  ])('are whole, with %s', async (_what, end) => {
    const [newest] = await issues()
    const { status, body } = await add([...FIRST, `(KEPT WITH ${end.length} ${end.charCodeAt(0)})`].join(end) + end, newest?.id ?? null)
    expect(status, JSON.stringify(body)).toBe(200)
    expect(body.lines).toBe(7)
    expect((await verifyLedger(shop.connection.pool)).faults).toEqual([])
  })
})
