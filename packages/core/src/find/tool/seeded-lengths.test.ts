import { describe, expect, it } from 'vitest'
import { formatLength, mm, nm, type Nm } from '../../length/index.ts'
import { lengthRegister, setterRegister, workRegister } from '../../register/index.ts'
import { Chance, mounted, run, scene, SCENES, stands } from '@rook/testing'

/** How one assembly's length repeats from seating to seating, one standard deviation: the shop's limit. */
const REPEAT = 5_000
const ZERO = mm(-476.5655)
const K = mm(-502.118)
const text = (value: number) => formatLength(nm(Math.round(value / 100) * 100), { unit: 'mm', decimals: 4 }).replace('\u2212', '-')

interface Clean {
  reading: Nm
  length: Nm
  other: Nm
}
type Mistake = (clean: Clean) => Record<string, string>

/** A thousand lengths that were measured before, each set again on the part over a shim, or on a setter. */
function play(method: 'part' | 'setter', mistake: Mistake | null, words = '') {
  const chance = new Chance(417)
  const tally = { questioned: 0, named: 0 }
  for (let at = 0; at < SCENES; at++) {
    const length = mm(Math.round(chance.between(70, 160) * 1000) / 1000)
    const other = mm(Math.round(chance.between(70, 160) * 1000) / 1000)
    const now = length + chance.normal(REPEAT)
    const reading = nm(Math.round(method === 'part' ? ZERO + mm(0.8) + now + mm(1) : K + now))
    const raw: Record<string, string> =
      method === 'part'
        ? { tool: '4', method, slot: 'G54', between: 'shim', reading: text(reading), place: '0.8' }
        : { tool: '4', method, setter: 'setter', reading: text(reading) }
    const own = { assembly: 'em-12', standard: 2_000 }
    const { findings } = run(
      'tool-length',
      { ...raw, ...mistake?.({ reading, length, other }) },
      scene(
        [
          [workRegister('G54', 'Z'), stands(ZERO)],
          [workRegister('G55', 'Z'), stands(mm(-430.12))],
          [setterRegister('setter'), stands(K)],
          [lengthRegister('4'), stands(length, own)],
          [lengthRegister('17'), stands(other, { assembly: 'dr-66', standard: 2_000 })],
        ],
        {
          plan: null,
          tools: [
            mounted('4', 'em-12', 'End mill 12', { estimate: nm(Math.round((length + chance.normal(mm(0.2))) / 500_000) * 500_000) }),
            mounted('7', 'dr-66', 'Drill 6.6', { offset: '17' }),
          ],
        },
      ),
    )
    if (findings.some(({ verdict }) => verdict !== 'clear')) tally.questioned++
    const jump = findings.find(({ check }) => check === 'jump')
    if (jump && jump.verdict !== 'clear' && jump.sentence.includes(words)) tally.named++
  }
  return tally
}

describe.each(['part', 'setter'] as const)('a thousand seeded lengths on the %s', (method) => {
  it('question fewer than one clean one in a hundred', () => {
    expect(play(method, null).questioned).toBeLessThan(SCENES * 0.01)
  })

  const mistakes: [string, string, Mistake][] = [
    ['another tool in the spindle', 'this were H17 length', ({ reading, length, other }) => ({ reading: text(reading - length + other) })],
    ['the sign lost', 'the reading had the other sign', ({ reading }) => ({ reading: text(-reading) })],
    ['inches for millimetres', 'typed in inches', ({ reading }) => ({ reading: text(reading / 25.4) })],
    [
      'the decimal point one place too far left',
      'its decimal point one place too far left',
      ({ reading }) => ({ reading: text(reading / 10) }),
    ],
    ...(method === 'part'
      ? ([
          ['the shim forgotten', 'Shim 1.000 had lain between and was not taken off', () => ({ between: 'none' })],
          [
            'a shim that was not there',
            'nothing had lain between, or the 1 had been taken off already',
            ({ reading }) => ({ reading: text(reading - mm(1)) }),
          ],
          ['G55 chosen for G54', 'G54 had been active', () => ({ slot: 'G55' })],
        ] as [string, string, Mistake][])
      : []),
  ]
  it.each(mistakes)('catch 99 of 100 and name 95 of 100 with %s', (_name, words, mistake) => {
    const { questioned, named } = play(method, mistake, words)
    expect(questioned).toBeGreaterThanOrEqual(SCENES * 0.99)
    expect(named).toBeGreaterThanOrEqual(SCENES * 0.95)
  })
})
