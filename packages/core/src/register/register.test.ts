import { describe, expect, it } from 'vitest'
import type { Microdegrees } from '../angle/index.ts'
import { mm, nm } from '../length/index.ts'
import { LATHE, MILL } from '@rook/testing'
import {
  asRegister,
  propertyOf,
  commonRegister,
  expectedRegister,
  geometryRegister,
  lengthRegister,
  listed,
  noseRegister,
  parseRegisterKey,
  PROBE_SIDES,
  probeRegister,
  readRegister,
  readRegisterKey,
  registerKey,
  registerName,
  registerNames,
  rotationRegister,
  setterRegister,
  tipRegister,
  workRegister,
  type RegisterRef,
} from './index.ts'

const FOURTH = { ...MILL, rotary: [{ axis: 'A' as const, increment: 1000 as Microdegrees, travel: null, sense: 1 as const }] }

const ALL: [RegisterRef, string, string][] = [
  [workRegister('G54', 'X'), 'work/G54/X/geometry', 'G54 X'],
  [workRegister('G54.1 P3', 'Z'), 'work/G54.1 P3/Z/geometry', 'G54.1 P3 Z'],
  [rotationRegister('G54'), 'work/G54/R/geometry', 'G54 rotation'],
  [commonRegister('Y'), 'common/all/Y/geometry', 'common shift Y'],
  [expectedRegister('G56', 'X'), 'expected/G56/X/geometry', 'expected G56 X'],
  [lengthRegister('4'), 'tool/4/length/geometry', 'H4 length'],
  [geometryRegister('3', 'X'), 'tool/3/X/geometry', 'T3 X'],
  [{ ...geometryRegister('3', 'X'), layer: 'wear' }, 'tool/3/X/wear', 'T3 X wear'],
  [workRegister('G54', 'A'), 'work/G54/A/geometry', 'G54 A'],
  [noseRegister('3'), 'tool/3/nose/geometry', 'T3 nose radius'],
  [tipRegister('3'), 'tool/3/tip/geometry', 'T3 tip direction'],
  [setterRegister('setter-a'), 'setter/setter-a/K/geometry', 'setter-a constant K'],
  [probeRegister('probe-2', 'X-'), 'probe/probe-2/X-/geometry', 'probe-2 radius moving X\u2212'],
]

describe('a register', () => {
  it.each(ALL)('%j', (register, key, name) => {
    expect(registerKey(register)).toBe(key)
    expect(parseRegisterKey(key)).toEqual(register)
    expect(registerName(register)).toBe(name)
  })

  it('of a setter or a probe is called by the gauge\u2019s name where that is known', () => {
    const gauges = [{ id: 'setter-a', name: 'Setter A' }]
    expect(registerName(setterRegister('setter-a'), gauges)).toBe('Setter A constant K')
    expect(registerName(setterRegister('setter-b'), gauges)).toBe('setter-b constant K')
  })

  it.each([
    'G54',
    '',
    'work/G54/X',
    'work//X/geometry',
    'work/G54/X/geometry/main',
    'work/G54/X/geometry/sub/sub',
    'work/G54.1/P3/X/geometry',
    'work/G54/X/wear',
    'work/G54/length/geometry',
    'tool/4/tip/wear',
    'tool/4/constructor/geometry',
    '__proto__/4/length/geometry',
  ])('cannot be made of any text: %s', (text) => {
    expect(readRegisterKey(text)).toBeNull()
    expect(() => parseRegisterKey(text)).toThrow('is not a register')
  })

  it('is not made of a slot with a slash, which would be another register\u2019s key', () => {
    expect(() => registerKey(workRegister('G54/X', 'Y'))).toThrow('cannot name a slot')
    expect(() => registerKey(lengthRegister(''))).toThrow('cannot name a slot')
  })

  it('of the sub-spindle says so, and every key that names none is the main spindle\u2019s', () => {
    const sub = { ...workRegister('G55', 'Z'), spindle: 'sub' as const }
    expect(registerKey(sub)).toBe('work/G55/Z/geometry/sub')
    expect(parseRegisterKey('work/G55/Z/geometry/sub')).toEqual(sub)
    expect(registerName(sub)).toBe('G55 Z on the sub-spindle')
    expect(parseRegisterKey('work/G55/Z/geometry')).not.toHaveProperty('spindle')
  })

  it('is read and written as what it holds: a length, an angle on its own step, a code', () => {
    expect(ALL.filter(([register]) => propertyOf(register).holds === 'angle').map(([, , name]) => name)).toEqual(['G54 rotation', 'G54 A'])
    expect(asRegister('work/G54/A/geometry', nm(89_977_000), FOURTH)).toBe('89.977\u00b0')
    expect(asRegister('tool/3/tip/geometry', nm(3), LATHE)).toBe('3')
    const read = (text: string, register: RegisterRef) => readRegister(text, register, FOURTH, 'It')
    expect(read('89.977', workRegister('G54', 'A'))).toEqual({ kind: 'value', value: 89_977_000 })
    expect(read('0.00051', workRegister('G54', 'A'))).toMatchObject({ kind: 'finer', value: 1000 })
    expect(read('361', workRegister('G54', 'A'))).toMatchObject({ kind: 'refused' })
    expect(read('3', tipRegister('3'))).toEqual({ kind: 'value', value: 3 })
    for (const text of ['10', '-1', '2.5', '3.000', 'x', '1e1'])
      expect(read(text, tipRegister('3')), text).toMatchObject({ kind: 'refused' })
    expect(read('0.39688', noseRegister('3'))).toMatchObject({ kind: 'finer' })
  })

  it('of a rotation is written as one', () => {
    expect(asRegister('work/G54/R/geometry', nm(100_300), MILL)).toBe('0.1003\u00b0')
    expect(asRegister('work/G54/R/geometry', nm(100_300), MILL, 'always')).toBe('+0.1003\u00b0')
    expect(asRegister('work/G54/X/geometry', mm(-313.204), MILL)).toBe('\u2212313.2040')
  })
})

describe('several registers in one breath', () => {
  it.each([
    [[workRegister('G54', 'X')], 'G54 X'],
    [[workRegister('G54', 'X'), workRegister('G54', 'Y')], 'G54 X and Y'],
    [[workRegister('G54', 'X'), workRegister('G54', 'Y'), workRegister('G54', 'Z')], 'G54 X, Y and Z'],
    [[workRegister('G54', 'X'), workRegister('G55', 'X')], 'G54 X and G55 X'],
    [PROBE_SIDES.map((side) => probeRegister('probe-2', side)), 'probe-2 radius moving X+, X\u2212, Y+ and Y\u2212'],
    [['G54', 'G55', 'G56', 'G57'].map((slot) => workRegister(slot, 'X')), 'G54 X to G57 X'],
  ])('%#', (registers, words) => {
    expect(registerNames(registers)).toBe(words)
  })

  it('are listed as people list things', () => {
    expect(listed([])).toBe('')
    expect(listed(['X'])).toBe('X')
    expect(listed(['X', 'Y', 'Z'])).toBe('X, Y and Z')
  })
})
