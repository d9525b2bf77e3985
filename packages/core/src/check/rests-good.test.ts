import { describe, expect, it } from 'vitest'
import { scene, stands } from '@rook/testing'
import { assess } from '../assessment/index.ts'
import { routineById } from '../catalogue/routines.ts'
import { mm } from '../length/index.ts'
import { workRegister } from '../register/index.ts'
import type { Scene, Standing } from '../scene/index.ts'

/** G55 worked out from a G54 that stands as is said: one part further on the same plate. */
const from = (stood: Partial<Standing>, more: Partial<Scene> = {}) => {
  const at = scene(
    (['X', 'Y', 'Z'] as const).map((axis) => [
      workRegister('G54', axis),
      stands(mm(-300), { setup: 'now', at: '2026-11-24T02:00:00.000Z', ...stood }),
    ]),
    more,
  )
  const raw = { from: 'G54', axis: 'X', by: 'typed', distance: '80', slot: 'G55' }
  return assess(routineById('moved-zero')!, raw, at)
}
const asked = (stood: Partial<Standing>, more: Partial<Scene> = {}) =>
  from(stood, more).findings.filter(({ check, verdict }) => check === 'rests-good' && verdict !== 'clear')

describe('a zero that is worked out from another one', () => {
  it('is asked nothing where that was measured in this setup, since the machine was homed', () => {
    expect(from({}).sheet.result).not.toBeNull()
    expect(asked({})).toEqual([])
  })

  it('is asked about where that was only carried over from another setup', () => {
    expect(asked({ setup: 'before' })).toMatchObject([
      { verdict: 'query', sentence: expect.stringMatching(/G54 X, which is only carried over/) as string },
    ])
  })

  it('is not, where somebody has confirmed it for this setup', () => {
    const { origin } = stands(mm(-300))
    const at = scene()
    const confirmed = Object.fromEntries((['X', 'Y', 'Z'] as const).map((axis) => [`work/G54/${axis}/geometry`, origin]))
    expect(asked({ setup: 'before' }, { plan: { ...at.plan!, confirmed } })).toEqual([])
  })

  it('is asked about where that was found before the machine was homed the last time', () => {
    expect(asked({ at: '2026-11-24T00:30:00.000Z' })[0]).toMatchObject({
      verdict: 'query',
      sentence: expect.stringMatching(/G54 X, which was found before Mill 3 was homed the last time/) as string,
    })
  })
})
