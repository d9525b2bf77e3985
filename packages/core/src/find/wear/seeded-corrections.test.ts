import { describe, expect, it } from 'vitest'
import { formatLength, mm, nm, type Nm } from '../../length/index.ts'
import { diameterRegister, wearOf } from '../../register/index.ts'
import { Chance, MILL, mounted, run, scene, SCENES, stands } from '@rook/testing'

const MACHINE = { ...MILL, diameterRegister: 'diameter' as const }
/** How the bore gauge and the cut scatter, one standard deviation, as the scene's gauges and limits say. */
const GAUGE = 1_000
const CUT = 3_000
const text = (value: Nm) => formatLength(value, { unit: 'mm', decimals: 4 }).replace('\u2212', '-')

/**
 * A thousand pockets, each corrected once and then cut again.
 * @param worked how much of the last correction came to count: 1 is right, 0 not at all, 2 twice, −1 the wrong way
 */
function play(worked: number) {
  const chance = new Chance(417)
  const tally = { questioned: 0, stopped: new Map<string, number>() }
  const measure = (size: number) => nm(Math.round((size + chance.normal(CUT) + chance.normal(GAUGE)) / 100) * 100)
  for (let at = 0; at < SCENES; at++) {
    const target = mm(20 + Math.round(chance.between(0, 40)))
    const size = target + Math.round(chance.between(60_000, 90_000)) * (chance.between(0, 1) < 0.5 ? -1 : 1)
    const first = measure(size)
    const step = nm(first - target)
    const sizes = [
      { entry: 'a', at: '2026-11-23T22:10:00.000Z', by: 'x', routine: 'side-size', kind: 'inside', target, measured: first, step },
    ]
    const { finding } = run(
      'side-size',
      {
        tool: '4',
        kind: 'inside',
        by: 'measured',
        with: 'bore',
        target: text(target),
        measured: text(measure(size - worked * step)),
        'cut-since': 'one',
      },
      scene(
        [
          [diameterRegister(MACHINE, '4'), stands(mm(12), { assembly: 'em-12' })],
          [wearOf(diameterRegister(MACHINE, '4')), stands(step, { assembly: 'em-12' })],
        ],
        { machine: MACHINE, tools: [mounted('4', 'em-12', 'End mill 12')], sizes: { 'tool/4/diameter/wear': sizes } },
      ),
    )
    const { verdict, sentence } = finding('last-correction')!
    if (verdict === 'clear') continue
    tally.questioned++
    if (verdict === 'stop') tally.stopped.set(sentence, (tally.stopped.get(sentence) ?? 0) + 1)
  }
  const named = (words: string) => [...tally.stopped].reduce((sum, [sentence, times]) => sum + (sentence.includes(words) ? times : 0), 0)
  return { questioned: tally.questioned, named }
}

describe('a thousand seeded corrections', () => {
  it('question fewer than one right one in a hundred', () => {
    expect(play(1).questioned).toBeLessThan(SCENES * 0.01)
  })

  it.each([
    ['never entered', 0, 'as before the last correction'],
    ['with the other sign', -1, 'entered with the other sign'],
    ['counted twice', 2, 'had counted twice'],
    ['half of it', 0.5, 'only half of that had counted'],
  ])('catch 99 of 100 and name 95 of 100 that were %s', (_name, worked, words) => {
    const { questioned, named } = play(worked)
    expect(questioned).toBeGreaterThanOrEqual(SCENES * 0.99)
    expect(named(words)).toBeGreaterThanOrEqual(SCENES * 0.95)
  })
})
