import { describe, expect, it } from 'vitest'
import { foldFindings } from '../check/index.ts'
import { mm } from '../length/index.ts'
import { diameterRegister, lengthRegister } from '../register/index.ts'
import { MILL, mounted, scene, stands } from '@rook/testing'
import { assessPresets, guessMapping, presetDifferences, readPresets } from './index.ts'

// What a list of measured tools has wrong when it goes wrong as a whole or in one figure. Lengths and diameters are a shop's own.
const TOOLS = [
  { number: '1', length: 148.213, diameter: 49.984, rough: 148 },
  { number: '4', length: 103.476, diameter: 11.992, rough: 104 },
  { number: '5', length: 91.208, diameter: 7.988, rough: 91 },
  { number: '7', length: 138.022, diameter: 15.979, rough: 138 },
  { number: '9', length: 120.547, diameter: 5.991, rough: 121 },
  { number: '12', length: 84.931, diameter: 9.986, rough: 85 },
] as const
const mounts = TOOLS.map(({ number, rough, diameter }) =>
  mounted(number, `tool-${number}`, `Tool ${number}`, { estimate: mm(rough), properties: { DC: mm(Math.round(diameter)) } }),
)
const drawer = mounts.map(({ assembly, name, properties, estimate }) => ({ id: assembly, name, properties, estimate, flutes: null }))
/** Everything measured before, a little off what is measured now; or nothing but the rough lengths of the record. */
const shop = (past: 'measured' | 'nothing') =>
  scene(
    past === 'nothing'
      ? []
      : TOOLS.flatMap(({ number, length, diameter }) => [
          [lengthRegister(number), stands(mm(length + 0.004), { assembly: `tool-${number}` })] as const,
          [diameterRegister(MILL, number), stands(mm((diameter - 0.002) / 2), { assembly: `tool-${number}` })] as const,
        ]).map(([register, standing]) => [register, standing] as [typeof register, typeof standing]),
    { tools: mounts, plan: null },
  )

type Row = { number: string; length: string; diameter: string }
const RIGHT: Row[] = TOOLS.map(({ number, length, diameter }) => ({ number, length: length.toFixed(3), diameter: diameter.toFixed(3) }))

/** What is asked about a file as it is taken whole, each thing once. */
function asked(rows: readonly Row[], past: 'measured' | 'nothing' = 'measured') {
  const header = ['T', 'Length', 'Diameter']
  const { tools, problems } = readPresets(
    { header, rows: rows.map(({ number, length, diameter }, at) => ({ line: at + 2, cells: [number, length, diameter] })) },
    guessMapping(header),
    'mm',
  )
  expect(problems).toEqual([])
  const before = shop(past)
  const chosen = presetDifferences(tools, before, drawer).filter(({ kind }) => kind === 'register')
  return foldFindings(assessPresets(chosen, before).findings.filter(({ verdict }) => verdict !== 'clear'))
}
const heads = (found: ReturnType<typeof asked>) => found.map(({ head }) => `${head.check} ${head.verdict} ${head.sentence}`)

/** A column that begins so many rows too low: the first are empty, the last figures fall off. */
const column = (name: 'length' | 'diameter', by: number): Row[] =>
  RIGHT.map((row, at) => ({ ...row, [name]: RIGHT[at - by]?.[name] ?? '' }))
const each = (name: 'length' | 'diameter', make: (figure: number) => number): Row[] =>
  RIGHT.map((row) => ({ ...row, [name]: make(Number(row[name])).toFixed(4) }))
const one = (number: string, change: Partial<Row>): Row[] => RIGHT.map((row) => (row.number === number ? { ...row, ...change } : row))

describe('a file of measured tools', () => {
  it.each(['measured', 'nothing'] as const)('that is right is not asked about, with %s before it', (past) => {
    expect(heads(asked(RIGHT, past))).toEqual([])
  })

  it('whose lengths began a row too low is stopped once, as that', () => {
    const found = heads(asked(column('length', 1)))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(/^shifted-column stop .*began in the wrong row/)
  })

  it('whose diameters began a row too low is stopped once, as that', () => {
    const found = heads(asked(column('diameter', 1)))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(/^shifted-column stop .*began in the wrong row/)
  })

  it('whose lengths are inches in a column of millimetres is stopped once, as that', () => {
    const found = heads(asked(each('length', (figure) => figure / 25.4)))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(/stop .*inch/)
  })

  it('whose lengths lost their point is stopped once, as that', () => {
    const found = heads(asked(each('length', (figure) => figure * 10)))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(/stop .*point/)
  })

  it.each([
    ['two digits swapped', '130.476', /digits/],
    ['the point a place off', '1034.76', /point/],
    ['an inch in one row', '4.0738', /inch/],
    ['another tool\u2019s length', '138.022', /H7/],
  ])('with %s in one row is asked once, by its name', (_what, length, words) => {
    const found = heads(asked(one('4', { length })))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(words)
  })

  it.each([
    ['a radius for a diameter', '5.996', /radius/],
    ['the point a place off', '119.92', /point/],
    ['an inch in one row', '0.4721', /inch/],
  ])('with %s in one row is asked once, by its name', (_what, diameter, words) => {
    const found = heads(asked(one('4', { diameter })))
    expect(found).toHaveLength(1)
    expect(found[0]).toMatch(words)
  })

  it('of tools that nobody measured is held against the rough lengths on record', () => {
    const shifted = heads(asked(column('length', 1), 'nothing'))
    expect(shifted).toHaveLength(1)
    expect(shifted[0]).toMatch(/^shifted-column stop .*began in the wrong row/)
    const inches = heads(
      asked(
        each('length', (figure) => figure / 25.4),
        'nothing',
      ),
    )
    expect(inches).toHaveLength(1)
    expect(inches[0]).toMatch(/stop .*inch/)
  })
})
