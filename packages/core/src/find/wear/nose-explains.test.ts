import { describe, expect, it } from 'vitest'
import { LATHE, mounted, run, scene, stands } from '@rook/testing'
import { mm, nm } from '../../length/index.ts'
import { microdegrees } from '../../angle/index.ts'
import { geometryRegister, noseRegister, registerKey, tipRegister, wearOf } from '../../register/index.ts'
import type { RegisterRef } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import type { Standing } from '../../scene/index.ts'
import type { ConeWall } from '../lathe-tool/nose-by-cone.ts'
import { diameterByNose } from './nose-explains.ts'

const X = geometryRegister('3', 'X')
/** Larger toward the chuck: its wall looks away from it. */
const FRONT: ConeWall = { angle: microdegrees(45), inside: false, looks: 1 }
const noseOf = (nose: number): [RegisterRef, Standing] => [noseRegister('3'), stands(mm(nose))]
const at = (nose: number | null, insert: string | null = 'CCMT060208', tip = 3) =>
  scene([[X, stands(mm(-231.406))], [tipRegister('3'), stands(nm(tip))], ...(nose === null ? [] : [noseOf(nose)])], {
    machine: LATHE,
    plan: null,
    tools: [mounted('3', 'tt-3', 'Turning tool', { kind: 'turning', insert, properties: {} })],
  })
const cone = (more: RawInputs, nose: number | null = 0.4, insert?: string | null, tip?: number) =>
  run(
    'turned-size',
    { tool: '3', kind: 'cone', by: 'measured', with: 'mic', cone: '45', looks: '+', target: '24', ...more },
    at(nose, insert, tip),
  )
const finding = (found: ReturnType<typeof cone>) => found.findings.find(({ sentence }) => /nose/.test(sentence))

describe('a cone that is off by its nose', () => {
  // Worked by hand: 0.8 entered as 0.4 leaves 0.4 · (√2 − 1) = 0.165685 along the normal of a cone of 45°,
  // over cos 45° that is 0.234315 across, and 0.468629 on a diameter.
  it('comes out as much too large as the sum says', () => {
    expect(diameterByNose(mm(0.8), mm(0.4), FRONT, 3)).toBe(468_629)
    expect(diameterByNose(mm(0.4), mm(0.8), FRONT, 3)).toBe(-468_629)
    // 30°: 0.5 + 0.866025 − 1 = 0.366025; 2 · 0.4 · 0.366025 / 0.866025
    expect(diameterByNose(mm(0.8), mm(0.4), { ...FRONT, angle: microdegrees(30) }, 3)).toBe(338_120)
  })

  it('is stopped, with the radius of the insert on record named', () => {
    const found = finding(cone({ measured: '24.469' }))
    expect(found?.verdict).toBe('stop')
    expect(found?.sentence).toContain('with a nose of 0.800, as the insert on record has, where the control holds 0.400')
  })

  it('is told the other way round in a bore, where what is left makes the cone smaller', () => {
    expect(finding(cone({ kind: 'cone-bore', measured: '23.531' }, 0.4, 'CCMT060208', 2))?.verdict).toBe('stop')
    expect(finding(cone({ kind: 'cone-bore', measured: '24.469' }, 0.4, 'CCMT060208', 2))?.sentence).toBe(
      'No nose radius that inserts have explains this cone.',
    )
  })

  it('is named from what inserts come with where none is on record', () => {
    // 0.2 where 0.4 is held cuts 0.234 too small.
    const found = finding(cone({ measured: '23.766' }, 0.4, null))
    expect(found?.sentence).toContain('with a nose of 0.200 where the control holds 0.400')
  })

  it('leaves a cone alone that is off by something else, or hardly, or of a tool without a nose on record', () => {
    expect(finding(cone({ measured: '24.1' }))?.verdict).toBe('clear')
    expect(finding(cone({ measured: '24.001' }))?.sentence).toContain('as the nose radius in the control makes it')
    expect(finding(cone({ measured: '24.469' }, null))).toBeUndefined()
  })

  it('is explained on a back taper by the share that it has there', () => {
    // Smaller toward the chuck, tip 3: cos 45\u00b0 \u2212 sin 45\u00b0 \u2212 1 = \u22121. 0.8 entered as 0.4 cuts 0.4 too deep along the normal,
    // 2 \u00b7 0.4 / cos 45\u00b0 = 1.131 on the diameter.
    const found = finding(cone({ measured: '22.869', looks: '-' }))
    expect(found?.verdict).toBe('stop')
    expect(found?.sentence).toContain('with a nose of 0.800, as the insert on record has')
    expect(finding(cone({ measured: '24.469', looks: '-' }))?.sentence).toBe('No nose radius that inserts have explains this cone.')
  })

  it('still works out the wear, and refuses an angle that is no cone', () => {
    const found = cone({ measured: '24.1' })
    expect(found.sheet.result?.writes[0]).toMatchObject({ register: wearOf(X), value: nm(-100_000) })
    expect(registerKey(found.sheet.targets[0]!)).toBe(registerKey(wearOf(X)))
    for (const angle of ['0', '90', '-45']) expect(cone({ measured: '24.1', cone: angle }).sheet.refusal?.input).toBe('cone')
  })

  it('is drawn as steep as it is', () => {
    const [slope] = cone({ measured: '24.1', cone: '30' }).sheet.drawing.outlines!
    const [a, b] = slope!.points
    expect((a!.y - b!.y) / (b!.x - a!.x)).toBeCloseTo(Math.tan(Math.PI / 6), 5)
  })
})
