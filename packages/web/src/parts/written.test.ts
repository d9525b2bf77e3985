import { mm, nm } from '@rook/core'
import { LATHE, MILL } from '@rook/testing'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { inOther } from '../client/other-unit.ts'
import { put } from '../../test/mounting.ts'
import Figure from './Figure.vue'
import { asRegister, asShown, exactly } from './written.ts'

const INCHES = { ...MILL, unit: 'in' as const, increment: nm(2_540) }

describe('a screen that is read in the other unit', () => {
  beforeEach(() => (inOther.value = true))
  afterEach(() => (inOther.value = false))

  it('has each length in the other unit, with that unit behind it', () => {
    // -313.204 / 25.4 = -12.330866…
    expect(asRegister('work/G54/X/geometry', mm(-313.204), MILL)).toBe('\u221212.33087 in')
    expect(asShown(mm(25.4), MILL, 'always')).toBe('+1.00000 in')
    expect(asShown(nm(2_540), INCHES)).toBe('0.0025 mm')
    expect(exactly(mm(12), 'mm')).toBe('0.47244 in')
  })

  it('has angles and codes as they are: they have no other unit', () => {
    const turns = { ...MILL, rotary: [{ axis: 'A' as const, increment: 1_000 as never, travel: null, sense: 1 as never }] }
    expect(asRegister('work/G54/A/geometry', nm(12_479_000), turns)).toBe('12.479\u00b0')
    expect(asRegister('tool/3/tip/geometry', nm(3), LATHE)).toBe('3')
  })

  it('changes at one touch, and back', async () => {
    const wrapper = put(Figure, { value: mm(25.4), machine: MILL })
    expect(wrapper.text()).toBe('1.00000 in')
    inOther.value = false
    await wrapper.vm.$nextTick()
    expect(wrapper.text()).toBe('25.4000')
  })
})

describe('a screen that is read as the machine counts', () => {
  it('says its figures to the machine\u2019s step, without a unit', () => {
    expect(asRegister('work/G54/X/geometry', mm(-313.204), MILL)).toBe('\u2212313.2040')
    expect(asShown(mm(1), MILL)).toBe('1.0000')
    expect(exactly(mm(12), 'mm')).toBe('12')
  })
})
