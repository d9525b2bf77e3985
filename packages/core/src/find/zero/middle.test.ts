import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { run, scene } from '@rook/testing'

const web = {
  slot: 'G54',
  axis: 'X',
  kind: 'outside',
  finder: 'finder',
  between: 'none',
  first: '-318.204',
  second: '-216.204',
  place: '46',
}
const slot = { ...web, kind: 'inside', first: '-280', second: '-260', place: '0', finder: 'probe' }
const at = scene([], { plan: null })

describe('middle of two faces', () => {
  it('halves a web and finds its width less the finder', () => {
    const { value, fact } = run('middle', web, at)
    expect(value('work/G54/X')).toBe(mm(-313.204))
    expect(fact('width')).toBe('92.0000')
  })

  it('adds the stylus inside a slot, each side with its own radius', () => {
    const { value, fact } = run('middle', slot, at)
    // left wall −280 − 2.990, right wall −260 + 2.984
    expect(value('work/G54/X')).toBe(mm(-270.003))
    expect(fact('width')).toBe('25.9740')
  })

  it('lets a shim cancel in the middle, not in the width', () => {
    const { value, fact } = run('middle', { ...web, between: 'shim' }, at)
    expect(value('work/G54/X')).toBe(mm(-313.204))
    expect(fact('width')).toBe('90.0000')
  })

  it('names the finder that would give the expected width', () => {
    const size = run('middle', { ...web, expected: '96' }, at).finding('size')
    expect(size).toMatchObject({ verdict: 'query' })
    expect(size?.sentence).toContain('Finder 6 had been in the spindle')
    expect(run('middle', { ...web, expected: '92.02' }, at).finding('size')).toMatchObject({ verdict: 'clear' })
  })

  it.each([
    ['readings the other way round', { first: '-216.204', second: '-318.204' }, 'the other way round'],
    ['two sides with one reading', { second: '-318.204' }, 'has not been read yet'],
    ['sides closer than the finder is wide', { second: '-310' }, 'closer together than Finder 10 is wide, 10'],
  ])('refuses %s', (_name, more, sentence) => {
    expect(run('middle', { ...web, ...more }, at).refusal).toContain(sentence)
  })
})
