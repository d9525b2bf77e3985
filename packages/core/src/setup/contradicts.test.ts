import { describe, expect, it } from 'vitest'
import { mm, nm } from '../length/index.ts'
import { contradictionsOf, type Contradictable } from './contradicts.ts'

const PLAN: Contradictable = {
  kind: 'mill',
  stock: { X: { from: nm(0), to: mm(92) }, Y: { from: nm(0), to: mm(63) }, Z: { from: mm(-18), to: mm(0.8) } },
  features: [
    { name: 'Bore A', x: mm(12), y: mm(20), size: mm(12) },
    { name: 'Corner', x: nm(0), y: nm(0), size: null },
  ],
  sizes: [{ name: 'Seat', kind: 'inside', nominal: mm(28), upper: mm(0.021), lower: nm(0), tool: '4', gauge: null, every: null }],
  tools: [
    { number: '4', offset: '4', diameterOffset: '4', diameter: true },
    { number: '7', offset: '17', diameterOffset: '17', diameter: false },
  ],
  clearance: mm(50),
}
const told = (more: Partial<Contradictable>, holding: Parameters<typeof contradictionsOf>[1] = null, unit: 'mm' | 'in' = 'mm') =>
  contradictionsOf({ ...PLAN, ...more }, holding, unit)
const size = (more: Partial<Contradictable['sizes'][number]>) => [{ ...PLAN.sizes[0]!, ...more }]

describe('a plan whose figures agree', () => {
  it('is told nothing, up to the very edge of each', () => {
    expect(told({})).toEqual([])
    expect(told({ features: [{ name: 'Bore A', x: mm(86), y: mm(6), size: mm(12) }] })).toEqual([])
    expect(told({ sizes: size({ kind: 'depth', nominal: mm(18.8) }) })).toEqual([])
    expect(told({ stock: null, features: [{ name: 'Bore A', x: mm(950), y: mm(6), size: null }] })).toEqual([])
    expect(told({ tools: [], sizes: size({ tool: '9' }) })).toEqual([])
  })
})

describe('figures that cannot both be right', () => {
  it('are a feature and the end of the stock, with its whole width', () => {
    expect(told({ features: [{ name: 'Bore A', x: mm(86.1), y: mm(20), size: mm(12) }] })).toEqual([
      'Bore A reaches to X 92.1; the stock ends at X 92.',
    ])
    expect(told({ features: [{ name: 'Corner', x: mm(10), y: mm(-0.5), size: null }] })).toEqual([
      'Corner reaches to Y −0.5; the stock ends at Y 0.',
    ])
  })

  it('are a size or a depth and the stock', () => {
    expect(told({ sizes: size({ kind: 'outside', nominal: mm(92.5) }) })).toEqual([
      'Seat is 92.5; the stock measures 92 where it is largest.',
    ])
    expect(told({ sizes: size({ kind: 'depth', nominal: mm(19) }) })).toEqual(['Seat is 19 deep; the stock measures 18.8 in Z.'])
  })

  it('are a clearance below the top of the stock, and what holds more than there is', () => {
    expect(told({ clearance: mm(0.8) })).toEqual(['The height that clears everything is Z 0.8; the stock stands up to Z 0.8.'])
    const vise = { kind: 'vise', count: 1, fixedJaw: 'Y+', parallels: null } as const
    expect(told({}, { ...vise, grip: mm(20) })).toEqual(['The jaws reach 20 up the stock; it is 18.8 high.'])
    expect(told({}, { ...vise, grip: mm(6) })).toEqual([])
    expect(told({ kind: 'lathe' }, { kind: 'chuck', stickOut: mm(30) })).toEqual(['The bar stands 30 out; it is 18.8 long.'])
  })

  it('are a size of a tool that is not called, and two tools with one length', () => {
    expect(told({ sizes: size({ tool: '5' }) })).toEqual(['Seat is made by T5; the program is said to call T4, T7.'])
    expect(told({ tools: PLAN.tools.map((tool) => ({ ...tool, offset: '4' })) })).toEqual([
      'T4 and T7 are both called with the length of H4.',
    ])
  })

  it('are told in the unit of the drawing', () => {
    expect(told({ clearance: nm(0), stock: { ...PLAN.stock!, Z: { from: mm(-25.4), to: nm(635_000) } } }, null, 'in')).toEqual([
      'The height that clears everything is Z 0; the stock stands up to Z 0.025.',
    ])
  })
})
