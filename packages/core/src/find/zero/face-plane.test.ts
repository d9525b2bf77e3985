import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { lengthRegister, workRegister } from '../../register/index.ts'
import { run, scene, stands } from '@rook/testing'

const at = scene(
  [
    [lengthRegister('4'), stands(mm(100), { assembly: 'em-12' })],
    [workRegister('G54', 'X'), stands(mm(0))],
    [workRegister('G54', 'Y'), stands(mm(0))],
  ],
  { plan: null },
)
const raw = {
  slot: 'G54',
  tool: '4',
  between: 'none',
  touches: '4',
  over: 'zero',
  place: '0',
  X1: '0',
  Y1: '0',
  Z1: '-376.565',
  X2: '120',
  Y2: '0',
  Z2: '-376.541',
  X3: '120',
  Y3: '80',
  Z3: '-376.533',
  X4: '0',
  Y4: '80',
  Z4: '-376.557',
}

describe('plane of a face', () => {
  it('finds tilt, flatness and the height over part zero as worked by hand', () => {
    const { value, fact } = run('face-plane', raw, at)
    expect(fact('tilt over 100 mm')).toBe('+0.0200 in X, +0.0100 in Y')
    expect(fact('flat within')).toBe('0.0000')
    expect(value('work/G54/Z')).toBe(mm(-476.565))
  })

  it('takes the height in the middle of the touches, where it is known best', () => {
    const { value, writes } = run('face-plane', { ...raw, over: 'middle' }, at)
    expect(value('work/G54/Z')).toBe(mm(-476.549))
    const overZero = run('face-plane', raw, at).writes['work/G54/Z/geometry']!
    expect(writes['work/G54/Z/geometry']!.uncertainty!.standard).toBeLessThan(overZero.uncertainty!.standard)
  })

  it('asks about a tilt, refuses touches on a line, and needs part zero to take the height over it', () => {
    expect(run('face-plane', { ...raw, Z2: '-376.4', Z3: '-376.4' }, at).finding('tilt')).toMatchObject({ verdict: 'query' })
    expect(run('face-plane', { ...raw, Y3: '0', Y4: '0', X3: '60', X4: '90' }, at).refusal).toContain('lie on a line')
    expect(run('face-plane', raw, scene([[lengthRegister('4'), stands(mm(100))]])).refusal).toContain('where part zero lies')
  })
})
