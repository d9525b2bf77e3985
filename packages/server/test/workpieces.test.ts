import { mm, nm, outlineIn, type Scene } from '@rook/core'
import type { OutlineRead, Workpiece } from '@rook/contract'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyLedger } from '../src/verify/ledger.ts'
import { readOutline } from '../src/workpieces/read-outline.ts'
import { Browser, openShop } from './shop.ts'

const read = (text: string, name = 'part.svg'): OutlineRead => readOutline({ name, file: Buffer.from(text).toString('base64') })
const refusal = (text: string): string => {
  try {
    read(text)
    return 'was read'
  } catch (error) {
    return (error as Error).message
  }
}
const svg = (inside: string, attributes = 'width="120mm" height="80mm" viewBox="0 0 120 80"') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`

/** A DXF file with a header and entities, group codes and values on lines of their own. */
const dxf = (entities: (string | number)[], unit = 4) =>
  [0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, unit, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES', ...entities, 0, 'ENDSEC', 0, 'EOF'].join(
    '\n',
  )

describe('an SVG picture', () => {
  it('becomes lines by layer, y up, in the unit that it states', () => {
    const { layers, unit } = read(
      svg('<g id="outline"><rect x="10" y="20" width="30" height="5"/></g><line x1="0" y1="0" x2="120" y2="80"/>'),
    )
    expect(unit).toBe('mm')
    expect(layers).toMatchObject([
      {
        name: 'outline',
        lines: [
          {
            closed: true,
            points: [
              [10, -20],
              [40, -20],
              [40, -25],
              [10, -25],
            ],
          },
        ],
      },
      {
        name: 'without a layer',
        lines: [
          {
            closed: false,
            points: [
              [0, -0],
              [120, -80],
            ],
          },
        ],
      },
    ])
  })

  it('is scaled by its own width: 4 inches over 8 units is half an inch to the unit', () => {
    const { layers, unit } = read(svg('<path d="M0 0h2"/>', 'width="4in" viewBox="0 0 8 8"'))
    expect(unit).toBe('mm')
    expect(layers[0]!.lines[0]!.points[1]![0]).toBeCloseTo(25.4, 9)
    expect(read(svg('<path d="M0 0h2"/>', 'viewBox="0 0 8 8"')).unit).toBeNull()
  })

  it('has its circles round: every point a radius from the centre', () => {
    const [line] = read(svg('<circle cx="60" cy="45" r="14"/>')).layers[0]!.lines
    expect(line!.closed).toBe(true)
    for (const [x, y] of line!.points) expect(Math.hypot(x - 60, y + 45)).toBeCloseTo(14, 2)
  })

  it('is moved by the transforms around it, the innermost first', () => {
    const { layers } = read(svg('<g transform="translate(10 0)"><g transform="rotate(90)"><path d="M5 0L8 0"/></g></g>'))
    const [[x1, y1], [x2, y2]] = layers[0]!.lines[0]!.points as [[number, number], [number, number]]
    // 5 to the right, turned clockwise as SVG counts, becomes 5 down.
    expect([x1, y1, x2, y2].map((one) => Math.round(one * 1e6) / 1e6)).toEqual([10, -5, 10, -8])
  })

  it('goes on from where a closed line began, and leaves out what is never drawn', () => {
    const { layers, leftOut } = read(svg('<defs><path d="M0 0h9"/></defs><text x="1" y="1">No. 4</text><path d="M0 0h4v4zm10 0h2"/>'))
    expect(layers[0]!.lines.map(({ points }) => points.length)).toEqual([3, 2])
    expect(leftOut).toEqual(['text'])
  })

  it('leaves out what is hidden, however it is said, by name', () => {
    const hidden = [
      'display="none"',
      'style="display:none"',
      'style="fill:red; display: none;"',
      'visibility="hidden"',
      'style="visibility:hidden"',
    ]
    for (const how of hidden) {
      const { layers, leftOut } = read(svg(`<g ${how}><line x1="0" y1="0" x2="500" y2="500"/></g><line x1="0" y1="0" x2="9" y2="0"/>`))
      expect(
        layers.flatMap(({ lines }) => lines),
        how,
      ).toHaveLength(1)
      expect(leftOut, how).toEqual(['what is hidden'])
    }
  })

  it('may count in pixels where it states no length', () => {
    const line = '<line x1="0" y1="0" x2="100" y2="0"/>'
    const wide = read(svg(line, 'width="480px" height="80px" viewBox="0 0 960 160"'))
    expect([wide.unit, wide.pixels, wide.layers[0]!.lines[0]!.points[1]![0]]).toEqual([null, true, 50])
    expect(read(svg(line, 'width="480" viewBox="0 0 480 80"')).layers[0]!.lines[0]!.points[1]![0]).toBe(100)
    expect(read(svg(line)).pixels).toBe(false)
  })
})

describe('a DXF drawing', () => {
  it('becomes lines by layer in the unit of its header', () => {
    const { layers, unit } = read(
      dxf([0, 'LINE', 8, 'OUTLINE', 10, 0, 20, 0, 11, 3.5, 21, 0, 0, 'CIRCLE', 8, 'HOLES', 10, 1, 20, 1, 40, 0.25], 1),
      'part.dxf',
    )
    expect(unit).toBe('in')
    expect(layers.map(({ name }) => name)).toEqual(['OUTLINE', 'HOLES'])
    expect(layers[0]!.lines).toEqual([
      {
        closed: false,
        points: [
          [0, 0],
          [3.5, 0],
        ],
      },
    ])
    const [hole] = layers[1]!.lines
    expect(hole!.closed).toBe(true)
    for (const [x, y] of hole!.points) expect(Math.hypot(x - 1, y - 1)).toBeCloseTo(0.25, 6)
  })

  it('mirrors a polyline that was drawn from below, arcs and all', () => {
    // From (10, 0) to (30, 0) over an arc of half a turn, bulge 1: seen from below X is −10 to −30, and it bulges to the same side in Y.
    const arc = (more: (string | number)[]) =>
      read(dxf([0, 'LWPOLYLINE', 8, '0', 90, 2, 70, 0, ...more, 10, 10, 20, 0, 42, 1, 10, 30, 20, 0])).layers[0]!.lines[0]!.points
    const [plain, mirrored] = [arc([]), arc([210, 0, 220, 0, 230, -1])]
    const bounds = (points: readonly (readonly [number, number])[]) =>
      [0, 1].map((axis) => [Math.min(...points.map((point) => point[axis]!)), Math.max(...points.map((point) => point[axis]!))])
    const [[x0, x1], [y0, y1]] = bounds(plain) as [[number, number], [number, number]]
    expect([x0, x1]).toEqual([10, 30])
    expect(bounds(mirrored)).toEqual([
      [-x1, -x0],
      [expect.closeTo(y0, 6), expect.closeTo(y1, 6)],
    ])
    expect(
      read(
        dxf([
          0,
          'LWPOLYLINE',
          8,
          '0',
          90,
          2,
          70,
          0,
          210,
          1,
          220,
          0,
          230,
          0,
          10,
          1,
          20,
          0,
          10,
          3,
          20,
          0,
          0,
          'LINE',
          8,
          '0',
          10,
          0,
          20,
          0,
          11,
          3,
          21,
          0,
        ]),
      ).leftOut,
    ).toEqual(['lwpolyline that lies aslant'])
  })

  it('says which layers are switched off or frozen, and leaves out what is hidden by itself', () => {
    const layer = (name: string, flags: number, colour: number) => [0, 'LAYER', 2, name, 70, flags, 62, colour]
    const line = (name: string, ...more: number[]) => [0, 'LINE', 8, name, ...more, 10, 0, 20, 0, 11, 3, 21, 0]
    const tables = [
      0,
      'SECTION',
      2,
      'TABLES',
      0,
      'TABLE',
      2,
      'LAYER',
      ...layer('PART', 0, 7),
      ...layer('FRAME', 0, -7),
      ...layer('OLD', 1, 7),
    ]
    const text = [
      ...tables,
      0,
      'ENDTAB',
      0,
      'ENDSEC',
      ...dxf([...line('PART'), ...line('FRAME'), ...line('OLD'), ...line('PART', 60, 1)]).split('\n'),
    ]
    const { layers, leftOut } = read(text.join('\n'))
    expect(layers.map(({ name, hidden, lines }) => [name, hidden, lines.length])).toEqual([
      ['PART', false, 1],
      ['FRAME', true, 1],
      ['OLD', true, 1],
    ])
    expect(leftOut).toEqual(['what is hidden'])
  })

  it('closes a polyline that its flag closes, and says what is no line', () => {
    const square = [0, 'LWPOLYLINE', 8, '0', 90, 4, 70, 1, 10, 0, 20, 0, 10, 4, 20, 0, 10, 4, 20, 4, 10, 0, 20, 4]
    const { layers, leftOut, unit } = read(dxf([...square, 0, 'TEXT', 8, '0', 10, 1, 20, 1, 40, 2, 1, 'rev C'], 0))
    expect(layers[0]!.lines[0]).toMatchObject({ closed: true })
    expect(layers[0]!.lines[0]!.points).toHaveLength(4)
    expect(leftOut).toEqual(['text'])
    expect(unit).toBeNull()
  })
})

describe('a file that is no drawing', () => {
  it.each([
    ['nothing but words', 'bring parallels 20', 'neither a DXF drawing'],
    ['a picture that breaks off', '<svg><g>', 'No line was found'],
    ['a drawing without a line', svg('<text>rev C</text>'), 'No line was found'],
    ['an empty DXF', dxf([]), 'No line was found'],
    ['a DXF in binary', 'A maker Binary DXF\r\n\u001a\u0000', 'Export it as text (ASCII) DXF'],
  ])('%s is refused with a sentence', (_, text, sentence) => {
    expect(refusal(text)).toContain(sentence)
  })
})

describe('a workpiece on record', () => {
  let shop: Awaited<ReturnType<typeof openShop>>
  let setter: Browser
  beforeAll(async () => {
    shop = await openShop()
    setter = await new Browser(shop.url).signIn('marrow')
  })
  afterAll(() => shop.stop())
  const scene = async (at = '') => (await setter.send<Scene>('GET', `/api/machines/mill-3/scene?setup=now${at}`)).body.plan!.holding
  const vise = { kind: 'vise', count: 1, fixedJaw: 'Y+', grip: mm(6), parallels: mm(20) }

  it('says nothing until somebody has said it; then the scene knows it, now and as it was', async () => {
    expect((await setter.send<Workpiece>('GET', '/api/operations/op/workpiece')).body).toEqual({ holding: null, outline: null })
    expect(await scene()).toBeNull()
    const outline = {
      file: 'flange.svg',
      lines: outlineIn(
        [
          {
            closed: false,
            points: [
              [0, 0],
              [2, 1],
            ],
          },
        ],
        'in',
        { x: 1, y: 0 },
      ),
    }
    expect(outline.lines[0]!.points).toEqual([
      [nm(-25_400_000), nm(0)],
      [nm(25_400_000), nm(25_400_000)],
    ])
    expect((await setter.send('PUT', '/api/operations/op/workpiece', { holding: vise, outline })).status).toBe(200)
    expect(await scene()).toEqual(vise)
    const then = new Date().toISOString()
    await new Promise((resolve) => setTimeout(resolve, 20))
    await setter.send('PUT', '/api/operations/op/workpiece', { holding: { kind: 'clamps', parallels: null }, outline: null })
    expect(await scene()).toEqual({ kind: 'clamps', parallels: null })
    expect(await scene(`&at=${then}`)).toEqual(vise)
    const pool = new pg.Pool({ connectionString: shop.databaseUrl })
    expect((await verifyLedger(pool)).faults).toEqual([])
    await pool.end()
  })

  it('refuses what cannot be, and an operation that is not there', async () => {
    const put = async (body: object, id = 'op') => (await setter.send('PUT', `/api/operations/${id}/workpiece`, body)).status
    expect(await put({ holding: { ...vise, count: 0 }, outline: null })).toBe(400)
    expect(await put({ holding: { kind: 'magnet' }, outline: null })).toBe(400)
    expect(await put({ holding: null, outline: { file: 'a', lines: [{ closed: true, points: [[0, 0]] }] } })).toBe(400)
    expect(await put({ holding: null, outline: null }, 'nothing')).toBe(404)
  })

  it('reads a file beside everything else, and says what is wrong with one', async () => {
    const send = (text: string, name: string) =>
      setter.send<OutlineRead>('POST', '/api/outlines/read', { name, file: Buffer.from(text).toString('base64') })
    const good = await send(svg('<path d="M0 0h4"/>'), 'part.svg')
    expect([good.status, good.body.layers.length]).toEqual([200, 1])
    const bad = await send('bring parallels', 'part.dxf')
    expect(bad.status).toBe(422)
    expect((bad.body as unknown as { detail: string }).detail).toContain('neither a DXF')
  })
})
