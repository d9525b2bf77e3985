import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { lengthRegister, wearOf } from '../register/index.ts'
import { scene, stands } from '@rook/testing'
import { assessEdits, pasteInto, toolOfRegister } from './index.ts'

const H4 = 'tool/4/length/geometry'
const at = scene([
  [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', setup: 'now' })],
  [wearOf(lengthRegister('4')), stands(mm(-0.01), { assembly: 'em-12' })],
])

describe('figures typed into the tools table', () => {
  it('become changes, sums and fractions worked out, with the tool they belong to', () => {
    const { changes, problems, sheet } = assessEdits(
      [
        { register: H4, text: '103.5-0.02' },
        { register: 'tool/4/radius/geometry', text: '12/2' },
        { register: 'tool/17/length/geometry', text: '138.0221' },
      ],
      'measured',
      at,
    )
    expect(problems).toEqual({})
    expect(changes).toEqual([
      { register: H4, name: 'H4 length', before: mm(103.4755), after: mm(103.48) },
      { register: 'tool/4/radius/geometry', name: 'D4 radius', before: null, after: mm(6) },
      { register: 'tool/17/length/geometry', name: 'H17 length', before: null, after: mm(138.0221) },
    ])
    expect(sheet.result!.writes.map(({ assembly }) => assembly)).toEqual(['em-12', 'em-12', 'dr-66'])
  })

  it('that equal what stands are no change, empty ones neither', () => {
    expect(
      assessEdits(
        [
          { register: H4, text: '103.4755' },
          { register: 'tool/4/radius/geometry', text: ' ' },
        ],
        'measured',
        at,
      ).changes,
    ).toEqual([])
  })

  it('go through the checks like any measurement', () => {
    const { findings } = assessEdits([{ register: H4, text: '4.0738' }], 'measured', at)
    expect(findings.find(({ check }) => check === 'jump')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('typed in inches') as string,
    })
    expect(
      assessEdits([{ register: 'tool/4/radius/geometry', text: '12' }], 'measured', at).findings.find(
        ({ check }) => check === 'nominal-diameter',
      )?.verdict,
    ).toBe('stop')
    const beyond = assessEdits([{ register: 'tool/412/length/geometry', text: '100' }], 'measured', at)
    expect(beyond.findings.find(({ check }) => check === 'offset-number')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('1 to 200') as string,
    })
    const long = assessEdits([{ register: H4, text: '1034.755' }], 'measured', scene([], { plan: null }))
    expect(long.findings.find(({ check }) => check === 'clears')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('moves only 560') as string,
    })
  })

  it('are estimates when they are said to be', () => {
    const { sheet } = assessEdits([{ register: H4, text: '104' }], 'estimated', at)
    expect(sheet.result!.writes[0]!.state).toBe('estimated')
    expect(assessEdits([{ register: 'tool/4/length/wear', text: '0' }], 'estimated', at).sheet.result!.writes[0]!.state).toBe(
      'deliberately-zero',
    )
  })

  it('are all refused together: each with its sentence, none checked', () => {
    const { problems, findings, rounded } = assessEdits(
      [
        { register: H4, text: '103..5' },
        { register: 'tool/17/length/geometry', text: '138.02215' },
        { register: 'work/G54/X/geometry', text: '1' },
        { register: 'tool/4/radius/geometry', text: '6' },
        { register: 'tool/4/radius/geometry', text: '7' },
      ],
      'measured',
      at,
    )
    expect(Object.keys(problems)).toEqual([H4, 'work/G54/X/geometry', 'tool/4/radius/geometry'])
    expect(problems[H4]).toContain('H4 length')
    expect(rounded['tool/17/length/geometry']).toContain('138.0222')
    expect(findings).toEqual([])
  })

  it('know whose they are', () => {
    expect(toolOfRegister(lengthRegister('17'), at)?.number).toBe('7')
    expect(toolOfRegister(lengthRegister('99'), at)).toBeNull()
  })
})

describe('a column from a spreadsheet', () => {
  const grid = [
    ['a0', 'a1', null],
    ['b0', 'b1', null],
  ]

  it('goes down from the cell where it is pasted, tabs to the right', () => {
    expect(pasteInto('103.4\n138.0\n', grid, { row: 0, column: 1 })).toEqual({
      edits: [
        { register: 'a1', text: '103.4' },
        { register: 'b1', text: '138.0' },
      ],
      leftOver: 0,
    })
    expect(pasteInto('1\t2\r\n\t3', grid, { row: 0, column: 0 }).edits).toEqual([
      { register: 'a0', text: '1' },
      { register: 'a1', text: '2' },
      { register: 'b1', text: '3' },
    ])
  })

  it('says how many cells had no place', () => {
    expect(pasteInto('1\n2\n3', grid, { row: 1, column: 0 })).toMatchObject({ edits: [{ register: 'b0' }], leftOver: 2 })
    expect(pasteInto('1\t2\t3', grid, { row: 0, column: 0 }).leftOver).toBe(1)
  })
})
