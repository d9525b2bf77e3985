import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { run, scene } from '@rook/testing'

const four = {
  slot: 'G54',
  kind: 'bore',
  finder: 'probe',
  touches: '4',
  placeX: '46',
  placeY: '31.5',
  X1: '-198.4235',
  Y1: '-138.2030',
  X2: '-212.4460',
  Y2: '-124.1825',
  X3: '-226.4625',
  Y3: '-138.2030',
  X4: '-212.4460',
  Y4: '-152.2215',
}
const at = scene([], { plan: null })

describe('bore or boss', () => {
  it('finds centre and diameter as worked by hand, each side with its own radius', () => {
    const { value, fact } = run('bore-boss', four, at)
    expect(value('work/G54/X')).toBe(mm(-258.446))
    expect(value('work/G54/Y')).toBe(mm(-169.703))
    expect(fact('bore')).toBe('\u00d834.0130')
    expect(fact('out of round')).toBe('0.0000')
  })

  it('would shift by 0.003 in X and 0.001 in Y if the directions were ignored', () => {
    const plain = scene([], { plan: null, gauges: at.gauges.map((gauge) => (gauge.id === 'probe' ? { ...gauge, radii: null } : gauge)) })
    const { value } = run('bore-boss', four, plain)
    expect(value('work/G54/X')! - mm(-258.446)).toBe(mm(0.003))
    expect(Math.abs(value('work/G54/Y')! - mm(-169.703))).toBe(mm(0.001))
  })

  it('says that three touches show no form error', () => {
    const three = { ...four, touches: '3', X2: '-219.4560', Y2: '-126.0590', X3: '-219.4560', Y3: '-150.3470' }
    expect(run('bore-boss', three, at).fact('form')).toBe('three touches do not show it')
  })

  it('is named when it was the other: worked with the radii in force, not with the ball\u2019s size', () => {
    // As a boss these touches are Ø34.0130 − 4 · 2.987: just what is expected, to the last step.
    const size = run('bore-boss', { ...four, expected: '22.0650' }, at).finding('size')
    expect(size?.verdict).toBe('stop')
    expect(size?.sentence).toMatch(/It would agree if .* had been Boss, not Bore\./)
  })

  it('takes the stylus off a boss where it adds it to a bore', () => {
    const boss = { ...four, kind: 'boss' }
    expect(run('bore-boss', boss, at).fact('boss')).toBe('\u00d822.0650')
    expect(run('bore-boss', boss, at).finding('touch-side')?.verdict).toBe('clear')
  })

  it.each([
    ['a touch typed twice', { X3: '-198.4235', Y3: '-138.2030' }, 'Touch 3 has the same readings as an earlier one'],
    [
      'touches on a line',
      { touches: '3', X1: '-200', Y1: '-138', X2: '-210', Y2: '-138', X3: '-220', Y3: '-138' },
      'no circle can be told',
    ],
    ['a boss touched from inside', { kind: 'boss', X1: '-211', X3: '-213.9', Y2: '-137', Y4: '-139.4' }, 'made inside a bore'],
    [
      'a short arc',
      { touches: '3', X1: '-195.4395', Y1: '-138.2030', X2: '-195.5040', Y2: '-136.7000', X3: '-195.7000', Y3: '-135.2000' },
      'so short an arc',
    ],
  ])('refuses %s', (_name, more, sentence) => {
    expect(run('bore-boss', { ...four, ...more }, at).refusal).toContain(sentence)
  })

  it('stops touches typed on each other\u2019s line, and questions a burr', () => {
    const swapped = { ...four, X1: four.X3, X3: four.X1 }
    expect(run('bore-boss', swapped, at).finding('touch-side')).toMatchObject({ verdict: 'stop' })
    expect(run('bore-boss', { ...four, X1: '-198.4835' }, at).finding('form')).toMatchObject({ verdict: 'query' })
  })

  it('holds the diameter against the one expected, and names the mistake that fits', () => {
    const size = (expected: string, more = {}) => run('bore-boss', { ...four, expected, ...more }, at).finding('size')
    expect(size('34')).toMatchObject({ verdict: 'clear' })
    expect(size('28.039')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('the radius had already been taken off the reading') as string,
    })
    expect(size('38.04')?.sentence).toContain('Finder 10 had been in the spindle')
    expect(size('33.2')).toMatchObject({ verdict: 'query' })
  })
})
