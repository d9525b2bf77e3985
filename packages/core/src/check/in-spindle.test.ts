import { describe, expect, it } from 'vitest'
import { assess, routineById, type RawInputs } from '../index.ts'
import { mm } from '../length/index.ts'
import { setterRegister } from '../register/index.ts'
import { spindleSays } from '../routine/index.ts'
import { LATHE, MILL, mounted, scene, stands } from '@rook/testing'

const tools = [mounted('4', 'em-12', 'End mill 12'), mounted('7', 'dr-8', 'Drill 8')]
const setter = scene().gauges.find(({ family }) => family === 'setter')!
const AT = scene([[setterRegister(setter.id), stands(mm(-502.118))]], { tools })
const READ: RawInputs = { tool: '4', method: 'setter', setter: setter.id, reading: '-398.6425' }
const found = (more: RawInputs = {}, where = AT) =>
  assess(routineById('tool-length')!, { ...READ, ...more }, where).findings.filter(({ check }) => check === 'in-spindle')

describe('the tool at the work', () => {
  it('is not asked where nobody and no machine has said it', () => expect(found()).toEqual([]))

  it('is stopped where another one was there than is chosen, and says which', () => {
    expect(found({ 'in-spindle': '4' })).toMatchObject([{ verdict: 'clear' }])
    expect(found({ 'in-spindle': '7' })).toMatchObject([
      {
        verdict: 'stop',
        sentence: 'T7, Drill 8, is in the spindle, and T4 is chosen. Choose the one that was in the spindle, or touch again with T4.',
      },
    ])
    expect(found({ 'in-spindle': 'none' })[0]!.sentence).toMatch(/^No tool is in the spindle, and T4 is chosen/)
    expect(found({ 'in-spindle': 'other' })[0]!.sentence).toMatch(/^Another tool than is on record is in the spindle/)
  })

  it('is asked only where a figure is read with a tool', () => {
    const inputs = (routine: string, raw: RawInputs) => assess(routineById(routine)!, raw, AT).inputs.map(({ id }) => id)
    expect(inputs('tool-length', READ)).toContain('in-spindle')
    expect(inputs('edge', { slot: 'G54' })).not.toContain('in-spindle')
  })

  it.each([
    ['4', '4'],
    ['04', '4'],
    ['T4', '4'],
    ['0', 'none'],
    ['9', 'other'],
    ['', null],
    ['four', null],
    [null, null],
  ])('is %s by the wire, which means %s', (said, means) => {
    expect(spindleSays(said, { machine: MILL, tools })).toBe(means)
  })

  it('is a station with its offset behind it on a lathe', () => {
    const turret = { machine: LATHE, tools: [mounted('4', 'a', 'Rougher'), mounted('12', 'b', 'Drill')] }
    expect(['0404', '0412', '4', '1212', '404'].map((said) => spindleSays(said, turret))).toEqual(['4', '4', '4', '12', '4'])
  })
})
