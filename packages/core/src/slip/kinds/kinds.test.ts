import { describe, expect, it } from 'vitest'
import { FOUR_AXES, LATHE, mounted, scene, stands } from '@rook/testing'
import { readInputs } from '../../routine/index.ts'
import { routineById } from '../../catalogue/routines.ts'
import { mm } from '../../length/index.ts'
import { geometryRegister, workRegister } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { alternativesOf } from '../alternatives.ts'

const alternatives = (routine: string, raw: RawInputs, at: Scene) => {
  const inputs = routineById(routine)!.inputs(at, raw)
  const values = readInputs(inputs, raw, at, [])
  return alternativesOf({ raw, scene: at, inputs, values })
}

describe('what an angle may have been meant to be', () => {
  const texts = (angle: string) =>
    Object.fromEntries(
      alternatives('rotary-zero', { slot: 'G54', axis: 'A', how: 'typed', angle }, scene([], { machine: FOUR_AXES }))
        .filter(({ raw }) => raw.angle !== angle)
        .map(({ phrase, raw }) => [phrase.replace(/\u201c.*\u201d/, 'it'), raw.angle]),
    )

  it('has its sign, its point and its digits, and is in no unit of length', () => {
    const found = texts('12.34')
    expect(found['it had the other sign']).toBe('-12.34')
    expect(found['it had its decimal point one place too far left']).toBe('123.4')
    expect(found['it had lost its decimal point by one place']).toBe('1.234')
    expect(Object.keys(found).join()).not.toMatch(/inches|millimetres|halved/)
  })

  it('is read as degrees and minutes, and the reverse: 12.30 is 12.5, 12.5 may have been 12.30', () => {
    expect(texts('12.30')['it had been degrees and minutes']).toBe('12.5')
    expect(texts('12.5')['it had been turned from minutes into hundredths already']).toBe('12.3')
    expect(texts('12.75')['it had been degrees and minutes']).toBeUndefined()
    expect(texts('-0.15')['it had been degrees and minutes']).toBe('-0.25')
  })
})

describe('another option than the one that was chosen', () => {
  it('is said without what it is not, where that begins with “not” itself', () => {
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-300))],
      [workRegister('G54', 'Y'), stands(mm(-170))],
    ])
    const phrases = alternatives('known-features', { slot: 'G54', finder: 'finder', turning: 'no' }, at).map(({ phrase }) => phrase)
    expect(phrases).toContain('\u201cRotation\u201d had been allowed')
  })
})

describe('places of the stock', () => {
  // Stock X 0 to 92, Y 0 to 63, Z −18 to 0.8.
  const places = (routine: string, raw: RawInputs, at = scene()) =>
    alternatives(routine, raw, at).flatMap(({ id, phrase }) => (id === 'stock-place' ? [phrase.replace(/^.*had been /, '')] : []))

  it('are those of the axis that the place lies on', () => {
    const found = places('edge', { slot: 'G54', axis: 'Y', direction: '+', finder: 'finder', between: 'none', reading: '-170', place: '5' })
    expect(found.length).toBe(3)
    expect(found.every((one) => one.startsWith('Y '))).toBe(true)
  })

  it('are none of a diameter’s, and none of a target’s on another axis', () => {
    const at = scene(
      [
        [geometryRegister('4', 'X'), stands(mm(-240))],
        [geometryRegister('4', 'Z'), stands(mm(20))],
      ],
      {
        machine: LATHE,
        tools: [mounted('4', 'fin', 'Finisher', { kind: 'turning' })],
      },
    )
    expect(places('turned-diameter', { tool: '4', slot: 'G54', surface: 'outside', reading: '-200', place: '24' }, at)).toEqual([])
    const shoulder = { tool: '4', kind: 'shoulder', by: 'measured', with: 'mic', target: '-18', measured: '-18.05' }
    expect(places('turned-size', shoulder, at).every((one) => one.startsWith('Z '))).toBe(true)
  })
})

describe('the part display of a lathe', () => {
  it('counts the tool’s geometry on the axis that is read', () => {
    const at = scene(
      [
        [geometryRegister('4', 'X'), stands(mm(-240))],
        [geometryRegister('4', 'Z'), stands(mm(20))],
        [workRegister('G54', 'X'), stands(mm(-5))],
      ],
      { machine: LATHE, tools: [mounted('4', 'fin', 'Finisher', { kind: 'turning' })], plan: null },
    )
    const raw = { tool: '4', slot: 'G54', surface: 'outside', reading: '24', place: '24' }
    const found = alternatives('turned-diameter', raw, at).find(({ phrase }) => phrase.includes('geometry of T4 on'))
    // The display shows M − W − G: 24 − 5 − 240 = −221.
    expect(found?.raw.reading).toBe('-221 mm')
  })
})
