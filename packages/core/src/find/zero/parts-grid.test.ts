import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { commonRegister, workRegister } from '../../register/index.ts'
import { MILL, run, scene, stands } from '@rook/testing'

const machine = { ...MILL, slots: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'].map((code) => ({ code, name: null })) }
const first = [
  [workRegister('G54', 'X'), stands(mm(-310))],
  [workRegister('G54', 'Y'), stands(mm(-205))],
] as NonNullable<Parameters<typeof scene>[0]>
const at = scene(first, { machine, plan: null })
const raw = { from: 'G54', columns: '4', rows: '1', by: 'pitch', pitchX: '62.5', turned: '0.25' }

describe('row or grid of parts', () => {
  it('puts the fourth part where it was worked out by hand', () => {
    const { value } = run('parts-grid', raw, at)
    expect(value('work/G57/X')).toBe(mm(-122.5018))
    expect(value('work/G57/Y')).toBe(mm(-204.1819))
    expect(value('work/G54/X')).toBeUndefined()
  })

  it('goes along X first, then along Y, and counts size and gap together as the pitch', () => {
    const grid = { from: 'G54', columns: '2', rows: '2', by: 'size', sizeX: '48', gapX: '4.5', sizeY: '2in', gapY: '0' }
    const { value } = run('parts-grid', grid, at)
    expect(value('work/G55/X')).toBe(mm(-257.5))
    expect(value('work/G56/X')).toBe(mm(-310))
    expect(value('work/G56/Y')).toBe(mm(-154.2))
  })

  it('leaves the common shift out of every slot', () => {
    const shifted = scene([...first, [commonRegister('X'), stands(mm(1))]], { machine, plan: null })
    expect(run('parts-grid', { ...raw, turned: '' }, shifted).value('work/G55/X')).toBe(mm(-247.5))
  })

  it.each([
    ['more parts than slots', { columns: '4', rows: '2', pitchY: '60' }, '8 parts need 8 slots, and from G54 on Mill 3 has 6'],
    ['parts off the table', { columns: '6', pitchX: '100' }, 'off the travel of Mill 3'],
    ['a pitch of nothing', { pitchX: '0' }, 'on top of each other'],
    ['one part', { columns: '1' }, 'needs no grid'],
  ])('refuses %s', (_name, more, sentence) => {
    expect(run('parts-grid', { ...raw, ...more }, at).refusal).toContain(sentence)
  })

  it('asks about parts that overlap, and about parts turned where the control cannot turn', () => {
    const planned = { ...at, plan: scene().plan }
    expect(run('parts-grid', raw, planned).finding('overlap')).toMatchObject({ verdict: 'query' })
    expect(run('parts-grid', { ...raw, pitchX: '100', columns: '3' }, planned).finding('overlap')).toMatchObject({ verdict: 'clear' })
    // A pitch of the part's own size is a gap forgotten: the parts would stand wall to wall.
    const size = String((planned.plan!.stock!.X.to - planned.plan!.stock!.X.from) / 1e6)
    const touching = run('parts-grid', { ...raw, pitchX: size, columns: '3' }, planned).finding('overlap')
    expect(touching).toMatchObject({ verdict: 'query' })
    expect(touching?.sentence).toContain('is the size of the stock: the parts would touch. Was the gap forgotten?')
    expect(run('parts-grid', raw, at).finding('turned')).toMatchObject({ verdict: 'query' })
  })

  it('refuses to count from a zero that is not there', () => {
    expect(run('parts-grid', raw, scene([], { machine })).refusal).toContain('pick up the first part')
  })
})
