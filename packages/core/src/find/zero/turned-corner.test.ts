import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { MILL, run, scene } from '@rook/testing'

const noSize = scene().gauges.map((gauge) => (gauge.id === 'finder' ? { ...gauge, size: mm(0) } : gauge))
const raw = {
  slot: 'G54',
  side: 'X',
  directionLong: '+',
  directionSquare: '+',
  finder: 'finder',
  between: 'none',
  placeX: '0',
  placeY: '0',
  X1: '-310.2000',
  Y1: '-204.6100',
  X2: '-230.2000',
  Y2: '-204.4700',
  X3: '-315.0440',
  Y3: '-170.3000',
}

describe('corner of a turned block', () => {
  it('finds corner and angle as worked by hand', () => {
    const { value, fact } = run('turned-corner', raw, scene([], { plan: null, gauges: noSize }))
    expect(value('work/G54/X')).toBe(mm(-314.9839))
    expect(value('work/G54/Y')).toBe(mm(-204.6184))
    expect(fact('turned')).toBe('0.1003\u00b0')
  })

  it('brings a Ø10 finder square to the turned sides, not along the axes', () => {
    const { value } = run('turned-corner', raw, scene([], { plan: null }))
    const angle = Math.atan2(0.14, 80)
    const [t, n] = [
      { x: Math.cos(angle), y: Math.sin(angle) },
      { x: -Math.sin(angle), y: Math.cos(angle) },
    ]
    expect(value('work/G54/X')! / 1e6).toBeCloseTo(-314.98388 + 5 * t.x + 5 * n.x, 3)
    expect(value('work/G54/Y')! / 1e6).toBeCloseTo(-204.61837 + 5 * t.y + 5 * n.y, 3)
  })

  it('takes the probe\u2019s radius for the way its ball points at the side, not for the axis that moved', () => {
    const t = (3 * Math.PI) / 180
    const [cos, sin] = [Math.cos(t), Math.sin(t)]
    // r(u) = r0 + ex·ux + ey·uy + q·(ux² − uy²), worked here from the four radii 2.984, 2.990, 2.986, 2.988 by hand.
    const radius = (ux: number, uy: number) => 2.987 - 0.003 * ux - 0.001 * uy + 0 * (ux * ux - uy * uy)
    const [long, square] = [radius(-sin, cos), radius(cos, sin)]
    const place = (along: number, across: number) => [-310 + along * cos - across * sin, -200 + along * sin + across * cos]
    const points = [place(5, -long), place(85, -long), place(-square, 34)]
    const readings = Object.fromEntries(
      points.flatMap(([x, y], i) => [
        [`X${i + 1}`, x!.toFixed(4)],
        [`Y${i + 1}`, y!.toFixed(4)],
      ]),
    )
    const found = run('turned-corner', { ...raw, finder: 'probe', ...readings }, scene([], { plan: null }))
    expect(Math.abs(found.value('work/G54/X')! / 1e6 + 310)).toBeLessThan(0.00012)
    expect(Math.abs(found.value('work/G54/Y')! / 1e6 + 200)).toBeLessThan(0.00012)
  })

  it('gives the same corner when the two touches are made in the other order', () => {
    const at = scene([], { plan: null })
    const other = { ...raw, X1: raw.X2, Y1: raw.Y2, X2: raw.X1, Y2: raw.Y1 }
    expect(run('turned-corner', other, at).value('work/G54/Y')).toBe(run('turned-corner', raw, at).value('work/G54/Y'))
  })

  it('records the rotation where the control can turn, and turns the part\u2019s coordinates with it', () => {
    const at = scene([], { plan: null, gauges: noSize, machine: { ...MILL, rotates: true } })
    const { value, finding } = run('turned-corner', { ...raw, placeX: '100', placeY: '0' }, at)
    expect(value('work/G54/R')).toBe(100_300)
    expect(value('work/G54/X')! / 1e6).toBeCloseTo(-314.98388 - 100 * Math.cos(Math.atan2(0.14, 80)), 3)
    expect(finding('turned')).toMatchObject({ verdict: 'clear' })
  })

  it('says what to do where the control cannot turn', () => {
    const { finding, value } = run('turned-corner', raw, scene([], { plan: null }))
    expect(value('work/G54/R')).toBeUndefined()
    expect(finding('turned')).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('Tap it square') as string })
  })

  it('refuses two touches in one place', () => {
    expect(run('turned-corner', { ...raw, X2: '-310.1' }, scene()).refusal).toContain('less than 1 mm apart')
  })
})
