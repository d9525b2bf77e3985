import { describe, expect, it } from 'vitest'
import { INCH_MILL, MILL, mounted, scene, stands } from '@rook/testing'
import { mm, nm } from '../length/index.ts'
import { lengthRegister, registerKey, workRegister } from '../register/index.ts'
import { repeatsWithin, spreadText } from './repeats.ts'
import { sinceThen } from './since-then.ts'
import { compareStanding } from './stood.ts'

const X = workRegister('G54', 'X')
const Y = workRegister('G54', 'Y')
const OTHER = workRegister('G55', 'X')
const T4 = lengthRegister('4')
const PLAN = {
  slots: ['G54'],
  tools: [{ number: '4', offset: '4', diameterOffset: '4', diameter: false }],
  steps: [{ id: 'x', title: 'X', detail: null, kind: 'routine' as const, routine: 'edge', preset: { finder: 'finder' } }],
}
const THEN = scene([
  [X, stands(mm(-318.204))],
  [Y, stands(mm(-175))],
  [OTHER, stands(mm(1))],
  [T4, stands(mm(103.5), { assembly: 'em-12' })],
])

describe('two scenes side by side', () => {
  it('differ by value, by state and by what stood only once', () => {
    const after = scene([
      [X, stands(mm(-318.084), { entry: 'e', at: '2026-11-24T01:00:00.000Z', by: 'W. Tansley' })],
      [Y, stands(mm(-175), { state: 'disturbed' })],
      [T4, stands(mm(103.5), { assembly: 'em-12' })],
    ])
    const { differs, alike } = compareStanding(THEN, after)
    expect(alike.map(({ name, before, after: is }) => [name, before, is])).toEqual([['H4 length', '103.5000', '103.5000']])
    expect(differs.map(({ name, before, after: is, moved }) => [name, before, is, moved])).toEqual([
      ['G54 X', '\u2212318.2040', '\u2212318.0840', '+0.1200'],
      ['G54 Y', '\u2212175.0000', '\u2212175.0000, disturbed', null],
      ['G55 X', '1.0000', null, null],
    ])
    expect(differs[0]!.by).toEqual({ entry: 'e', at: '2026-11-24T01:00:00.000Z', name: 'W. Tansley' })
  })
})

describe('what is different since it was set up before', () => {
  it('is nothing where nothing happened', () => {
    expect(sinceThen(PLAN, THEN, THEN)).toEqual({ changed: [], figures: [], same: 3 })
  })

  it('names another tool and a recalibrated gauge first, then the figures of the plan that were written since', () => {
    const now = scene(
      [
        [X, stands(mm(-318.084))],
        [Y, stands(mm(-175))],
        [OTHER, stands(mm(2))],
        [T4, stands(mm(99), { assembly: 'em-12-b' })],
      ],
      {
        tools: [mounted('4', 'em-12-b', 'End mill 12')],
        gauges: THEN.gauges.map((gauge) => (gauge.id === 'finder' ? { ...gauge, calibrated: '2026-11-23T10:00:00.000Z' } : gauge)),
      },
    )
    const { changed, figures, same } = sinceThen(PLAN, THEN, now)
    expect(changed.map(({ what }) => what)).toEqual(['T4', expect.stringContaining('Finder')])
    expect(changed[0]).toMatchObject({ before: 'End mill 12 (em-12)', after: 'End mill 12 (em-12-b)' })
    // G55 is no slot of the plan.
    expect(figures.map(({ register }) => register)).toEqual([registerKey(X), registerKey(T4)])
    expect(same).toBe(1)
  })

  it('says on another machine that zeros do not come along', () => {
    const { changed, figures } = sinceThen(PLAN, THEN, { ...THEN, machine: INCH_MILL, tools: [] })
    expect(figures).toEqual([])
    expect(changed).toEqual([
      { what: 'Machine', before: MILL.name, after: INCH_MILL.name },
      { what: 'Zeros of G54', before: `as on ${MILL.name}`, after: null },
      { what: 'Length of End mill 12', before: `103.5000 mm on ${MILL.name}`, after: `the tool is not in ${INCH_MILL.name}` },
      { what: 'T4', before: 'End mill 12 (em-12)', after: null },
    ])
  })

  it('brings a length along as an estimate where both machines count from the gauge line, and not otherwise', () => {
    const said = (machine: typeof MILL, number = '9') =>
      sinceThen(PLAN, THEN, { ...THEN, machine, tools: [mounted(number, 'em-12', 'End mill 12')] }).changed.find(
        ({ what }) => what === 'Length of End mill 12',
      )!.after
    // 103.5 mm are 4.07480 in.
    expect(said({ ...INCH_MILL, lengthConvention: 'gauge-length' })).toBe(
      'good as an estimate in T9, for both count from the gauge line: 4.0748 in',
    )
    expect(said({ ...INCH_MILL, lengthConvention: 'touch-off' })).toBeNull()
    expect(said({ ...MILL, id: 'other', lengthConvention: 'reference-tool' })).toBeNull()
  })
})

describe('how a fixture repeats', () => {
  it('is told from three loadings on, by their standard deviation', () => {
    const of = (...values: number[]) => repeatsWithin(values.map((value) => ({ value: nm(value) })))
    expect(of(1000, 3000)).toBeNull()
    // Mean 3000; deviations −2000, 0, 2000: √(8·10⁶ / 2) = 2000.
    expect(of(1000, 3000, 5000)).toEqual({ standard: 2000, n: 3, range: 4000 })
    // 2 µm is 0.00007874 in.
    expect([spreadText(2000, 'mm'), spreadText(2000, 'in')]).toEqual(['0.0020 mm', '0.00008 in'])
    expect(of(-7, -7, -7, -7)).toEqual({ standard: 0, n: 4, range: 0 })
  })
})
