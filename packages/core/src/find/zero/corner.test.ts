import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { commonRegister, lengthRegister, workRegister } from '../../register/index.ts'
import { run, scene, stands } from '@rook/testing'

const length = [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })] as const
const raw = {
  slot: 'G54',
  axes: 'XYZ',
  directionX: '+',
  directionY: '-',
  finder: 'finder',
  between: 'none',
  tool: '4',
  'z-between': 'shim',
  readingX: '-318.2040',
  placeX: '0',
  readingY: '-101.7030',
  placeY: '63',
  readingZ: '-371.2900',
  placeZ: '0.8',
}

describe('corner', () => {
  it('solves three axes at once, each as its own touch', () => {
    const { value } = run('corner', raw, scene([[...length]]))
    expect(value('work/G54/X')).toBe(mm(-313.204))
    // Y− onto the far side: −101.7030 − 5 − 63
    expect(value('work/G54/Y')).toBe(mm(-169.703))
    expect(value('work/G54/Z')).toBe(mm(-476.5655))
  })

  it('writes several slots in one go, the common shift left out of each', () => {
    const at = scene([[...length], [commonRegister('X'), stands(mm(2))]])
    const { value } = run('corner', { ...raw, axes: 'XY', also: 'G55' }, at)
    expect(value('work/G54/X')).toBe(mm(-315.204))
    expect(value('work/G55/X')).toBe(mm(-315.204))
    expect(value('work/G55/Y')).toBe(mm(-169.703))
  })

  it('goes into the common shift, counted with a slot that stands', () => {
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-313))],
      [workRegister('G54', 'Y'), stands(mm(-170))],
    ])
    const { value } = run('corner', { ...raw, axes: 'XY', slot: 'common', with: 'G54' }, at)
    expect(value('common/all/X')).toBe(mm(-0.204))
    expect(value('common/all/Y')).toBe(mm(0.297))
  })

  it('is kept as a plain reading that writes nothing', () => {
    const { sheet, writes } = run('corner', { ...raw, axes: 'XY', slot: 'plain' }, scene())
    expect(writes).toEqual({})
    expect(sheet.result).not.toBeNull()
    expect(sheet.working.results[0]?.cells.map((cell) => cell?.figure)).toEqual([mm(-313.204), mm(-169.703)])
  })

  it('stops when the first touch repeated is elsewhere', () => {
    const at = scene([[...length]])
    expect(run('corner', { ...raw, again: '-318.2050' }, at).finding('repeat')).toMatchObject({ verdict: 'clear' })
    expect(run('corner', { ...raw, again: '-318.2640' }, at).finding('repeat')).toMatchObject({ verdict: 'stop' })
  })

  it('asks about a shim understated on purpose, and stops one that is overstated', () => {
    const at = scene([[...length]])
    expect(run('corner', { ...raw, 'z-counted': '0.95' }, at).finding('understated')).toMatchObject({ verdict: 'query' })
    expect(run('corner', { ...raw, 'z-counted': '1.05' }, at).finding('understated')).toMatchObject({ verdict: 'stop' })
    expect(run('corner', { ...raw, 'z-counted': '0.95' }, at).value('work/G54/Z')).toBe(mm(-476.5155))
  })

  it('asks whether one reading was typed for both axes', () => {
    const at = scene([[...length]])
    expect(run('corner', { ...raw, readingY: '-318.2040' }, at).finding('same-digits')).toMatchObject({ verdict: 'query' })
  })
})
