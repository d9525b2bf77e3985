import { describe, expect, it } from 'vitest'
import { mm, nm } from '../length/index.ts'
import { MILL } from '../../test/scene.ts'
import {
  asRegister,
  commonRegister,
  expectedRegister,
  geometryRegister,
  holdsAngle,
  lengthRegister,
  listed,
  parseRegisterKey,
  PROBE_SIDES,
  probeRegister,
  registerKey,
  registerName,
  registerNames,
  rotationRegister,
  setterRegister,
  workRegister,
  type RegisterRef,
} from './index.ts'

const ALL: [RegisterRef, string, string][] = [
  [workRegister('G54', 'X'), 'work/G54/X/geometry', 'G54 X'],
  [workRegister('G54.1 P3', 'Z'), 'work/G54.1 P3/Z/geometry', 'G54.1 P3 Z'],
  [rotationRegister('G54'), 'work/G54/R/geometry', 'G54 rotation'],
  [commonRegister('Y'), 'common/all/Y/geometry', 'common shift Y'],
  [expectedRegister('G56', 'X'), 'expected/G56/X/geometry', 'expected G56 X'],
  [lengthRegister('4'), 'tool/4/length/geometry', 'H4 length'],
  [geometryRegister('3', 'X'), 'tool/3/X/geometry', 'T3 X'],
  [{ ...geometryRegister('3', 'X'), layer: 'wear' }, 'tool/3/X/wear', 'T3 X wear'],
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

  it('cannot be made of any text', () => {
    expect(() => parseRegisterKey('G54')).toThrow('is not a register')
  })

  it('holds an angle only for a rotation, and is written as one', () => {
    expect(ALL.filter(([register]) => holdsAngle(register))).toHaveLength(1)
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
