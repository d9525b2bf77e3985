import { MILL, wordedTemplate } from '@rook/testing'
import { randomUUID } from 'node:crypto'
import { inch, mm, type Difference, type OutValue, type Scene, type SettingTemplate } from '@rook/core'
import type { AssemblyRecord, Entry, HeldAnswer, PresetsReadAnswer, Problem } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readAssets, writeAssets } from '../src/exchange/assets.ts'
import { decodeFile } from '../src/base/files/decode.ts'
import { readTable } from '../src/exchange/table.ts'
import { Browser, openShop } from './shop.ts'

let shop: Awaited<ReturnType<typeof openShop>>
let marrow: Browser
let lead: Browser

beforeAll(async () => {
  shop = await openShop()
  marrow = await new Browser(shop.url).signIn('marrow')
  lead = await new Browser(shop.url).signIn('oakhanger')
})
afterAll(() => shop.stop())

const base64 = (text: string | Buffer) => Buffer.from(text).toString('base64')
const look = (text: string | Buffer, more: object = {}) =>
  marrow.send<PresetsReadAnswer & Problem>('POST', '/api/machines/mill-3/presets/read', { sender: 'bench', file: base64(text), ...more })
const take = async (text: string | Buffer, more: object = {}) => {
  const { standing } = (await marrow.send<Scene>('GET', '/api/machines/mill-3/scene')).body
  return marrow.send<{ entry: Entry | null; registers: number; records: number; added: number } & Problem>(
    'POST',
    '/api/machines/mill-3/presets',
    {
      id: randomUUID(),
      sender: 'bench',
      file: base64(text),
      chosen: null,
      reason: 'presetting bench, this morning',
      basis: Object.fromEntries(Object.entries(standing).map(([register, { entry }]) => [register, entry])),
      ...more,
    },
  )
}
const out = (more: object = {}) =>
  marrow.send<{ name: string; text: string; values: OutValue[] } & Problem>('POST', '/api/machines/mill-3/values-out', {
    format: 'lines',
    slots: [],
    tools: ['4'],
    ...more,
  })

const CSV = 'T,Id,Name,L,D\n4,,End mill 12,103.4755,11.992\n,em-20,End mill 20,120.5,19.99\n'

describe('a preset file', () => {
  it('is read without writing anything: its differences, one by one', async () => {
    const { status, body } = await look(CSV)
    expect(status).toBe(200)
    expect(body).toMatchObject({ kind: 'table', tools: 2, unit: 'mm', problems: [], mapping: { number: 'T', length: 'L', diameter: 'D' } })
    expect(body.differences.map(({ id, kind }: Difference) => `${id} ${kind}`)).toEqual([
      '2/length register',
      '2/diameter register',
      '2/estimate record',
      '2/DC record',
      '3/new new',
    ])
    expect((await marrow.send<{ assemblies: AssemblyRecord[] }>('GET', '/api/assemblies')).body.assemblies.map(({ id }) => id)).toEqual([
      'em-12',
    ])
  })

  it('is taken as chosen: figures as one entry, the record and new tools with it', async () => {
    const one = await take(CSV, { chosen: ['2/length', '3/new'] })
    expect(one.status).toBe(200)
    expect(one.body).toMatchObject({
      registers: 1,
      records: 0,
      added: 1,
      entry: { content: { kind: 'preset', title: 'Presets from bench: 1 figure' } },
    })
    const drawer = (await marrow.send<{ assemblies: AssemblyRecord[] }>('GET', '/api/assemblies')).body.assemblies
    expect(drawer.find(({ id }) => id === 'em-20')).toMatchObject({
      name: 'End mill 20',
      estimate: mm(120.5),
      properties: { DC: mm(19.99) },
    })
    const rest = await take(CSV)
    expect(rest.body).toMatchObject({ registers: 1, added: 0 })
    expect((await look(CSV)).body.differences).toEqual([])
  })

  it('goes under the numbers that the program at hand calls', async () => {
    const client = new pg.Client({ connectionString: shop.databaseUrl })
    await client.connect()
    // The setup is tied to the new edition by the owner's hand; a shop's would keep its own.
    const tools = async (list: object[]) => {
      await client.query(`UPDATE operation SET tools = $1::jsonb WHERE id = 'op'`, [JSON.stringify(list)])
      await client.query(`ALTER TABLE setup DISABLE TRIGGER setup_edition`)
      await client.query(`UPDATE setup SET edition = (SELECT max(link) FROM edition WHERE thing = 'operation' AND key = 'op')`)
      await client.query(`ALTER TABLE setup ENABLE TRIGGER setup_edition`)
    }
    await tools([{ number: '4', offset: '4', diameterOffset: '44', diameter: true }])
    const named = async (more: object) => (await look('T,D\n4,11.98\n', more)).body.differences.map(({ name }: Difference) => name)
    expect(await named({ setup: 'now' })).toContain('D44 radius')
    expect(await named({})).toContain('D4 radius')
    const { status, body } = await take('T,D\n4,11.98\n', { setup: 'now', sender: 'tool room', chosen: ['2/diameter'] })
    expect(status).toBe(200)
    expect(body.entry!.content.writes).toMatchObject([{ register: 'tool/44/radius/geometry', after: mm(5.99), assembly: 'em-12' }])
    expect(body.entry!.content.setup).toBe('now')
    await tools([])
    await client.end()
  })

  it('remembers how this sender\u2019s columns are read, and goes by the headings for others', async () => {
    const odd = 'Pos;Auskraglaenge;Mass\n4;103,5;12\n'
    const mapping = { number: 'Pos', length: 'Auskraglaenge', diameter: 'Mass' }
    await take(odd, { sender: 'supplier', mapping })
    expect((await look(odd, { sender: 'supplier' })).body.mapping).toEqual(mapping)
    const more = 'Pos;Auskraglaenge;Mass;RE (in)\n4;103,5;12;0,02\n'
    const next = (await look(more, { sender: 'supplier' })).body
    expect(next.mapping).toEqual({ ...mapping, RE: 'RE (in)' })
    expect(next.differences.find(({ property }: Difference) => property === 'RE')).toMatchObject({ next: inch(0.02) })
    expect((await look(odd, { sender: 'somebody' })).body.problems[0]!.sentence).toContain('no column says which tool')
    const { body } = await marrow.send<{ name: string }[]>('GET', '/api/preset-senders')
    expect(body.map(({ name }) => name)).toEqual(['supplier', 'tool room', 'bench'])
  })

  it.each([
    ['a missing column', 'T,L\n4,103.4\n', { mapping: { number: 'T', length: 'Gauge' } }, 'Line 1, column Gauge'],
    ['repeated numbers', 'T,L\n4,103.4\n4,103.5\n', {}, 'Line 3, column T: T4 stands in line 2 already'],
    ['mixed decimal signs', 'T;L\n4;103.4\n5;91,2\n', {}, 'Line 3, column L'],
    ['a quotation mark never closed', 'T,L\n4,"103.4\n5,1\n', {}, 'a quotation mark is opened and never closed'],
    ['nothing but headings', 'T,L\n', {}, 'no tools under them'],
  ])('with %s takes nothing at all, and says where', async (_what, text, more, words) => {
    expect((await look(text, more)).body.problems.map(({ sentence }) => sentence).join()).toContain(words)
    const taken = await take(text, more)
    expect(taken.status).toBe(422)
    expect(taken.body.detail).toContain('Nothing was taken from the file')
  })

  it('that is no text, empty or too large is refused with a sentence', async () => {
    expect(await look('')).toMatchObject({ status: 422, body: { code: 'file-empty' } })
    expect(await look(Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 7]))).toMatchObject({ status: 422, body: { code: 'file-binary' } })
    expect(await look(Buffer.from('T,L\n4,103\n5,\xff\xfe9', 'latin1'))).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('Line 3') as string },
    })
    expect((await look('x', { file: '%%%' })).status).toBe(400)
    expect((await look('x', { sender: ' ' })).status).toBe(400)
    const many = `T,L\n${Array.from({ length: 100_000 }, (_, at) => `${at + 1},100`).join('\n')}\n`
    expect(await look(many)).toMatchObject({ status: 422, body: { detail: 'The file has more than 40000 lines. Split it.' } })
    const fewer = `T,L\n${Array.from({ length: 30_000 }, (_, at) => `${at + 1},100`).join('\n')}\n`
    expect((await look(fewer)).body.problems[0]!.sentence).toContain('20000 can be taken at once')
  })

  it('in UTF-16 is read like any other', async () => {
    const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('T\tL\r\n4\t103.6\r\n', 'utf16le')])
    expect((await look(wide)).body).toMatchObject({ tools: 1, problems: [] })
    expect(decodeFile(base64(Buffer.from('T\tL\r\n4\t103.6\r\n', 'utf16le')))).toBe('T\tL\r\n4\t103.6\r\n')
  })

  it('whose figures the checks stop wants a lead, and what moved in between is said', async () => {
    const stopped = await take('T,L\n4,1034.755\n', { chosen: ['2/length'] })
    expect(stopped).toMatchObject({ status: 422, body: { code: 'stopped' } })
    expect(await take(CSV, { chosen: ['9/length'] })).toMatchObject({ status: 409, body: { code: 'file-moved-on' } })
    const strange = await take('T,L\n77,100\n', { chosen: ['2/new'] })
    expect(strange).toMatchObject({ status: 422, body: { code: 'unknown-tool' } })
  })

  it('tells the line that a row stands in, past comments, empty lines and cells of several lines', () => {
    const { table } = readTable('# made by hand\nT,Name,L\n\n4,"End mill\n12",103\n5,Drill,91\n')
    expect(table.header).toEqual(['T', 'Name', 'L'])
    expect(table.rows.map(({ line, cells }) => [line, cells[0]])).toEqual([
      [5, '4'],
      [6, '5'],
    ])
  })
})

describe('an MTConnect document', () => {
  const tool = (inner: string, attributes = 'assetId="em-30"') =>
    `<?xml version="1.0"?>\n<MTConnectAssets xmlns="urn:mtconnect.org:MTConnectAssets:2.2">\n<Header creationTime="2026-11-24T03:00:00Z"/>\n<Assets>\n<CuttingTool ${attributes}>${inner}</CuttingTool>\n</Assets></MTConnectAssets>`
  const CYCLE =
    '<CuttingToolLifeCycle><ProgramToolNumber>4</ProgramToolNumber><Measurements><FunctionalLength code="LF" units="MILLIMETER">103.4755</FunctionalLength><CuttingDiameterMax code="DC">11.992</CuttingDiameterMax></Measurements><CuttingItems count="4"><CuttingItem indices="1-4"><Measurements><CornerRadius code="RE">0.2</CornerRadius></Measurements></CuttingItem></CuttingItems></CuttingToolLifeCycle>'

  it('is read by the standard\u2019s names', () => {
    expect(readAssets(tool(`<Description>End mill 12</Description>${CYCLE}`))).toEqual({
      problems: [],
      tools: [
        {
          line: 5,
          number: '4',
          id: 'em-30',
          name: 'End mill 12',
          length: mm(103.4755),
          diameter: mm(11.992),
          properties: { RE: mm(0.2) },
          flutes: 4,
        },
      ],
    })
  })

  it.each([
    ['no well-formed XML', '<MTConnectAssets><Assets>', 'not well-formed XML'],
    ['another document', '<?xml version="1.0"?><Streams/>', 'not an MTConnect assets document'],
    ['no tool', '<MTConnectAssets><Assets/></MTConnectAssets>', 'no CuttingTool'],
    ['no id', tool(CYCLE, ''), 'assetId is missing'],
    ['no life cycle', tool(''), 'CuttingToolLifeCycle is missing'],
    [
      'a length that is none',
      tool(CYCLE.replace('103.4755', 'long')),
      'Line 5, FunctionalLength: \u201clong\u201d is not a length above zero',
    ],
    ['entities of its own', `<!DOCTYPE x [<!ENTITY a "b">]>${tool(CYCLE)}`, 'without a DOCTYPE'],
    [
      'a tool twice',
      tool(CYCLE).replace('</Assets>', `<CuttingTool assetId="em-30">${CYCLE}</CuttingTool></Assets>`),
      'stands in line 5 already',
    ],
  ])('with %s is refused with its place', (_what, text, words) => {
    const { tools, problems } = readAssets(text)
    expect(tools).toEqual([])
    expect(problems.map(({ sentence }) => sentence).join()).toContain(words)
  })

  it('nested a hundred thousand deep is refused, not walked', async () => {
    const deep = `<MTConnectAssets>${'<a>'.repeat(100_000)}${'</a>'.repeat(100_000)}</MTConnectAssets>`
    const { status, body } = await look(deep)
    expect(status).toBe(200)
    expect(body.problems).toHaveLength(1)
  })

  it('is sent only by somebody who has signed in', async () => {
    const stranger = new Browser(shop.url)
    expect((await stranger.send('POST', '/api/machines/mill-3/presets/read', { sender: 'x', file: base64(CSV) })).status).toBe(401)
    expect((await stranger.send('POST', '/api/machines/mill-3/presets/read', { sender: 'x', file: 'A'.repeat(200_000) })).status).toBe(413)
  })

  it('written and read again is the same, to the nanometre', () => {
    const own = {
      id: 'em-30',
      name: 'End mill 12 & more <b>',
      kind: 'end-mill' as const,
      holder: null,
      turning: 'right' as const,
      flutes: 4,
      properties: { RE: mm(0.2), OAL: mm(83), APMX: mm(26.123456) },
      estimate: null,
      edges: { rule: 'longest' as const, spread: null },
      life: { by: 'parts' as const, limit: 50, warning: 40 },
      lifeUsed: 12,
      number: '4',
      length: mm(103.4755),
      diameter: mm(11.992),
    }
    const text = writeAssets([own], { at: '2026-11-24T03:00:00.000Z', by: 'I. Marrow', sender: 'Larkmoor Organ Parts' })
    expect(text).toContain('<ToolLife type="PART_COUNT" countDirection="UP" warning="40" limit="50">12</ToolLife>')
    const [read] = readAssets(text).tools
    expect(read).toMatchObject({
      id: 'em-30',
      number: '4',
      name: own.name,
      length: own.length,
      diameter: own.diameter,
      flutes: 4,
      properties: own.properties,
    })
  })

  it('comes out for the mounted tools, and is taken back as no difference', async () => {
    const { body } = await out({ format: 'assets' })
    expect(body.name).toMatch(/^mill-3-.*\.xml$/)
    expect((await look(body.text)).body).toMatchObject({ kind: 'assets', tools: 1, differences: [] })
  })
})

describe('values out', () => {
  beforeAll(async () => {
    const { status } = await lead.send('PUT', '/api/machines/mill-3/template', wordedTemplate(MILL, 4))
    expect(status).toBe(200)
  })

  it('are the ledger\u2019s figures, named by who and from which entry', async () => {
    const { body } = await out()
    expect(body.text).toMatch(/G10 L10 P4 R103\.\d{4} \(H4 LENGTH, END MILL 12, (MEASURED|CARRIED OVER)\)/)
    expect(body.text).toMatch(/\(VALUES OF .* BY MARROW\)\r\n\(LEDGER ENTRY \d+, [0-9A-F]{12}\)/)
    expect(body.values[0]).toMatchObject({ register: 'tool/4/length/geometry', because: null })
    expect((await out({ format: 'table' })).body.text).toContain('H4 length,103.')
  })

  it('read by the ledger again are what the control holds; a figure that differs is named with its line', async () => {
    const { text } = (await out()).body
    const same = await marrow.send<HeldAnswer>('POST', '/api/machines/mill-3/held', { text })
    expect(same.body.problems).toEqual([])
    // Length, diameter, and the length again under the number that another program calls.
    expect(same.body.values.map((value) => value.same)).toEqual([true, true, true])
    const changed = await marrow.send<HeldAnswer>('POST', '/api/machines/mill-3/held', {
      text: text.replace(/(G10 L10 P4 R)\S+/, '$1103.9999'),
    })
    expect(changed.body.values.find(({ same: equal }) => !equal)).toMatchObject({ name: 'H4 length', held: mm(103.9999) })
    const part = await marrow.send<HeldAnswer>('POST', '/api/machines/mill-3/held', { text: 'G10 L10 P9 R1.' })
    expect(part.body).toMatchObject({ missing: ['tool/4/length/geometry'], values: [{ ledger: null, same: false }] })
  })

  it('with nothing to go out, or a way of counting that is not the template\u2019s, say so', async () => {
    expect(await out({ tools: [] })).toMatchObject({ status: 422, body: { code: 'nothing-stands' } })
    const conversion = { slot: 'G54', target: { convention: 'touch-off', shift: 0 } }
    expect(await out({ conversion })).toMatchObject({ status: 422, body: { code: 'conversion' } })
    expect((await out({ format: 'binary' })).status).toBe(400)
  })

  it('follow the shop\u2019s own template, which only a lead changes', async () => {
    const { body: template } = await marrow.send<SettingTemplate>('GET', '/api/machines/mill-3/template')
    const other = { ...template, lines: { ...template.lines, length: 'G10 L1 P{n} Z{v}' }, turnedSign: true }
    expect((await marrow.send('PUT', '/api/machines/mill-3/template', other)).status).toBe(403)
    expect((await lead.send('PUT', '/api/machines/mill-3/template', { ...other, decimals: 9 })).status).toBe(422)
    expect((await lead.send('PUT', '/api/machines/mill-3/template', other)).status).toBe(200)
    expect((await out()).body.text).toMatch(/G10 L1 P4 Z-103\.\d{4}/)
    const touchOff = await lead.send('PUT', '/api/machines/mill-3/template', { ...other, lengths: 'touch-off' })
    expect(touchOff.status).toBe(200)
    expect(await out()).toMatchObject({ status: 422, body: { detail: expect.stringContaining('what fixes them') as string } })
  })
})
