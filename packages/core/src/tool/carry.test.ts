import { describe, expect, it } from 'vitest'
import { inch, mm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { diameterRegister, lengthRegister, wearOf } from '../register/index.ts'
import { INCH_MILL, LATHE, MILL, mounted, scene, stands } from '@rook/testing'
import { carriedWith } from './index.ts'

const tool = mounted('4', 'em-12', 'End mill 12')
const own = { assembly: 'em-12', setup: 'now' }
const stood = (machine: MachineRecord = MILL, more = {}) =>
  scene(
    [
      [lengthRegister('4'), stands(mm(103.4755), { ...own, ...more })],
      [wearOf(lengthRegister('4')), stands(mm(-0.02), own)],
      [diameterRegister(machine, '4'), stands(machine.diameterRegister === 'radius' ? mm(5.996) : mm(11.992), own)],
    ],
    { machine, tools: [tool] },
  )
const OTHER: MachineRecord = { ...MILL, id: 'other', name: 'Mill 4', increment: mm(0.001), diameterRegister: 'diameter' }
const to = (machine: MachineRecord, number: string) => ({ machine, offset: number, diameterOffset: number })
const carried = (at: ReturnType<typeof stood>, target: ReturnType<typeof to>) =>
  carriedWith(tool, at, target).map(({ register, value, state }) => [register, value, state])

describe('figures that go with a tool', () => {
  it('within the machine go as they are, wear and all, under the new numbers', () => {
    expect(carried(stood(), to(MILL, '11'))).toEqual([
      ['tool/11/length/geometry', mm(103.4755), 'set'],
      ['tool/11/radius/geometry', mm(5.996), 'set'],
      ['tool/11/length/wear', mm(-0.02), 'set'],
    ])
  })

  it('under the same numbers need not go anywhere', () => {
    expect(carried(stood(), to(MILL, '4'))).toEqual([])
  })

  it('onto another mill are estimates on its own step and in its own kind of register; wear stays behind', () => {
    expect(carried(stood(), to(OTHER, '2'))).toEqual([
      ['tool/2/length/geometry', mm(103.476), 'estimated'],
      ['tool/2/diameter/geometry', mm(11.992), 'estimated'],
    ])
  })

  it('where lengths are counted another way only the diameter goes', () => {
    expect(carried(stood(), to(INCH_MILL, '2'))).toEqual([['tool/2/radius/geometry', inch(0.2361), 'estimated']])
    const fromOther = { ...stood(), machine: { ...MILL, lengthConvention: 'reference-tool' as const } }
    expect(carried(fromOther, to(OTHER, '2')).map(([register]) => register)).toEqual(['tool/2/diameter/geometry'])
  })

  it('that must not be used do not go', () => {
    expect(carried(stood(MILL, { state: 'disturbed' }), to(MILL, '11')).map(([register]) => register)).toEqual([
      'tool/11/radius/geometry',
      'tool/11/length/wear',
    ])
    const other = stood(MILL, { assembly: 'em-16' })
    expect(carried(other, to(MILL, '11')).some(([register]) => register === 'tool/11/length/geometry')).toBe(false)
  })

  it('say where they come from, so that what they rest on comes along', () => {
    const [length] = carriedWith(tool, stood(), to(MILL, '11'))
    expect(length!.from.origin).toBe(stands(mm(1)).origin)
  })

  it('are none on lathes, whose geometry belongs to the turret', () => {
    expect(carried({ ...stood(), machine: LATHE }, to(LATHE, '5'))).toEqual([])
  })
})
