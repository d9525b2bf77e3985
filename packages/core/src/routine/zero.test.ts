import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { mm } from '../length/index.ts'
import { commonRegister, workRegister } from '../register/index.ts'
import { edge } from '../find/zero/index.ts'
import { MILL, run, scene, stands } from '@rook/testing'
import { rotationWrite } from './index.ts'

const touch = { axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const slots = ['G54', 'G55', 'G56'].map((code) => ({ code, name: null }))

describe('where a zero goes', () => {
  it('is one slot or several, in one entry', () => {
    const at = scene([], { machine: { ...MILL, slots }, plan: null })
    const { sheet } = run('edge', { ...touch, slot: 'G54', also: 'G56,G55,G56' }, at)
    expect(sheet.targets.map(({ slot }) => slot)).toEqual(['G54', 'G56', 'G55'])
    expect(sheet.working.results.map(({ label }) => label)).toEqual(['G54 X', 'G56 X', 'G55 X'])
    expect(new Set(sheet.result!.writes.map(({ value }) => value))).toEqual(new Set([mm(-313.204)]))
  })

  it('is refused for a slot that the machine has not got', () => {
    const { values } = run('edge', { ...touch, slot: 'G54', also: 'G99' }, scene())
    expect(values.problems[0]?.sentence).toContain('\u201cG99\u201d is not one of the choices here')
    expect(run('edge', { ...touch, slot: 'G59' }, scene()).values.problems).toHaveLength(1)
  })

  it('leaves the common shift out, line by line', () => {
    const { sheet, value } = run('edge', { ...touch, slot: 'G54' }, scene([[commonRegister('X'), stands(mm(2.5))]]))
    expect(value('work/G54/X')).toBe(mm(-315.704))
    expect(sheet.working.lines.at(-1)).toMatchObject({ operation: 'less', label: 'common shift', cells: [{ figure: mm(2.5) }] })
  })

  it('is the common shift, counted with a slot that stands', () => {
    const at = scene([[workRegister('G55', 'X'), stands(mm(-313))]])
    expect(run('edge', { ...touch, slot: 'common', with: 'G55' }, at).value('common/all/X')).toBe(mm(-0.204))
    expect(run('edge', { ...touch, slot: 'common', with: 'G54' }, at).sheet.result).toBeNull()
    expect(edge.inputs(at, { slot: 'common' }).map(({ id }) => id)).toContain('with')
  })

  it('is nowhere for a plain reading, which shows its result all the same', () => {
    const { sheet, findings } = run('edge', { ...touch, slot: 'plain' }, scene())
    expect(sheet.targets).toEqual([])
    expect(sheet.result?.writes).toEqual([])
    expect(sheet.working.results[0]).toMatchObject({
      label: 'Part zero X',
      cells: [{ register: null, figure: mm(-313.204), expanded: mm(0.0101) }],
    })
    expect(findings.map(({ check }) => check)).toContain('travel')
  })

  it('is not known before it is chosen, and nothing is recorded', () => {
    const { sheet, values } = assess(edge, touch, scene())
    expect(values.missing).toEqual(['slot'])
    expect(sheet.result).toBeNull()
  })
})

describe('a rotation that goes with a zero', () => {
  it('is kept to four decimals of a degree, with its \u00b1U', () => {
    const write = rotationWrite('G54', Math.atan2(0.14, 80), scene(), [{ label: 'finder', standard: 5_000, effects: [0, 0, 1 / 80e6] }])
    expect(write.value).toBe(100_300)
    expect(write.uncertainty!.standard).toBeCloseTo(((5_000 / 80e6) * 180e6) / Math.PI, 3)
    expect(write.uncertainty!.expanded % 100).toBe(0)
    expect(write.uncertainty!.contributors.map(({ label }) => label)).toEqual(['finder'])
  })

  it('that was given and not measured has none', () => {
    expect(rotationWrite('G54', -0.004, scene()).uncertainty).toBeNull()
    expect(rotationWrite('G54', -0.004, scene()).value).toBeLessThan(0)
  })
})
