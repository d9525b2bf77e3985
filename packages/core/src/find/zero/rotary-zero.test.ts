import { describe, expect, it } from 'vitest'
import type { Microdegrees } from '../../angle/index.ts'
import type { RotaryRecord } from '../../machine/index.ts'
import { nm } from '../../length/index.ts'
import { commonRegister, workRegister } from '../../register/index.ts'
import { FOUR_AXES, GAUGES, run, scene, stands } from '@rook/testing'

const at = (rotary: Partial<RotaryRecord> = {}, standing: Parameters<typeof scene>[0] = []) =>
  scene(standing, { machine: { ...FOUR_AXES, rotary: [{ ...FOUR_AXES.rotary[0]!, ...rotary }] }, plan: null, gauges: GAUGES })
const face = { slot: 'G54', axis: 'A', how: 'face', indicator: 'indicator', rise: '0.024', run: '60', reading: '90', place: '0' }
const degrees = (value: number | undefined) => (value ?? NaN) / 1e6

describe('an indicator along a face', () => {
  it('that rises by 0.024 over 60 at A 90° is level at 89.977 or 90.023, by the axis\u2019 sense', () => {
    expect(degrees(run('rotary-zero', face, at()).value('work/G54/A'))).toBe(89.977)
    expect(degrees(run('rotary-zero', face, at({ sense: -1 })).value('work/G54/A'))).toBe(90.023)
    expect(degrees(run('rotary-zero', { ...face, rise: '-0.024' }, at()).value('work/G54/A'))).toBe(90.023)
    expect(run('rotary-zero', face, at()).fact('face level at machine A')).toBe('89.977\u00b0')
  })

  it('counts the part\u2019s own angle and the common shift', () => {
    expect(degrees(run('rotary-zero', { ...face, place: '45' }, at()).value('work/G54/A'))).toBe(44.977)
    const shifted = at({}, [[commonRegister('A'), stands(nm(1_500_000))]])
    expect(degrees(run('rotary-zero', face, shifted).value('work/G54/A'))).toBe(88.477)
  })

  it('says how well it is known: two readings of the indicator over the run', () => {
    const { uncertainty } = run('rotary-zero', face, at()).writes['work/G54/A/geometry']!
    // 3 µm · √2 over 60 mm is 4.05 millidegrees.
    expect(uncertainty!.contributors[0]).toMatchObject({ label: 'Indicator 0.01' })
    expect(uncertainty!.contributors[0]!.standard / 1000).toBeCloseTo(4.05, 1)
    expect(uncertainty!.expanded % 1000).toBe(0)
  })

  it('is refused where its figures cannot be', () => {
    expect(run('rotary-zero', { ...face, run: '0' }, at()).refusal).toContain('more than zero')
    expect(run('rotary-zero', { ...face, rise: '60', run: '0.024' }, at()).refusal).toContain('the two figures swapped')
    const limited = at({ travel: { min: -30_000_000 as Microdegrees, max: 120_000_000 as Microdegrees } })
    expect(run('rotary-zero', { ...face, reading: '121' }, limited).refusal).toContain('outside the travel of A')
  })
})

describe('an angle as it stands, or typed', () => {
  const now = { slot: 'G54', axis: 'A', how: 'now', by: 'true', reading: '200.5', place: '20' }

  it('takes the part\u2019s angle off the machine\u2019s', () => {
    expect(degrees(run('rotary-zero', { ...now, reading: '120.5' }, at()).value('work/G54/A'))).toBe(100.5)
    expect(run('rotary-zero', { ...now, by: 'eye' }, at()).writes['work/G54/A/geometry']).toMatchObject({ byEye: true })
    expect(degrees(run('rotary-zero', { slot: 'G54', axis: 'A', how: 'typed', angle: '-12.345' }, at()).value('work/G54/A'))).toBe(-12.345)
  })

  it('without end is the turn nearest to what stands, and with a travel just as it is', () => {
    expect(degrees(run('rotary-zero', now, at()).value('work/G54/A'))).toBe(-179.5)
    const stood = at({}, [[workRegister('G54', 'A'), stands(nm(540_000_000))]])
    expect(degrees(run('rotary-zero', now, stood).value('work/G54/A'))).toBe(540.5)
    const limited = at({ travel: { min: -30_000_000 as Microdegrees, max: 300_000_000 as Microdegrees } })
    expect(degrees(run('rotary-zero', now, limited).value('work/G54/A'))).toBe(180.5)
  })

  it('is offered only where there is a rotary axis', () => {
    expect(run('rotary-zero', now, scene()).values.problems[0]?.sentence).toContain('Axis')
  })
})
