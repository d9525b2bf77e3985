import { describe, expect, it } from 'vitest'
import { inch, mm } from '../length/index.ts'
import { diameterRegister, lengthRegister } from '../register/index.ts'
import { MILL, mounted, scene, stands } from '@rook/testing'
import {
  assessPresets,
  guessMapping,
  mappingAgain,
  MOST_TOOLS,
  presetDifferences,
  presetWrites,
  readPresets,
  unitOfHeading,
  type FileTable,
  type Mapping,
} from './index.ts'

const HEADER = ['Tool no.', 'Name', 'Length (mm)', 'Diameter']
const MAPPING: Mapping = { number: 'Tool no.', name: 'Name', length: 'Length (mm)', diameter: 'Diameter' }
const table = (...rows: string[][]): FileTable => ({ header: HEADER, rows: rows.map((cells, at) => ({ line: at + 2, cells })) })
const problemsOf = (file: FileTable, mapping = MAPPING) => readPresets(file, mapping, 'mm').problems.map(({ sentence }) => sentence)

describe('a preset file', () => {
  it('is read by its columns', () => {
    const { tools, problems } = readPresets(table(['4', 'End mill 12', '103.4755', '11.992'], ['T07', '', '138.022', '']), MAPPING, 'mm')
    expect(problems).toEqual([])
    expect(tools).toMatchObject([
      { line: 2, number: '4', name: 'End mill 12', length: mm(103.4755), diameter: mm(11.992) },
      { line: 3, number: '7', name: null, length: mm(138.022), diameter: null },
    ])
    const plain = { header: ['T', 'L', 'D'], rows: [{ line: 2, cells: ['4', '4.0738', '.5'] }] }
    expect(readPresets(plain, { number: 'T', length: 'L', diameter: 'D' }, 'in').tools[0]).toMatchObject({
      length: inch(4.0738),
      diameter: inch(0.5),
    })
  })

  it('has its columns guessed from their headings', () => {
    expect(guessMapping(['Tool no.', 'Name', 'Length (mm)', 'DC', 'Corner radius', 'Flutes', 'Remark'])).toEqual({
      number: 'Tool no.',
      name: 'Name',
      length: 'Length (mm)',
      diameter: 'DC',
      RE: 'Corner radius',
      flutes: 'Flutes',
    })
  })

  it('is read in the unit that a heading says, whatever the rest of the file is in', () => {
    const header = ['T', 'Length (in)', 'DC [mm]', 'OAL']
    const mapping = guessMapping(header)
    expect(mapping).toEqual({ number: 'T', length: 'Length (in)', diameter: 'DC [mm]', OAL: 'OAL' })
    const { tools } = readPresets({ header, rows: [{ line: 2, cells: ['4', '4.0738', '12', '92'] }] }, mapping, 'mm')
    expect(tools[0]).toMatchObject({ length: inch(4.0738), diameter: mm(12), properties: { OAL: mm(92) } })
    expect(['L_mm', 'L, inch', 'L "', 'Origin', 'Length', 'L (from gauge line)'].map(unitOfHeading)).toEqual([
      'mm',
      'in',
      'in',
      null,
      null,
      null,
    ])
  })

  it('is read like the sender\u2019s last one, and by a heading that is new; what was left out stays out', () => {
    const last = { number: 'T', diameter: 'Cut' }
    expect(mappingAgain(last, ['T', 'Cut', 'OAL'], ['T', 'Cut', 'OAL', 'Length', 'Radius', 'RE'])).toEqual({
      ...last,
      length: 'Length',
      RE: 'RE',
    })
    expect(mappingAgain(last, ['T', 'Cut'], ['T', 'Cut'])).toEqual(last)
  })

  it('reads a radius as half of the diameter', () => {
    const { tools } = readPresets({ header: ['T', 'R'], rows: [{ line: 2, cells: ['4', '5.996'] }] }, { number: 'T', radius: 'R' }, 'mm')
    expect(tools[0]?.diameter).toBe(mm(11.992))
  })

  it.each([
    [
      'a missing column',
      table(['4', 'x', '1', '2']),
      { ...MAPPING, length: 'Gauge length' },
      'Line 1, column Gauge length: there is no such column',
    ],
    ['no column for the tool', table(['4', 'x', '1', '2']), { length: 'Length (mm)' }, 'no column says which tool'],
    [
      'a repeated tool number',
      table(['4', 'x', '1', '2'], ['T4', 'y', '1', '2']),
      MAPPING,
      'Line 3, column Tool no.: T4 stands in line 2 already',
    ],
    [
      'mixed decimal signs',
      table(['4', 'x', '103.4755', '2.5'], ['5', 'y', '91,208', '2']),
      MAPPING,
      'Line 3, column Length (mm): \u201c91,208\u201d is written with a comma, line 2 with a point',
    ],
    ['a sign for thousands', table(['4', 'x', '1,103.475', '2']), MAPPING, 'has both a comma and a point'],
    ['a row that is cut off', table(['4', 'x', '103.4']), MAPPING, 'Line 2: has 3 cells where the headings are 4'],
    ['a length that is none', table(['4', 'x', 'long', '2']), MAPPING, 'Line 2, column Length (mm):'],
    ['a length below the gauge line', table(['4', 'x', '-103.4', '2']), MAPPING, 'is not more than zero'],
    ['a number that is none', table(['A4', 'x', '1', '2']), MAPPING, '\u201cA4\u201d is not a tool number'],
    ['nothing under the headings', table(), MAPPING, 'no tools under them'],
    [
      'a heading that stands twice',
      { header: ['T', 'L', 'L'], rows: [{ line: 2, cells: ['1', '2', '3'] }] },
      { number: 'T', length: 'L' },
      'the heading stands twice',
    ],
  ] as [string, FileTable, Mapping, string][])('with %s is refused with the place', (_what, file, mapping, words) => {
    const { tools, problems } = readPresets(file, mapping, 'mm')
    expect(problems.map(({ sentence }) => sentence).join('\n')).toContain(words)
    expect(tools).toEqual([])
  })

  it('of a hundred thousand lines is refused in a moment, and never tells more than anybody reads', () => {
    const many = { header: HEADER, rows: Array.from({ length: 100_000 }, (_, at) => ({ line: at + 2, cells: [String(at), '', '1', '1'] })) }
    expect(problemsOf(many)).toEqual([expect.stringContaining(`${MOST_TOOLS} can be taken at once`)])
    const bad = { header: HEADER, rows: Array.from({ length: 5_000 }, (_, at) => ({ line: at + 2, cells: [String(at), '', 'x', 'y'] })) }
    expect(problemsOf(bad).length).toBeLessThanOrEqual(51)
  })
})

describe('the differences of a file', () => {
  const drawer = [
    { id: 'em-12', name: 'End mill 12', properties: { DC: mm(12) }, estimate: mm(103.5), flutes: 4 },
    { id: 'dr-66', name: 'Drill 6.6', properties: {}, estimate: null, flutes: null },
    { id: 'sp-10', name: 'Spot drill 10', properties: {}, estimate: mm(91), flutes: null },
  ]
  const tools = [mounted('4', 'em-12', 'End mill 12'), mounted('7', 'dr-66', 'Drill 6.6', { offset: '17', diameterOffset: '17' })]
  const preset = (more: object) => ({
    line: 2,
    number: null,
    id: null,
    name: null,
    length: null,
    diameter: null,
    properties: {},
    flutes: null,
    ...more,
  })
  const found = (presets: object[], at = scene([], { tools })) => presetDifferences(presets.map(preset), at, drawer)

  it('is told register by register, halved where the register holds radii', () => {
    const list = found(
      [{ number: '4', length: mm(103.4755), diameter: mm(11.992) }],
      scene([[lengthRegister('4'), stands(mm(103.47), { assembly: 'em-12' })]], { tools }),
    )
    expect(list.map(({ id, kind, name, now, next }) => [id, kind, name, now, next])).toEqual([
      ['2/length', 'register', 'H4 length', mm(103.47), mm(103.4755)],
      ['2/diameter', 'register', 'D4 radius', null, mm(5.996)],
      ['2/estimate', 'record', 'rough length', mm(103.5), mm(103.4755)],
      ['2/DC', 'record', 'DC, cutting diameter', mm(12), mm(11.992)],
    ])
    expect(presetWrites(list, scene())).toMatchObject([
      { register: { slot: '4', property: 'length' }, value: mm(103.4755), assembly: 'em-12', state: 'set' },
      { register: { slot: '4', property: 'radius' }, value: mm(5.996) },
    ])
  })

  it('is offered where it replaces nothing that was measured or stated', () => {
    const at = scene(
      [
        [lengthRegister('4'), stands(mm(103.47), { assembly: 'em-12', setup: 'now' })],
        [lengthRegister('17'), stands(mm(138), { assembly: 'dr-66', state: 'estimated' })],
      ],
      { tools },
    )
    const list = found(
      [
        { number: '4', length: mm(103.4755), diameter: mm(11.992), properties: { RE: mm(0.5) } },
        { line: 3, number: '7', length: mm(138.02) },
      ],
      at,
    )
    expect(Object.fromEntries(list.map(({ id, offered }) => [id, offered]))).toEqual({
      '2/length': false,
      '2/diameter': true,
      '2/estimate': false,
      '2/DC': false,
      '2/RE': true,
      '3/length': true,
      '3/estimate': true,
    })
  })

  it.each([
    [6, 'half of DC on record: a radius?'],
    [24, 'twice DC on record: a diameter where half was meant?'],
    [10, 'far from DC on record: the same cutter?'],
    [11.8, null],
  ])('of a diameter %s where 12 is on record is doubted as what it looks like, and not offered then', (diameter, doubt) => {
    const list = found([{ number: '4', diameter: mm(diameter) }])
    expect(list.map((one) => [one.id, one.doubt, one.offered])).toEqual([
      ['2/diameter', doubt, doubt === null],
      ['2/DC', doubt, false],
    ])
  })

  it('is nothing where file and record agree', () => {
    const at = scene(
      [
        [lengthRegister('4'), stands(mm(103.5), { assembly: 'em-12' })],
        [diameterRegister(MILL, '4'), stands(mm(6), { assembly: 'em-12' })],
      ],
      { tools },
    )
    expect(found([{ number: '4', length: mm(103.5), diameter: mm(12), flutes: 4 }], at)).toEqual([])
  })

  it('finds a tool by its id in whichever pocket it sits, and in the drawer', () => {
    expect(found([{ id: 'dr-66', length: mm(138) }]).map(({ name }) => name)).toEqual(['H17 length', 'rough length'])
    expect(found([{ id: 'sp-10', length: mm(91.2) }]).map(({ kind, tool }) => `${kind} ${tool}`)).toEqual(['record Spot drill 10'])
  })

  it('names strangers: to be added when they have an id, to be mounted first when not', () => {
    expect(found([{ id: 'em-99', name: 'New mill', length: mm(80) }])).toMatchObject([
      { kind: 'new', assembly: 'em-99', note: expect.stringContaining('not in the drawer yet') as string },
    ])
    expect(found([{ number: '33', length: mm(80) }])).toMatchObject([
      { kind: 'new', assembly: null, note: expect.stringContaining('not mounted here') as string },
    ])
  })

  it('elsewhere than on gauge lengths goes by way of a tool that stands: only differences carry over', () => {
    const machine = { ...MILL, lengthConvention: 'reference-tool' as const }
    const at = scene([[lengthRegister('4'), stands(mm(0), { state: 'deliberately-zero', assembly: 'em-12' })]], { machine, tools })
    const list = found(
      [
        { number: '4', length: mm(103.4755) },
        { line: 3, number: '7', length: mm(138.0221) },
      ],
      at,
    )
    expect(list.find(({ register }) => register === 'tool/17/length/geometry')).toMatchObject({ next: mm(34.5466), note: 'by way of T4' })
    expect(list.some(({ register }) => register === 'tool/4/length/geometry')).toBe(false)
    const bare = scene([], { machine, tools })
    expect(found([{ number: '7', length: mm(138.0221) }], bare).map(({ kind }) => kind)).toEqual(['record'])
  })

  it('is named where a figure lost its point, counted from another tool and halved too', () => {
    const machine = { ...MILL, lengthConvention: 'reference-tool' as const }
    const standing: Parameters<typeof scene>[0] = [
      [lengthRegister('4'), stands(mm(0), { state: 'deliberately-zero', assembly: 'em-12' })],
      [lengthRegister('17'), stands(mm(34.5466), { assembly: 'dr-66' })],
      [diameterRegister(MILL, '17'), stands(mm(3.3), { assembly: 'dr-66' })],
    ]
    const at = scene(standing, { machine, tools })
    const said = (more: object) => {
      const list = found(
        [
          { number: '4', length: mm(103.4755) },
          { line: 3, number: '7', ...more },
        ],
        at,
      )
      const chosen = list.filter(({ kind, line }) => kind === 'register' && line === 3)
      return assessPresets(chosen, at).findings.filter(({ check }) => check === 'jump')[0]?.sentence
    }
    // 138.0221 − 103.4755 = 34.5466; ten times as long it would be 1276.7455.
    expect(said({ length: mm(1380.221) })).toContain('the figure in the file had lost its decimal point by one place')
    expect(said({ length: mm(13.80221) })).toContain('the figure in the file had its decimal point one place too far left')
    expect(said({ diameter: mm(66) })).toContain('the figure in the file had lost its decimal point by one place')
    expect(said({ length: mm(138.0221) })).toBeUndefined()
  })
})
