import { describe, expect, it } from 'vitest'
import { mounted, scene, stands } from '@rook/testing'
import { mm } from '../length/index.ts'
import { lengthRegister, registerKey, wearOf, workRegister } from '../register/index.ts'
import { carriable, type DoneBefore } from './carriable.ts'
import { comesBack, mayComeBack } from './repeats.ts'

const X = workRegister('G54', 'X')
const T4 = lengthRegister('4')
const ONE = '00000000-0000-4000-8000-000000000001'
const STANDING = scene(
  [
    [X, stands(mm(-318.204))],
    [T4, stands(mm(103.5), { assembly: 'em-12' })],
    [wearOf(T4), stands(mm(-0.01), { origin: 'a wear since' })],
  ],
  { tools: [mounted('4', 'em-12', 'End mill 12')] },
)
const step = (id: string, more: object = {}) => ({ id, title: id, routine: 'edge', preset: { slot: 'G54' }, ...more })
const wrote = (...registers: Parameters<typeof registerKey>[0][]): DoneBefore => ({
  routine: 'edge',
  preset: { slot: 'G54' },
  isSkipped: false,
  writes: registers.map((register) => ({ register: registerKey(register), origin: ONE })),
})
const why = (done: DoneBefore | undefined, at = STANDING, open = step('x')) => {
  const { offers, not } = carriable([open], done ? { x: done } : {}, at)
  return not[0]?.because ?? offers[0]!.figures.map(({ name, value, onFixture }) => [name, value, onFixture])
}

describe('what can be carried over', () => {
  it('is what still stands from the same measurement, wear with it as it is now', () => {
    expect(why(wrote(X))).toEqual([['G54 X', mm(-318.204), true]])
    expect(why(wrote(T4, wearOf(T4)))).toEqual([
      ['H4 length', mm(103.5), false],
      ['H4 length wear', mm(-0.01), false],
    ])
    const measuredSince = scene([[T4, stands(mm(103.6), { origin: 'later', assembly: 'em-12' })]], { tools: STANDING.tools })
    expect(why(wrote(T4), measuredSince)).toEqual([['H4 length', mm(103.6), false]])
  })

  it.each<[string, DoneBefore | undefined, Parameters<typeof why>[1], Parameters<typeof why>[2], string]>([
    ['was never done', undefined, STANDING, step('x'), 'was not done then'],
    ['was skipped', { ...wrote(X), isSkipped: true }, STANDING, step('x'), 'was skipped then'],
    ['is planned with another slot', wrote(X), STANDING, step('x', { preset: { slot: 'G55' } }), 'is planned another way now'],
    ['has a choice more', wrote(X), STANDING, step('x', { preset: { slot: 'G54', axis: 'X' } }), 'is planned another way now'],
    ['is done by another routine', wrote(X), STANDING, step('x', { routine: 'face' }), 'is planned another way now'],
    ['wrote wear alone', wrote(wearOf(T4)), STANDING, step('x'), 'is measured on the part'],
    ['is unset', wrote(workRegister('G54', 'Y')), STANDING, step('x'), 'G54 Y is unset now'],
    ['was written since', wrote(X), scene([[X, stands(mm(1), { origin: 'other' })]]), step('x'), 'G54 X was written by I. Marrow since'],
    ['is only estimated', wrote(T4), scene([[T4, stands(mm(1), { state: 'estimated' })]]), step('x'), 'H4 length is only estimated now'],
    [
      'is of a tool that was taken out',
      wrote(T4),
      { ...STANDING, tools: [] },
      step('x'),
      'H4 length stale: the tool it was found on has been taken out',
    ],
  ])('is not a step that %s', (_what, done, at, open, because) => {
    expect(why(done, at, open)).toBe(because)
  })
})

describe('a fixture that comes back', () => {
  const key = registerKey(X)
  const at = (plan: object) => scene([], { plan: { ...scene().plan!, ...plan } })
  it('is known from its loadings before what was planned', () => {
    expect(comesBack(key, at({}))).toEqual({ standard: mm(0.004), n: null })
    expect(comesBack(key, at({ repeats: { [key]: { standard: 2000, n: 5 } } }))).toEqual({ standard: 2000, n: 5 })
    expect(comesBack(key, at({ fixtureRepeat: null }))).toBeNull()
  })

  it('may be taken for its place where twice its spread to either side stays within the tolerance', () => {
    expect(mayComeBack(key, at({ tolerance: mm(0.016) }))).toBe(true)
    expect(mayComeBack(key, at({ tolerance: mm(0.015) }))).toBe(false)
    expect(mayComeBack(key, at({ tolerance: null }))).toBe(false)
    expect(mayComeBack(key, at({ tolerance: mm(1), fixtureRepeat: null }))).toBe(false)
  })
})
