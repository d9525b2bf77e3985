import { describe, expect, it } from 'vitest'
import { mm, nm } from '../../length/index.ts'
import type { MachineRecord } from '../../machine/index.ts'
import { commonRegister, registerKey, rotationRegister, workRegister } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { sumOf } from '../../working/index.ts'
import { Chance, MILL, run, scene, stands } from '@rook/testing'

const TURNING: MachineRecord = { ...MILL, rotates: true, slots: ['G54', 'G55', 'G56', 'G57'].map((code) => ({ code, name: null })) }
type Numbers = [x: number, y: number]

/** A slot that stands at W, turned by so many degrees; another one that was left turned otherwise. */
function turnedSlot(W: Numbers, degrees: number, more: Partial<MachineRecord> = {}, shift: Numbers = [0, 0], other = 0) {
  return scene(
    [
      [workRegister('G54', 'X'), stands(mm(W[0]))],
      [workRegister('G54', 'Y'), stands(mm(W[1]))],
      [workRegister('G54', 'Z'), stands(mm(-400))],
      [rotationRegister('G54'), stands(nm(Math.round(degrees * 1e6)), { standard: 2_000 })],
      ...(other === 0
        ? []
        : [[rotationRegister('G55'), stands(nm(other * 1e6))] as [ReturnType<typeof rotationRegister>, ReturnType<typeof stands>]]),
      [commonRegister('X'), stands(mm(shift[0]))],
      [commonRegister('Y'), stands(mm(shift[1]))],
    ],
    { machine: { ...TURNING, ...more }, plan: null },
  )
}

/** Turned by hand: the rotation matrix written out, in millimetres. */
const turn = ([x, y]: Numbers, degrees: number): Numbers => {
  const t = (degrees * Math.PI) / 180
  return [x * Math.cos(t) - y * Math.sin(t), x * Math.sin(t) + y * Math.cos(t)]
}
const plus = (...all: Numbers[]): Numbers => [all.reduce((sum, [x]) => sum + x, 0), all.reduce((sum, [, y]) => sum + y, 0)]
const less = ([a, b]: Numbers, [c, d]: Numbers): Numbers => [a - c, b - d]

/** What stands in a slot's X and Y after a routine, in millimetres, and its rotation in degrees where it is written. */
function after(id: string, raw: RawInputs, at: ReturnType<typeof turnedSlot>, slot = 'G55', family = 'work') {
  const found = run(id, raw, at)
  if (!found.sheet.result) throw new Error(found.refusal ?? found.values.missing.join())
  // The lines add up to what is recorded, with the slot's own share of the shift.
  const { working } = found.sheet
  for (const [column, cell] of working.results[0]!.cells.entries()) {
    const own = working.lines.filter(({ of }) => of === undefined || of === working.results[0]!.label)
    const sum = sumOf(own, column)
    if (cell?.register && sum !== null) expect(Math.abs(sum - cell.figure!)).toBeLessThanOrEqual(52)
  }
  const of = (property: string) => found.writes[`${family}/${slot}/${property}/geometry`]?.value
  const rotation = of('R')
  return { at: [of('X')! / 1e6, of('Y')! / 1e6] as Numbers, rotation: rotation === undefined ? undefined : rotation / 1e6, found }
}
const near = (found: Numbers, wanted: Numbers) => {
  expect(Math.abs(found[0] - wanted[0])).toBeLessThan(0.00006)
  expect(Math.abs(found[1] - wanted[1])).toBeLessThan(0.00006)
}

const STOCK = { from: 'G54', slot: 'G55', cornerX: 'low', cornerY: 'low', toX: 'middle', toY: 'middle', placeX: '0', placeY: '0' }

describe('a slot that is turned, worked by hand', () => {
  it('has the middle of a block of 80 by 50 where its corner, turned by 1.5\u00b0, puts it', () => {
    const { at, rotation } = after('from-stock', { ...STOCK, sizeX: '80', sizeY: '50' }, turnedSlot([-420, -150], 1.5))
    // −420 + 40·cos 1.5° − 25·sin 1.5°, −150 + 40·sin 1.5° + 25·cos 1.5°; without the turn −380, −125.
    near(at, [-380.6681, -123.9615])
    expect(rotation).toBe(1.5)
  })
})

describe('whatever starts from a slot uses its rotation', () => {
  const chance = new Chance('part frame')
  const scenes = Array.from({ length: 60 }, () => {
    const degrees = chance.pick([-3, -1.5, 0.25, 2, 2, 0])
    return {
      W: [-chance.between(350, 420), -chance.between(150, 220)] as Numbers,
      degrees,
      shift: chance.pick<Numbers>([
        [0, 0],
        [0.5, -1.25],
      ]),
      other: chance.pick([0, 0.7]),
      a: Math.round(chance.between(20, 80)),
      b: Math.round(chance.between(10, 50)),
    }
  })
  const make = ({ W, degrees, shift, other }: (typeof scenes)[number], more: Partial<MachineRecord> = {}) => {
    const own: Numbers = [Math.round(W[0] * 1e4) / 1e4, Math.round(W[1] * 1e4) / 1e4]
    return { at: turnedSlot(own, degrees, more, shift, other), total: plus(own, shift), shift }
  }
  /** Written anew where another one stands in the slot, 0 included; not written where it stands already. */
  const written = (degrees: number, other: number) => (degrees === other ? undefined : degrees)

  it('from the stock\u2019s size', () => {
    for (const one of scenes) {
      const { at, total, shift } = make(one)
      const raw = { ...STOCK, sizeX: String(one.a), sizeY: String(one.b), placeX: '7', placeY: '-3', cornerX: 'high' }
      const { at: found, rotation } = after('from-stock', raw, at)
      const way = turn([-one.a / 2 - 7, one.b / 2 + 3], one.degrees)
      near(found, less(plus(total, way), shift))
      expect(rotation).toBe(written(one.degrees, one.other))
    }
  })

  it('a zero, shifted', () => {
    for (const one of scenes) {
      const { at, total, shift } = make(one)
      const raw = { from: 'G54', axis: 'X', by: 'typed', distance: String(one.a), slot: 'G55' }
      const { found, rotation } = after('moved-zero', raw, at)
      const wanted = less(plus(total, turn([one.a, 0], one.degrees)), shift)
      expect(found.writes['work/G55/X/geometry']!.value / 1e6).toBeCloseTo(wanted[0], 3)
      if (one.degrees !== 0) near([found.value('work/G55/X')! / 1e6, found.value('work/G55/Y')! / 1e6], wanted)
      expect(rotation).toBe(written(one.degrees, one.other))
    }
  })

  it('parts in a row', () => {
    for (const one of scenes) {
      const { at, total, shift } = make(one)
      const raw = { from: 'G54', columns: '2', rows: '2', by: 'pitch', pitchX: String(one.a), pitchY: String(one.b) }
      for (const [slot, way] of [
        ['G55', [one.a, 0]],
        ['G57', [one.a, one.b]],
      ] as [string, Numbers][]) {
        const { at: found, rotation } = after('parts-grid', raw, at, slot)
        near(found, less(plus(total, turn(way, one.degrees)), shift))
        expect(rotation).toBe(written(one.degrees, slot === 'G55' ? one.other : 0))
      }
    }
  })

  it('a part turned over against stops that are turned', () => {
    for (const one of scenes) {
      const { at, total, shift } = make(one)
      const stops = { firstX: String(one.a), firstY: '0', firstZ: '0', secondX: '-3', secondY: String(one.b), secondZ: '0' }
      const { at: found } = after('after-flip', { from: 'G54', turned: 'Y', slot: 'G55', ...stops }, at, 'G55', 'expected')
      near(found, less(plus(total, turn([one.a + 3, -one.b], one.degrees)), shift))
    }
  })

  it.each([true, false])('known features read from the part display, which turns with it or does not: %s', (displayTurns) => {
    for (const one of scenes) {
      const { at, total, shift } = make(one, { displayTurns })
      const nominal: Numbers[] = [
        [18, 22],
        [92, 22],
        [92, 58],
      ]
      const off: Numbers = [0.031, -0.018]
      const places = nominal.map((place) => plus(total, off, turn(place, one.degrees)))
      const display = places.map((place) => (displayTurns ? turn(less(place, total), -one.degrees) : less(place, total)))
      const raw = Object.fromEntries(
        nominal.flatMap(([x, y], i) => [
          [`nominalX${i + 1}`, String(x)],
          [`nominalY${i + 1}`, String(y)],
          [`foundX${i + 1}`, display[i]![0].toFixed(4)],
          [`foundY${i + 1}`, display[i]![1].toFixed(4)],
        ]),
      )
      const { at: found, rotation } = after(
        'known-features',
        { slot: 'G54', finder: 'finder', count: '3', read: 'part', turning: 'yes', ...raw },
        at,
        'G54',
      )
      const wanted = less(plus(total, off), shift)
      expect(Math.abs(found[0] - wanted[0])).toBeLessThan(0.0003)
      expect(Math.abs(found[1] - wanted[1])).toBeLessThan(0.0003)
      expect(rotation).toBeCloseTo(one.degrees, 3)
    }
  })
})

describe('a square pick-up into a slot that is turned', () => {
  const at = turnedSlot([-420, -150], 1.5)
  const edge = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }

  it('asks what becomes of the rotation, and does not record before that is said', () => {
    const open = run('edge', edge, at)
    expect(open.values.missing).toEqual(['rotation'])
  })

  it('puts it to zero with the new zero, or asks why it stays', () => {
    expect(run('edge', { ...edge, rotation: 'zero' }, at).writes['work/G54/R/geometry']).toMatchObject({ value: 0, state: 'set' })
    const kept = run('edge', { ...edge, rotation: 'keep' }, at)
    expect(kept.writes['work/G54/R/geometry']).toBeUndefined()
    expect(kept.finding('rotation-kept')).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('1.5000\u00b0') as string })
  })

  it('turns the place of a point that stays turned', () => {
    const raw = { slot: 'G54', axes: 'XY', finder: 'eye', readingX: '-400', readingY: '-100', placeX: '80', placeY: '50', rotation: 'keep' }
    const { at: found } = after('capture', raw, at, 'G54')
    near(found, less([-400, -100], turn([80, 50], 1.5)))
    near(after('capture', { ...raw, rotation: 'zero' }, at, 'G54').at, [-480, -150])
  })

  it.each(['edge', 'corner', 'middle', 'bore-boss', 'capture', 'known-features'])('is asked by %s', (id) => {
    const asked = run(id, { slot: 'G55', also: 'G54', axes: 'XY', axis: 'X', turning: 'no' }, at).values.missing
    // Known features go into one slot only.
    expect(asked.includes('rotation') || run(id, { slot: 'G54', turning: 'no' }, at).values.missing.includes('rotation')).toBe(true)
    expect(run(id, { slot: 'G56', axes: 'XY', axis: 'X', turning: 'no' }, at).values.missing).not.toContain('rotation')
  })
})

describe('a rotation that is not good', () => {
  it('goes along with its doubt: far parts feel it', () => {
    const at = turnedSlot([-420, -150], 1.5)
    const raw = { from: 'G54', columns: '4', rows: '1', by: 'pitch', pitchX: '60' }
    const far = run('parts-grid', raw, at).writes['work/G57/Y/geometry']!.uncertainty!
    // 2 millidegrees at 180 mm: 6.3 µm.
    expect(far.contributors[0]).toMatchObject({ label: 'G54 rotation' })
    expect(far.contributors[0]!.standard).toBeCloseTo((180e6 * 0.002 * Math.PI) / 180, -2)
    expect(run('parts-grid', raw, at).writes[registerKey(rotationRegister('G57'))]!.rests).toEqual([registerKey(rotationRegister('G54'))])
  })
})

describe('each slot has its own frame', () => {
  const P: Numbers = [100, 50]
  const kept = { rotation: 'keep', finder: 'indicator', axes: 'XY', placeX: '100', placeY: '50' }
  const standing = ([x, y]: Numbers) => ({ readingX: x.toFixed(4), readingY: y.toFixed(4) })

  it('a common shift counted with a turned slot is none where the point lies where that slot puts it', () => {
    const W: Numbers = [-300, -200]
    // By hand: R(2\u00b0)(100, 50) = (98.1941, 53.4595).
    const machine = plus(W, turn(P, 2))
    expect(machine[0]).toBeCloseTo(-201.8059, 4)
    const raw = { slot: 'common', with: 'G54', ...kept, ...standing(machine) }
    const found = run('capture', raw, turnedSlot(W, 2))
    expect(found.writes[registerKey(commonRegister('X'))]!.value).toBe(0)
    expect(found.writes[registerKey(commonRegister('Y'))]!.value).toBe(0)
    expect(found.finding('rotation-kept')).toMatchObject({ verdict: 'query' })
    // What becomes of the rotation is asked: without an answer nothing comes out.
    const { rotation: _asked, ...unsaid } = raw
    expect(run('capture', unsaid, turnedSlot(W, 2)).sheet.result).toBeNull()
    // Put to zero, the place counts square, and the slot loses its rotation.
    const square = run('capture', { ...raw, rotation: 'zero' }, turnedSlot(W, 2))
    expect(square.writes[registerKey(commonRegister('X'))]!.value).toBe(mm(-1.8059))
    expect(square.writes['work/G54/R/geometry']!.value).toBe(0)
  })

  it('several slots, each turned otherwise, each get the place turned by their own rotation', () => {
    const at = turnedSlot([-300, -200], 2, {}, [0, 0], -1)
    const raw = { slot: 'G54', also: 'G55', ...kept, readingX: '-200.0000', readingY: '-100.0000' }
    // R(2\u00b0)P = (98.1941, 53.4595), R(\u22121\u00b0)P = (100.8574, 48.2471).
    near(after('capture', raw, at, 'G54').at, [-298.1941, -153.4595])
    near(after('capture', raw, at, 'G55').at, [-300.8574, -148.2471])
    const { working } = after('capture', raw, at, 'G55').found.sheet
    for (const slot of ['G54', 'G55']) expect(working.lines.some(({ of, label }) => of === slot && label.includes(slot))).toBe(true)
  })

  it('a zero shifted from a turned slot into several takes the rotation into each of them', () => {
    const raw = { from: 'G54', axis: 'X', by: 'typed', distance: '10', slot: 'G55', also: 'G56,G57' }
    const { found } = after('moved-zero', raw, turnedSlot([-300, -200], 2))
    for (const slot of ['G55', 'G56', 'G57']) {
      expect(found.writes[`work/${slot}/R/geometry`]!.value, slot).toBe(2_000_000)
      near(
        [found.writes[`work/${slot}/X/geometry`]!.value! / 1e6, found.writes[`work/${slot}/Y/geometry`]!.value! / 1e6],
        [-290.0061, -199.651],
      )
    }
  })

  it('a part display that does not turn shows the place turned', () => {
    const at = turnedSlot([-300, -200], 2, { displayTurns: false })
    const raw = { slot: 'G54', ...kept, readingX: '-200.0000', readingY: '-100.0000' }
    const shown = (degrees: number, rotation: string) => {
      const scene = degrees === 2 ? at : turnedSlot([-300, -200], degrees)
      return run('capture', { ...raw, rotation }, scene).sheet.result!.readouts.map(({ axis, value }) => [axis, value])
    }
    // M \u2212 W = R(2\u00b0)P, to the step.
    expect(shown(2, 'keep')).toEqual([
      ['X', mm(98.1941)],
      ['Y', mm(53.4595)],
    ])
    expect(shown(2, 'zero')).toEqual([
      ['X', mm(100)],
      ['Y', mm(50)],
    ])
    expect(shown(3, 'keep')).toEqual([
      ['X', mm(100)],
      ['Y', mm(50)],
    ])
  })
})
