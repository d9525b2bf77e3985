import { describe, expect, it } from 'vitest'
import { assess } from '../assessment/index.ts'
import { formatLength, mm, nm, plus, type Nm } from '../length/index.ts'
import { workRegister } from '../register/index.ts'
import { edge } from '../pickup/index.ts'
import { scene, stands } from '@rook/testing'

/** Small seeded chance, so that a failure comes back. */
function chance(seed: number) {
  let state = seed
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648
    return state / 2_147_483_648
  }
}

const text = (value: Nm) => formatLength(value, { unit: 'mm', decimals: 4 }).replace('\u2212', '-')

/** A thousand clean edges and a thousand with one mistake each, the fixture scattering as it says it does. */
function playScenes(mistake: ((clean: { reading: Nm; direction: string }) => Record<string, string>) | null) {
  const next = chance(417)
  const tally = { questioned: 0, named: 0, scenes: 1000 }
  for (let i = 0; i < tally.scenes; i++) {
    const zero = mm(-600 + Math.round(next() * 5000) / 10)
    const scatter = nm(Math.round((next() + next() + next() + next() - 2) * 1.7 * 4_000))
    const direction = next() < 0.5 ? '+' : '-'
    const reading = nm(Math.round(plus(zero, scatter, mm(direction === '+' ? -5 : 5)) / 100) * 100)
    const raw = { slot: 'G54', axis: 'X', direction, finder: 'finder', between: 'none', reading: text(reading), place: '0' }
    const at = scene([
      [workRegister('G54', 'X'), stands(zero)],
      [workRegister('G55', 'X'), stands(mm(-488.12))],
    ])
    const { findings } = assess(edge, { ...raw, ...mistake?.({ reading, direction }) }, at)
    if (findings.some(({ verdict }) => verdict !== 'clear')) tally.questioned++
    const jump = findings.find(({ check }) => check === 'jump')
    if (jump && jump.verdict !== 'clear') tally.named += jump.sentence.includes('It would agree') ? 1 : 0
  }
  return tally
}

describe('a thousand seeded edges', () => {
  it('questions fewer than one clean one in a hundred', () => {
    expect(playScenes(null).questioned).toBeLessThan(10)
  })

  const shimmed = ({ reading, direction }: { reading: Nm; direction: string }) => ({
    reading: text(plus(reading, mm(direction === '+' ? -1 : 1))),
  })
  it.each([
    ['the shim forgotten', shimmed],
    ['the side mixed up', ({ direction }: { direction: string }) => ({ direction: direction === '+' ? '-' : '+' })],
    ['the sign lost', ({ reading }: { reading: Nm }) => ({ reading: text(nm(0 - reading)) })],
    [
      'the radius taken off before',
      ({ reading, direction }: { reading: Nm; direction: string }) => ({ reading: text(plus(reading, mm(direction === '+' ? 5 : -5))) }),
    ],
    [
      'the decimal point one place too far left',
      ({ reading }: { reading: Nm }) => ({ reading: text(nm(Math.round(reading / 1000) * 100)) }),
    ],
    ['half of what was read', ({ reading }: { reading: Nm }) => ({ reading: text(nm(Math.round(reading / 200) * 100)) })],
    [
      'another finder in the spindle',
      ({ reading, direction }: { reading: Nm; direction: string }) => ({ reading: text(plus(reading, mm(direction === '+' ? 2 : -2))) }),
    ],
    ['the part display read, G55 active', ({ reading }: { reading: Nm }) => ({ reading: text(plus(reading, mm(488.12))) })],
    ['inches for millimetres', ({ reading }: { reading: Nm }) => ({ reading: text(nm(Math.round(reading / 25.4 / 100) * 100)) })],
  ])('catches 99 of 100 and names 95 of 100 with %s', (_name, mistake) => {
    const { questioned, named, scenes } = playScenes(mistake)
    expect(questioned).toBeGreaterThanOrEqual(scenes * 0.99)
    expect(named).toBeGreaterThanOrEqual(scenes * 0.95)
  })
})
