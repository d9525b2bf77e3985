import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatExact, mm, nm } from '../length/index.ts'
import { registerKey } from '../register/index.ts'
import { MILL, mounted, scene, stands } from '@rook/testing'
import { assessPresets, guessMapping, presetDifferences, presetWrites, readPresets, type FileTable } from './index.ts'

const TOOLS = Array.from({ length: 6 }, (_, at) => mounted(String(at + 1), `tool-${at + 1}`, `Tool ${at + 1}`))
const drawer = TOOLS.map(({ assembly, name }) => ({ id: assembly, name, properties: {}, estimate: null, flutes: null }))
const HEADER = ['T', 'Id', 'Name', 'Length', 'Diameter', 'Flutes']
const MAPPING = guessMapping(HEADER)

const length = fc.integer({ min: 10_000, max: 3_000_000 }).map((steps) => nm(steps * 100))
const rowOf = (number: number, reach: number, across: number) => ({
  line: number + 1,
  cells: [String(number), '', '', formatExact(nm(reach), 'mm'), formatExact(nm(across * 2), 'mm'), ''],
})

describe('any preset file', () => {
  it('is read or refused with sentences that name a line, and never anything else', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('', '4', 'T7', '103.4755', '91,2', '1,234.5', '-3', '1/2', '4 in', '\u0000', 'x'.repeat(200)),
    )
    const table = fc.array(fc.array(cell, { minLength: 0, maxLength: 8 }), { maxLength: 12 })
    fc.assert(
      fc.property(table, fc.constantFrom('mm' as const, 'in' as const), (rows, unit) => {
        const file: FileTable = { header: HEADER, rows: rows.map((cells, at) => ({ line: at + 2, cells })) }
        const { tools, problems } = readPresets(file, MAPPING, unit)
        expect(tools.length === 0 || problems.length === 0).toBe(true)
        for (const { line, sentence } of problems) expect(sentence.startsWith(`Line ${line}`)).toBe(true)
        for (const tool of tools) {
          expect(tool.number ?? tool.id).not.toBeNull()
          for (const value of [tool.length, tool.diameter]) if (value !== null) expect(Number.isSafeInteger(value) && value > 0).toBe(true)
        }
      }),
      { numRuns: 400 },
    )
  })

  it('taken whole leaves no difference between itself and the record', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(length, length), { minLength: 1, maxLength: 6 }), (pairs) => {
        const file: FileTable = { header: HEADER, rows: pairs.map(([reach, across], at) => rowOf(at + 1, reach, across)) }
        const { tools } = readPresets(file, MAPPING, 'mm')
        const before = scene([], { tools: TOOLS, plan: null })
        const found = presetDifferences(tools, before, drawer)
        const standing = presetWrites(found, before).map(
          ({ register, value, assembly }) => [register, stands(value, { assembly })] as [typeof register, ReturnType<typeof stands>],
        )
        const after = scene(standing, { tools: TOOLS, plan: null })
        const record = drawer.map((one, at) => {
          const own = found.filter(({ assembly, kind }) => assembly === one.id && kind === 'record')
          const of = (property: string) => own.find((difference) => difference.property === property)?.next ?? null
          return at < pairs.length ? { ...one, estimate: of('estimate'), properties: of('DC') === null ? {} : { DC: of('DC')! } } : one
        })
        expect(presetDifferences(tools, after, record)).toEqual([])
      }),
      { numRuns: 100 },
    )
  })

  it('gives every difference a name of its own', () => {
    const file: FileTable = { header: HEADER, rows: [1, 2, 3].map((number) => rowOf(number, 100e6, 6e6)) }
    const { tools } = readPresets(file, MAPPING, 'mm')
    const ids = presetDifferences(tools, scene([], { tools: TOOLS }), drawer).map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })

  it('is checked like any measurement before it is taken', () => {
    const tools = [mounted('1', 'tool-1', 'Tool 1', { properties: { DC: mm(12) } })]
    const preset = { line: 2, number: '1', id: null, name: null, length: null, diameter: mm(6), properties: {}, flutes: null }
    const found = presetDifferences([preset], scene([], { tools, machine: { ...MILL, diameterRegister: 'diameter' } }), [
      { ...drawer[0]!, properties: { DC: mm(12) } },
    ])
    const chosen = found.filter(({ kind }) => kind === 'register')
    const { findings, writes } = assessPresets(chosen, scene([], { tools, machine: { ...MILL, diameterRegister: 'diameter' } }))
    expect(writes.map(({ register }) => registerKey(register))).toEqual(['tool/1/diameter/geometry'])
    expect(findings.find(({ check }) => check === 'nominal-diameter')).toMatchObject({ verdict: 'stop' })
    expect(assessPresets([], scene()).findings).toEqual([])
  })
})
