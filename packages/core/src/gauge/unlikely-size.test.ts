import { describe, expect, it } from 'vitest'
import { inch, mm, nm } from '../length/index.ts'
import { unlikelyIncrement, unlikelySize, USUAL_STEP } from './unlikely-size.ts'

describe('a size that no gauge of the kind has', () => {
  it.each([
    ['edge-finder', mm(0.2), 'In inches it would be 5.08 mm.'],
    ['shim', mm(5), 'Thickness: 5 mm is unusual'],
    ['caliper', mm(6), 'Step of its display: 6 mm is unusual'],
    ['touch-probe', mm(0.236), 'In inches it would be 5.9944 mm.'],
  ] as const)('%s of that size is asked about', (family, size, sentence) => {
    expect(unlikelySize(family, size)).toContain(sentence)
    expect(unlikelySize(family, size)).toMatch(/\?$/)
  })

  it('is none that shops have', () => {
    for (const [family, size] of [
      ['edge-finder', mm(10)],
      ['edge-finder', inch(0.2)],
      ['shim', mm(0.05)],
      ['shim', mm(1)],
      ['caliper', mm(0.0127)],
      ['caliper', nm(0)],
      ['by-eye', mm(900)],
    ] as const)
      expect(unlikelySize(family, size)).toBeNull()
  })
})

describe('a step of a display', () => {
  it('is asked about where it is another unit’s', () => {
    expect(unlikelyIncrement('in', inch(0.001))).toContain('0.001 in is unusual')
    expect(unlikelyIncrement('in', mm(0.001))).toBeNull()
    expect(unlikelyIncrement('mm', mm(0.0254))).toContain('unusual')
    for (const [unit, of] of [
      ['mm', mm],
      ['in', inch],
    ] as const)
      expect(unlikelyIncrement(unit, of(Number(USUAL_STEP[unit])))).toBeNull()
  })
})
