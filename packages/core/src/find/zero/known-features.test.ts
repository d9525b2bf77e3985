import { describe, expect, it } from 'vitest'
import { foldFindings } from '../../check/index.ts'
import { mm } from '../../length/index.ts'
import { workRegister } from '../../register/index.ts'
import { MILL, run, scene, stands } from '@rook/testing'

const raw = {
  slot: 'G54',
  finder: 'finder',
  count: '3',
  read: 'part',
  turning: 'no',
  tolerance: '0.05',
  nominalX1: '18',
  nominalY1: '22',
  nominalX2: '92',
  nominalY2: '22',
  nominalX3: '92',
  nominalY3: '58',
  foundX1: '17.9849',
  foundY1: '22.0197',
  foundX2: '91.9847',
  foundY2: '22.1746',
  foundX3: '91.9093',
  foundY3: '58.1746',
}
const stood = scene(
  [
    [workRegister('G54', 'X'), stands(mm(-300))],
    [workRegister('G54', 'Y'), stands(mm(-200))],
  ],
  { plan: null },
)
const turning = { ...stood, machine: { ...MILL, rotates: true } }

describe('known features', () => {
  it('fits shift and rotation as worked by hand', () => {
    const { value, fact, finding } = run('known-features', { ...raw, turning: 'yes' }, turning)
    expect(fact('turned')).toBe('0.1200\u00b0')
    expect(fact('shift')).toBe('+0.0310, \u22120.0180')
    expect(value('work/G54/X')).toBe(mm(-299.969))
    expect(value('work/G54/R')).toBe(120_000)
    expect(finding('features')).toMatchObject({ verdict: 'clear' })
  })

  it('stops at what is left without a rotation, feature by feature', () => {
    const { fact, finding, value } = run('known-features', raw, stood)
    expect(fact('shift')).toBe('\u22120.0404, +0.1230')
    expect(value('work/G54/Y')).toBe(mm(-199.877))
    expect(finding('features')?.verdict).toBe('stop')
    expect(finding('features')?.figures.map(({ value: left }) => (left / 1e6).toFixed(3))).toEqual(['0.106', '0.057', '0.072'])
  })

  it('names the slip that leaves something at the features', () => {
    // Four corners of 74 by 36, found where a zero of −300, −200 puts them.
    const places = [
      [18, 22],
      [92, 22],
      [92, 58],
      [18, 58],
    ] as const
    const right = {
      ...{ slot: 'G54', finder: 'finder', count: '4', read: 'machine', turning: 'no' },
      ...Object.fromEntries(
        places.flatMap(([x, y], at) => [
          [`nominalX${at + 1}`, String(x)],
          [`nominalY${at + 1}`, String(y)],
          [`foundX${at + 1}`, (x - 300).toFixed(3)],
          [`foundY${at + 1}`, (y - 200).toFixed(3)],
        ]),
      ),
    }
    const said = (more: Record<string, string>) => {
      const { findings } = run('known-features', { ...right, ...more }, scene([], { plan: null }))
      const groups = foldFindings(findings.filter(({ verdict }) => verdict !== 'clear'))
      return { asked: groups.length, words: groups.map(({ head }) => head.sentence).join(' ') }
    }
    expect(said({})).toEqual({ asked: 0, words: '' })
    expect(said({ nominalX2: '46' })).toMatchObject({ asked: 1, words: expect.stringContaining('had been halved') as string })
    expect(said({ foundY3: '-124' })).toMatchObject({ asked: 1, words: expect.stringContaining('digits') as string })
    const swapped = { foundX2: '-282.000', foundY2: '-142.000', foundX4: '-208.000', foundY4: '-178.000' }
    expect(said(swapped)).toMatchObject({ asked: 1, words: expect.stringContaining('the readings at 2 and 4 had been swapped') as string })
    // A hole that truly lies elsewhere has no name, and is asked about once.
    expect(said({ foundX3: '-207.613', foundY3: '-141.771' }).asked).toBe(1)
  })

  it('reads the machine display as well, and then needs no zero to begin with', () => {
    const machine = Object.fromEntries(
      Object.entries(raw).map(([id, text]) => [
        id,
        id.startsWith('foundX') ? String(Number(text) - 300) : id.startsWith('foundY') ? String(Number(text) - 200) : text,
      ]),
    )
    const { value } = run('known-features', { ...machine, read: 'machine' }, scene([], { plan: null }))
    expect(value('work/G54/X')).toBe(mm(-300.0404))
  })

  it.each([
    ['a rotation that the control cannot apply', { turning: 'yes' }, 'cannot turn its coordinates'],
    ['a feature named twice', { nominalX2: '18' }, 'the same place on the drawing'],
    ['a place found twice', { foundX2: '17.9849', foundY2: '22.0197' }, 'one of them was typed twice'],
  ])('refuses %s', (_name, more, sentence) => {
    expect(run('known-features', { ...raw, ...more }, stood).refusal).toContain(sentence)
  })

  it.each([12, 17, 24])('takes %i features, each found where shift and rotation put it', (count) => {
    const [turned, shiftX, shiftY] = [(0.2 * Math.PI) / 180, 0.031, -0.018]
    const places = Array.from({ length: count }, (_, at) => ({ x: 12 + 7 * (at % 6), y: 9 + 11 * Math.floor(at / 6) + (at % 5) }))
    const found = places.flatMap(({ x, y }, at) => [
      [`nominalX${at + 1}`, String(x)],
      [`nominalY${at + 1}`, String(y)],
      [`foundX${at + 1}`, (shiftX + x * Math.cos(turned) - y * Math.sin(turned)).toFixed(4)],
      [`foundY${at + 1}`, (shiftY + x * Math.sin(turned) + y * Math.cos(turned)).toFixed(4)],
    ])
    const many = { ...raw, ...Object.fromEntries(found), count: String(count), turning: 'yes' }
    const { value, fact, sheet } = run('known-features', many, turning)
    // Typed to a tenth of a micrometre, a turn comes back to a few seconds of arc.
    expect(Number.parseFloat(fact('turned')!)).toBeCloseTo(0.2, 3)
    expect(value('work/G54/X')).toBe(mm(-299.969))
    expect(value('work/G54/Y')).toBe(mm(-200.018))
    expect(sheet.working.lines.length).toBeGreaterThanOrEqual(count)
  })

  it('refuses to count from a part display whose zero is unset', () => {
    expect(run('known-features', raw, scene()).refusal).toContain('counts from nowhere')
  })
})
