import { describe, expect, it } from 'vitest'
import { inch, mm, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { diameterRegister, lengthRegister, wearOf, workRegister, type RegisterRef } from '../register/index.ts'
import type { Result, Sheet, Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
import { INCH_MILL, LATHE, MILL, mounted, scene, stands } from '@rook/testing'
import { clears } from './clears.ts'
import { nominalDiameter } from './nominal-diameter.ts'
import { fitsOffsets, offsetNumber } from './offset-number.ts'
import { wearLimits } from './wear-limits.ts'
import type { Check } from './finding.ts'

const TOOLS = [mounted('4', 'em-12', 'End mill 12', { properties: { DC: mm(12) } }), mounted('7', 'dr-66', 'Drill 6.6')]
const at = (standing: Parameters<typeof scene>[0] = [], more: Partial<Scene> = {}) => scene(standing, { tools: TOOLS, ...more })
const write = (register: RegisterRef, value: Nm, more: Partial<Write> = {}): Write => ({
  register,
  value,
  state: 'set',
  uncertainty: null,
  assembly: 'em-12',
  rests: [],
  slips: [],
  ...more,
})
const judge = (check: Check, writes: Write[], where: Scene) => {
  const result: Result = { writes, readings: [], readouts: [], gauges: [] }
  return check.run({ scene: where, result, sheet: { result } as Sheet }).map(({ verdict, sentence }) => ({ verdict, sentence }))
}
const machine = (more: Partial<MachineRecord>): MachineRecord => ({ ...MILL, ...more })

describe('a length that must clear the stock', () => {
  const zero = [[workRegister('G54', 'Z'), stands(mm(-476.5655))]] as Parameters<typeof scene>[0]
  const length = (value: Nm, where = at(zero)) => judge(clears, [write(lengthRegister('4'), value)], where)

  it('says how much room is left at the top of Z', () => {
    // −476.5655 + 103.4755 + 0.8 = −372.29
    expect(length(mm(103.4755))).toEqual([
      { verdict: 'clear', sentence: 'The tip clears the top of the stock by 372.2900 with Z at the top.' },
    ])
  })

  it('stops a tip that would stand in the stock whatever Z does', () => {
    expect(length(mm(500))[0]).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('would stand 24.2345 inside the stock') as string,
    })
  })

  it('without a setup is held against how far Z goes at all', () => {
    const bare = at([], { plan: null })
    expect(length(mm(103.4755), bare)).toEqual([])
    expect(length(mm(1034.755), bare)[0]).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('moves only 560.0000 in all') as string,
    })
    const touchOff = at([], { plan: null, machine: INCH_MILL })
    expect(length(inch(-12.9), touchOff)).toEqual([])
    expect(length(inch(3), touchOff)[0]?.verdict).toBe('stop')
  })

  it('has nothing to say of wear, of diameters, of lathes', () => {
    expect(judge(clears, [write(wearOf(lengthRegister('4')), mm(900)), write(diameterRegister(MILL, '4'), mm(900))], at())).toEqual([])
    expect(judge(clears, [write(lengthRegister('4'), mm(900))], at([], { machine: LATHE }))).toEqual([])
  })
})

describe('a diameter against the cutter\u2019s record', () => {
  const across = (value: Nm, register: 'radius' | 'diameter') => {
    const where = at([], { machine: machine({ diameterRegister: register }) })
    return judge(nominalDiameter, [write(diameterRegister(where.machine, '4'), value)], where)[0]!
  }

  it.each([
    ['radius', mm(5.996), 'clear', 'agrees with DC 12.0000'],
    ['radius', mm(12), 'stop', 'this looks like a diameter'],
    ['radius', mm(5), 'query', 'A size on the part belongs in the wear'],
    ['diameter', mm(11.9), 'clear', 'agrees with DC'],
    ['diameter', mm(6), 'stop', 'this looks like a radius'],
    ['diameter', mm(24), 'stop', 'twice'],
    ['diameter', mm(13), 'query', 'is it this cutter?'],
  ] as const)('in a %s register, %d nm: %s', (register, value, verdict, words) => {
    expect(across(value, register)).toMatchObject({ verdict, sentence: expect.stringContaining(words) as string })
  })

  it('is not judged where the record has none', () => {
    expect(judge(nominalDiameter, [write(diameterRegister(MILL, '7'), mm(40), { assembly: 'dr-66' })], at())).toEqual([])
  })

  it('goes by the limit that a lead has tightened', () => {
    const tight = at([], { machine: machine({ diameterRegister: 'diameter', limits: { nominalOff: mm(0.01) } }) })
    expect(judge(nominalDiameter, [write(diameterRegister(tight.machine, '4'), mm(11.95))], tight)[0]?.verdict).toBe('query')
  })
})

describe('wear', () => {
  const worn = (value: Nm, now: Nm | null, register: 'radius' | 'diameter' | 'length') => {
    const where = at([], { machine: machine({ diameterRegister: register === 'radius' ? 'radius' : 'diameter' }) })
    const target = wearOf(register === 'length' ? lengthRegister('4') : diameterRegister(where.machine, '4'))
    const standing = now === null ? {} : at([[target, stands(now)]]).standing
    return judge(wearLimits, [write(target, value)], { ...where, standing })[0]!.verdict
  }

  it.each([
    [mm(-0.02), null, 'length', 'clear'],
    [mm(-0.12), null, 'length', 'query'],
    [mm(-0.12), mm(-0.09), 'length', 'clear'],
    [mm(-0.31), mm(-0.29), 'length', 'stop'],
    [mm(-0.08), null, 'diameter', 'clear'],
    [mm(-0.08), null, 'radius', 'query'],
    [mm(-0.16), mm(-0.14), 'radius', 'stop'],
  ] as const)('of %d nm after %d in %s is %s', (value, now, register, verdict) => {
    expect(worn(value, now, register)).toBe(verdict)
  })

  it('put to zero is no correction', () => {
    expect(judge(wearLimits, [write(wearOf(lengthRegister('4')), mm(0), { state: 'deliberately-zero' })], at())).toEqual([])
  })
})

describe('an offset number', () => {
  it.each([
    ['1', true],
    ['200', true],
    ['201', false],
    ['0', false],
    ['01', false],
    ['1.5', false],
    ['T4', false],
  ])('%s on a control with 200: %s', (number, fits) => {
    expect(fitsOffsets(number, 200)).toBe(fits)
  })

  it('that is not there is stopped, whatever is written under it', () => {
    const found = judge(offsetNumber, [write(lengthRegister('412'), mm(100)), write(lengthRegister('4'), mm(100))], at())
    expect(found).toEqual([
      { verdict: 'stop', sentence: 'Mill 3 has offset numbers 1 to 200; there is no H412 length. Give the tool another number.' },
    ])
  })
})
