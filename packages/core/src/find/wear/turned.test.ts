import { describe, expect, it } from 'vitest'
import { INCH_LATHE, LATHE, mounted, run, scene, stands } from '@rook/testing'
import { routineById } from '../../catalogue/index.ts'
import { mm } from '../../length/index.ts'
import { geometryRegister, registerKey, wearOf } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'

const [X, Z] = [geometryRegister('3', 'X'), geometryRegister('3', 'Z')]
const at = (machine = LATHE, worn = 0) =>
  scene(
    [
      [X, stands(mm(-231.406))],
      [Z, stands(mm(53.132))],
      [wearOf(X), stands(mm(worn))],
    ],
    { machine, plan: null, tools: [mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar' })] },
  )
const sized = (kind: string, target: string, measured: string, machine = LATHE, worn = 0) =>
  run('turned-size', { tool: '3', kind, by: 'measured', with: 'mic', target, measured }, at(machine, worn))
const written = (found: ReturnType<typeof sized>) => {
  const [write] = found.sheet.result!.writes
  return { register: registerKey(write!.register), value: write!.value }
}

describe('a turned size', () => {
  // Worked by hand: \u0394X = target − measured, in diameters, the same outside and in a bore.
  it.each([
    ['outside', '24.98', '25.02', -0.04],
    ['outside', '24.98', '24.95', 0.03],
    ['bore', '30.01', '29.96', 0.05],
    ['bore', '30.01', '30.04', -0.03],
  ])('%s: wanted %s, measured %s changes the wear of X by %d', (kind, target, measured, change) => {
    expect(written(sized(kind, target, measured))).toEqual({ register: registerKey(wearOf(X)), value: mm(change) })
  })

  it('adds to the wear that stands', () => {
    expect(written(sized('bore', '30.01', '29.96', LATHE, -0.02)).value).toBe(mm(0.03))
  })

  it('counts half where X reads radii, and says so in the sum', () => {
    const found = sized('outside', '24.98', '25.02', { ...LATHE, xReads: 'radius' })
    expect(written(found).value).toBe(mm(-0.02))
    expect(found.sheet.working.lines.map(({ label }) => label)).toContain('half of target less measured, the register holds radii')
  })

  it('of a shoulder goes into Z: one that stands too far out is cut nearer to the chuck', () => {
    // The shoulder ought to stand at Z −24 and stands at −23.95: the tip has to go 0.05 toward the chuck.
    const found = sized('shoulder', '-24', '-23.95')
    expect(written(found)).toEqual({ register: registerKey(wearOf(Z)), value: mm(-0.05) })
    expect(found.sheet.working.facts).toContainEqual({ label: 'In words', text: 'tip nearer to the chuck, face nearer to it' })
  })

  it('is read in inches on an inch lathe', () => {
    const found = sized('outside', '1', '1.001', { ...INCH_LATHE, xReads: 'diameter' })
    expect(written(found).value).toBe(-25_400)
  })

  it('draws a bore within its walls, the diameters true, and where the wall is off', () => {
    const { solids, dimensions, deviations } = sized('bore', '30', '29.96').sheet.drawing
    expect(solids.filter(({ kind }) => kind === 'stock')).toHaveLength(2)
    expect(solids[0]!.box.min.y).toBe(mm(15))
    expect(dimensions!.map(({ label }) => label)).toEqual(['wanted \u00d830.000', 'measured \u00d829.960'])
    expect(deviations!.map(({ by }) => by.y)).toEqual([mm(-0.02), mm(0.02)])
  })

  it('is refused where there is nothing to add to, and where a diameter is none', () => {
    const bare = { ...at(), standing: {} }
    const unset = run('turned-size', { tool: '3', kind: 'bore', by: 'measured', target: '30', measured: '30' }, bare)
    expect(unset.sheet.refusal?.sentence).toBe('T3 X is unset, and wear counts on top of it. Measure T3 first.')
    expect(sized('bore', '30', '-29.96').sheet.refusal?.sentence).toBe(
      'Measured: a size is more than zero; type what the gauge shows. It would agree if “Measured diameter” had the other sign.',
    )
    expect(sized('shoulder', '0', '0.02').sheet.refusal).toBeNull()
  })

  describe('of which two were measured', () => {
    const two = (first: string, second: string, more: RawInputs = {}) =>
      run(
        'turned-size',
        {
          tool: '3',
          kind: 'bore',
          by: 'measured',
          with: 'mic',
          sizes: '2',
          target: '30.01',
          measured: first,
          'target-2': '42.02',
          'measured-2': second,
          ...more,
        },
        at(),
      )
    const taper = (found: ReturnType<typeof two>) => found.findings.find(({ check }) => check === 'two-sizes')

    it('is corrected by what both lack', () => {
      // Both are 0.04 too small.
      const alike = two('29.97', '41.98')
      expect(written(alike).value).toBe(mm(0.04))
      expect(taper(alike)).toMatchObject({ verdict: 'clear' })
    })

    it('keeps their difference, which no register mends, and says so', () => {
      // One lacks 0.05, the other 0.01: 0.03 is corrected, 0.04 between them stays.
      const apart = two('29.96', '42.01')
      expect(written(apart).value).toBe(mm(0.03))
      expect(taper(apart)).toMatchObject({
        verdict: 'query',
        sentence: expect.stringContaining('off by \u22120.050 and \u22120.010') as string,
      })
      expect(taper(apart)!.sentence).toContain('0.040 between them stays')
      expect(apart.sheet.working.lines.map(({ label }) => label)).toContain('mean of target less measured')
    })

    it('is right or not by their mean, and so is what is offered; a mean is worth more than one size', () => {
      // One 0.053 under and one 0.055 over: their mean is on target, and nothing is to be corrected.
      const even = two('29.957', '42.075')
      expect(written(even).value).toBe(mm(0))
      const asks = (found: RawInputs) =>
        routineById('turned-size')!
          .inputs(at(), found)
          .some(({ id }) => id === 'then')
      const raw = { tool: '3', kind: 'bore', by: 'measured', with: 'mic', sizes: '2', target: '30.01', 'target-2': '42.02' }
      expect(asks({ ...raw, measured: '29.957', 'measured-2': '42.075' })).toBe(true)
      // The first is on target, the mean is 0.02 short.
      expect(asks({ ...raw, measured: '30.01', 'measured-2': '41.98' })).toBe(false)
      expect(written(two('30.01', '41.98')).value).toBe(mm(0.02))
      const doubt = (found: ReturnType<typeof two>) =>
        found.sheet.result!.writes[0]!.uncertainty!.contributors.find(({ label }) => label.startsWith('Micrometer'))!.standard
      const one = run('turned-size', { ...raw, sizes: '1', measured: '29.96' }, at())
      expect(doubt(two('29.97', '41.98'))).toBeCloseTo(doubt(one) / Math.SQRT2, 6)
    })

    it('waits for both, once two are said', () => {
      expect(two('29.96', '').sheet.result).toBeNull()
      expect(two('29.96', '', { sizes: '1' }).sheet.result).not.toBeNull()
    })
  })
})
