import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { formatLength, mm, nm, plus, type Nm } from '../length/index.ts'
import { workRegister } from '../register/index.ts'
import { edge } from '../find/zero/index.ts'
import { Chance, scene, SCENES, stands } from '@rook/testing'

const text = (value: Nm) => formatLength(value, { unit: 'mm', decimals: 4 }).replace('\u2212', '-')

/** Clean edges, and as many with one mistake each, the fixture scattering as it says it does. */
function playScenes(mistake: ((clean: { reading: Nm; direction: string }) => Record<string, string>) | null, words = '') {
  const chance = new Chance('seeded slips')
  const tally = { questioned: 0, named: 0, scenes: SCENES }
  for (let i = 0; i < tally.scenes; i++) {
    const zero = mm(-600 + Math.round(chance.next() * 5000) / 10)
    const scatter = nm(Math.round(chance.normal(4_000)))
    const direction = chance.happens(0.5) ? '+' : '-'
    const reading = nm(Math.round(plus(zero, scatter, mm(direction === '+' ? -5 : 5)) / 100) * 100)
    const raw = { slot: 'G54', axis: 'X', direction, finder: 'finder', between: 'none', reading: text(reading), place: '0' }
    const at = scene([
      [workRegister('G54', 'X'), stands(zero)],
      [workRegister('G55', 'X'), stands(mm(-488.12))],
    ])
    const { findings } = assess(edge, { ...raw, ...mistake?.({ reading, direction }) }, at)
    if (findings.some(({ verdict }) => verdict !== 'clear')) tally.questioned++
    const jump = findings.find(({ check }) => check === 'jump')
    if (jump && jump.verdict !== 'clear') tally.named += jump.sentence.includes(` if ${words}`) ? 1 : 0
  }
  return tally
}

describe('seeded edges', () => {
  it('questions fewer than one clean one in a hundred', () => {
    expect(playScenes(null).questioned).toBeLessThan(SCENES * 0.01)
  })

  const shimmed = ({ reading, direction }: { reading: Nm; direction: string }) => ({
    reading: text(plus(reading, mm(direction === '+' ? -1 : 1))),
  })
  it.each([
    ['the shim forgotten', 'Shim 1.000 had lain between and was not taken off', shimmed],
    [
      'the side mixed up',
      'the touch came from the other side',
      ({ direction }: { direction: string }) => ({ direction: direction === '+' ? '-' : '+' }),
    ],
    ['the sign lost', 'the reading had the other sign', ({ reading }: { reading: Nm }) => ({ reading: text(nm(0 - reading)) })],
    [
      'the radius taken off before',
      'the radius had already been taken off the reading',
      ({ reading, direction }: { reading: Nm; direction: string }) => ({ reading: text(plus(reading, mm(direction === '+' ? 5 : -5))) }),
    ],
    [
      'the decimal point one place too far left',
      'the reading had its decimal point one place too far left',
      ({ reading }: { reading: Nm }) => ({ reading: text(nm(Math.round(reading / 1000) * 100)) }),
    ],
    [
      'half of what was read',
      'the reading had been halved',
      ({ reading }: { reading: Nm }) => ({ reading: text(nm(Math.round(reading / 200) * 100)) }),
    ],
    [
      'another finder in the spindle',
      'Finder 6 had been in the spindle',
      ({ reading, direction }: { reading: Nm; direction: string }) => ({ reading: text(plus(reading, mm(direction === '+' ? 2 : -2))) }),
    ],
    [
      'the part display read, G55 active',
      'the reading had been taken from the part display, G55 active',
      ({ reading }: { reading: Nm }) => ({ reading: text(plus(reading, mm(488.12))) }),
    ],
    [
      'inches for millimetres',
      'the reading had been typed in inches',
      ({ reading }: { reading: Nm }) => ({ reading: text(nm(Math.round(reading / 25.4 / 100) * 100)) }),
    ],
  ])('catches 99 of 100 and names 95 of 100 with %s: %s', (_name, words, mistake) => {
    const { questioned, named, scenes } = playScenes(mistake, words)
    expect(questioned).toBeGreaterThanOrEqual(scenes * 0.99)
    expect(named).toBeGreaterThanOrEqual(scenes * 0.95)
  })
})
