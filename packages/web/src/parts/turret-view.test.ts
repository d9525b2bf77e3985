import { geometryRegister, mm, nm, stationDatum, workRegister, type RegisterRef, type Scene } from '@rook/core'
import { mounted, scene, stands, TURRET_LATHE } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { put } from '../../test/mounting.ts'
import TurretView from './TurretView.vue'

function at(more: Partial<Scene> = {}): Scene {
  const standing: [RegisterRef, number][] = [
    [workRegister('G54', 'X'), 0],
    [workRegister('G54', 'Z'), -455.3],
    [geometryRegister('1', 'X'), -248.832],
    [geometryRegister('1', 'Z'), 0],
    [stationDatum('1', 'X'), -338.832],
    [stationDatum('1', 'Z'), -12.5],
  ]
  return scene(
    standing.map(([register, value]) => [register, stands(mm(value))]),
    {
      machine: TURRET_LATHE,
      plan: null,
      tools: [mounted('1', 'ld-80', 'Turning tool', { kind: 'turning' }), mounted('3', 'bb', 'Boring bar', { kind: 'boring-bar' })],
      ...more,
    },
  )
}
const text = (wrapper: ReturnType<typeof put>) => wrapper.text().replace(/\s+/g, ' ')

describe('the turret on the screen', () => {
  it('is drawn from both sides with every tool, and says whose place is not known', () => {
    const wrapper = put(TurretView, { scene: at() })
    for (const piece of ['side-chuck-', 'side-turret-', 'side-cutter-1', 'front-cutter-1', 'front-cutter-3'])
      expect(wrapper.find(`[data-piece="${piece}"]`).exists(), piece).toBe(true)
    expect(wrapper.findAll('svg text').map((one) => one.text())).toEqual(['1', '3'])
    expect(text(wrapper)).toContain('How far T3 stands out is not known for certain.')
  })

  it('lights what touches where the turret is turned too near', async () => {
    const near = { ...TURRET_LATHE, turning: { ...TURRET_LATHE.turning, changeAt: { X: mm(-230), Z: nm(-460_000_000) } } }
    const wrapper = put(TurretView, { scene: at({ machine: near }) })
    await wrapper.findAll('input[type=radio]')[2]!.setValue(true)
    expect(wrapper.find('[role=alert]').text()).toContain('while the turret turns')
    expect(wrapper.find('polygon.lit').exists()).toBe(true)
  })

  it('says why it cannot be drawn, and is not there without a turret', async () => {
    const wrapper = put(TurretView, { scene: at({ machine: { ...TURRET_LATHE, turning: { ...TURRET_LATHE.turning, changeAt: null } } }) })
    await wrapper.findAll('input[type=radio]')[2]!.setValue(true)
    expect(text(wrapper)).toContain('Where the turret is turned is not known')
    expect(
      put(TurretView, { scene: at({ machine: { ...TURRET_LATHE, turrets: [] } }) })
        .find('section')
        .exists(),
    ).toBe(false)
  })
})
