import { describe, expect, it } from 'vitest'
import type { Microdegrees } from '../angle/index.ts'
import { INCH_MILL, LATHE, MILL, mounted } from '@rook/testing'
import {
  hasRegister,
  layoutOf,
  parseRegisterKey,
  reachRegister,
  registerKey,
  registersOfSlot,
  registersOfTool,
  timesInDiameter,
} from './index.ts'

const FIVE_AXES = {
  ...MILL,
  rotates: true,
  rotary: (['A', 'C'] as const).map((axis) => ({ axis, increment: 1000 as Microdegrees, travel: null, sense: 1 as const })),
}
const headings = (columns: readonly { heading: string }[]) => columns.map(({ heading }) => heading).join(' ')

describe('what a machine holds', () => {
  it('follows from its record: columns of slots and tools, letters of numbers, how stock lies', () => {
    const of = (machine: typeof MILL) => {
      const { work, tool, letters, stock, reach, across } = layoutOf(machine)
      return [headings(work), headings(tool), letters.join(' '), stock, reach, across]
    }
    expect(of(MILL)).toEqual(['X Y Z', 'Length Radius', 'H D', 'block', 'length', 'radius'])
    expect(of({ ...INCH_MILL, diameterRegister: 'diameter' })[1]).toBe('Length Diameter')
    expect(of(FIVE_AXES)[0]).toBe('X Y Z A C Rotation')
    expect(of(LATHE)).toEqual(['X Z', 'Geometry X Geometry Z Nose radius Tip', 'T', 'bar', 'Z', null])
  })

  it('names every register of a slot and of a tool', () => {
    expect(registersOfSlot('G54', FIVE_AXES).map(registerKey)).toEqual(
      ['X', 'Y', 'Z', 'A', 'C', 'R'].map((axis) => `work/G54/${axis}/geometry`),
    )
    const tool = mounted('4', 'em-12', 'End mill 12', { offset: '14', diameterOffset: '24' })
    expect(registersOfTool(tool, MILL).map(registerKey)).toEqual(['tool/14/length/geometry', 'tool/24/radius/geometry'])
    expect(registerKey(reachRegister(LATHE, tool))).toBe('tool/14/Z/geometry')
  })

  it.each([
    ['work/G54/X/geometry', [true, true, true]],
    ['work/G54/Y/geometry', [true, true, false]],
    ['work/G54/A/geometry', [false, true, false]],
    ['work/G54/R/geometry', [false, true, false]],
    ['work/G57/X/geometry', [false, false, false]],
    ['common/all/C/geometry', [false, true, false]],
    ['tool/4/radius/wear', [true, true, false]],
    ['tool/4/diameter/geometry', [false, false, false]],
    ['tool/4/nose/geometry', [false, false, true]],
    ['tool/4/X/wear', [false, false, true]],
    ['tool/201/length/geometry', [false, false, false]],
    ['work/G54/Z/geometry/sub', [false, false, false]],
    ['setter/setter-a/K/geometry', [true, true, true]],
  ] as const)('has %s or has it not', (key, expected) => {
    expect([MILL, FIVE_AXES, LATHE].map((machine) => hasRegister(parseRegisterKey(key), machine))).toEqual(expected)
  })

  it('has the sub-spindle\u2019s registers where it has one', () => {
    expect(hasRegister(parseRegisterKey('work/G54/Z/geometry/sub'), { ...LATHE, spindles: ['main', 'sub'] })).toBe(true)
  })

  it('counts a diameter once or twice', () => {
    const of = (key: string, machine = LATHE) => timesInDiameter(parseRegisterKey(key), machine)
    expect([of('tool/4/diameter/geometry'), of('tool/4/radius/wear'), of('tool/4/X/geometry'), of('tool/4/Z/geometry')]).toEqual([
      1,
      2,
      1,
      null,
    ])
    expect(of('tool/4/X/wear', { ...LATHE, xReads: 'radius' })).toBe(2)
  })
})
