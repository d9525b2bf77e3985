import { describe, expect, it } from 'vitest'
import { run, scene, stands } from '@rook/testing'
import { mm } from '../length/index.ts'
import { workRegister } from '../register/index.ts'
import { foldFindings } from './fold.ts'

const KNOWN = scene([
  [workRegister('G54', 'X'), stands(mm(-313.204))],
  [workRegister('G54', 'Y'), stands(mm(-150.11))],
])
const corner = { slot: 'G54', axes: 'XY', directionX: '+', directionY: '+', finder: 'finder', between: 'none', placeX: '0', placeY: '0' }
const open = (readingX: string, readingY: string) =>
  run('corner', { ...corner, readingX, readingY }, KNOWN).findings.filter(({ verdict }) => verdict !== 'clear')

describe('one reading for two axes', () => {
  it('is one question that says so, and nothing else is made responsible', () => {
    const asked = foldFindings(open('-318.2040', '-318.2040'))
    expect(asked).toHaveLength(1)
    expect(asked[0]!.head.sentence).toContain('are both −318.2040. One of them may have been read for the other.')
    expect([asked[0]!.head, ...asked[0]!.under].some(({ sentence }) => sentence.includes('It would agree'))).toBe(false)
  })

  it('leaves figures that only look alike to their own causes', () => {
    expect(open('-318.2050', '-155.1110')).toEqual([])
    expect(foldFindings(open('-318.2040', '-318.2050'))[0]!.head.sentence).not.toContain('read for the other')
  })
})

describe('a reading that the machine cannot show', () => {
  it('is said to lie inside with the other sign, with all that follows from it under one question', () => {
    const asked = foldFindings(open('318.2040', '-155.1110'))
    expect(asked).toHaveLength(1)
    expect(asked[0]!.head.sentence).toContain('had the other sign')
  })

  it('is said to have its point elsewhere only where that lies inside', () => {
    const [finding] = open('-3182.0400', '-155.1110').filter(({ check }) => check === 'travel')
    expect(finding!.sentence).toContain('its decimal point stood one place too far right')
    expect(finding!.sentence).not.toContain('other sign')
    // 318.204 is as far outside as 3182.04: two slips are none of these.
    const [both] = open('3182.0400', '-155.1110').filter(({ check }) => check === 'travel')
    expect(both!.sentence).not.toContain('It would lie inside')
  })
})
