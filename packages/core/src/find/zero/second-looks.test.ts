import { describe, expect, it } from 'vitest'
import { FOUR_AXES, run, scene, stands } from '@rook/testing'
import { mm, nm } from '../../length/index.ts'
import { workRegister } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { rotaryZero } from './rotary-zero.ts'
import { turnedCorner } from './turned-corner.ts'

describe('touches opposite the sides of a turned block', () => {
  // The stock is 92 by 63, turned as in a triangle of 5, 12 and 13: along it runs (12/13, 5/13), across it (-5/13, 12/13).
  // Its corner is at X -300 Y -200.
  const place = (along: number, across: number): [string, string] => [
    (-300 + (along * 12 - across * 5) / 13).toFixed(4),
    (-200 + (along * 5 + across * 12) / 13).toFixed(4),
  ]
  const touched = (id: string, along: number, across: number): RawInputs => {
    const [x, y] = place(along, across)
    return id.startsWith('witness') ? { [`${id}-X`]: x, [`${id}-Y`]: y } : { [`X${id}`]: x, [`Y${id}`]: y }
  }
  const given = (radius: number, opposite = 63): RawInputs => ({
    slot: 'G54',
    side: 'X',
    directionLong: '+',
    directionSquare: '+',
    finder: 'finder',
    between: 'none',
    placeX: '0',
    placeY: '0',
    ...touched('1', 10, -radius),
    ...touched('2', 80, -radius),
    ...touched('3', -radius, 30),
    ...touched('witness-long', 40, opposite + radius),
    ...touched('witness-square', 92 + radius, 20),
  })
  const first = scene([], { machine: { ...FOUR_AXES, rotary: [] } })
  const sizes = (raw: RawInputs) => run('turned-corner', raw, first).sheet.result!.sizes!

  it('are offered where nothing is on record, and not where it is', () => {
    const ids = (where: typeof first) => turnedCorner.inputs(where, given(5)).map(({ id }) => id)
    expect(ids(first)).toContain('witness-long-X')
    const known = scene([
      [workRegister('G54', 'X'), stands(mm(-300))],
      [workRegister('G54', 'Y'), stands(mm(-200))],
    ])
    expect(turnedCorner.inputs(known, { slot: 'G54', side: 'X' }).map(({ id }) => id)).not.toContain('witness-long-X')
  })

  it('come out as wide as the stock, square to each side', () => {
    const [long, square] = sizes(given(5))
    expect(long!.found / 1e6).toBeCloseTo(63, 3)
    expect(square!.found / 1e6).toBeCloseTo(92, 3)
    expect([long!.expected, square!.expected]).toEqual([mm(63), mm(92)])
    expect(run('turned-corner', given(5), first).finding('compared')).toBeUndefined()
  })

  it('name another finder, and stop where both touches are on one side', () => {
    expect(run('turned-corner', given(3), first).finding('size')?.sentence).toContain('if Finder 6 had been in the spindle')
    expect(run('turned-corner', given(5, -10), first).finding('size')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('one and the same side') as string,
    })
  })
})

describe('a second look at a rotary axis', () => {
  const first = scene([], { machine: FOUR_AXES, plan: null })
  // Level at 30 degrees: at 31 the face of 60 rises by 60·tan 1° = 1.0473, at 30.25 by 60·tan 0.25° = 0.2618.
  const face = { slot: 'G54', axis: 'A', how: 'face', indicator: 'indicator', run: '60', place: '0', reading: '30.25', rise: '0.2618' }
  const now = { slot: 'G54', axis: 'A', how: 'now', by: 'true', reading: '30.000', place: '0' }
  const look = (raw: RawInputs, where = first) => run('rotary-zero', raw, where)

  it('is offered where the axis has no zero, by either way, and not for what is typed', () => {
    const ids = (raw: RawInputs, where = first) => rotaryZero.inputs(where, raw).map(({ id }) => id)
    expect(ids(face)).toContain('witness')
    expect(ids({ ...face, witness: '31' })).toContain('witness-rise')
    expect(ids({ ...now, witness: '120' })).toContain('witness-place')
    expect(ids({ ...now, how: 'typed' })).not.toContain('witness')
    const known = scene([[workRegister('G54', 'A'), stands(nm(30_000_000))]], { machine: FOUR_AXES, plan: null })
    expect(ids(face, known)).not.toContain('witness')
  })

  it('agrees with the first, and is advised where it was not taken', () => {
    const both = look({ ...face, witness: '31', 'witness-rise': '1.0473' })
    expect(both.finding('size')).toMatchObject({ verdict: 'clear' })
    expect(both.finding('size')?.sentence).toMatch(/comes out at [-−]?0\.000\d°, expected 0\.0000°\.$/)
    expect(both.finding('compared')).toBeUndefined()
    expect(look(face).finding('compared')?.sentence).toContain('Turn A on by a degree and run along the face again')
    expect(look({ ...now, witness: '120', 'witness-place': '90' }).finding('size')?.verdict).toBe('clear')
  })

  it('names a sign and a lost point, the short way round', () => {
    expect(look({ ...now, place: '-30', reading: '0', witness: '120', 'witness-place': '90' }).finding('size')?.verdict).toBe('clear')
    expect(look({ ...now, reading: '-30', witness: '120', 'witness-place': '90' }).finding('size')?.sentence).toContain(
      'had the other sign',
    )
    expect(look({ ...face, witness: '31', 'witness-rise': '10.473' }).finding('size')?.sentence).toContain('decimal point')
    expect(look({ ...now, reading: '350', place: '0', witness: '-10', 'witness-place': '0' }).finding('size')?.verdict).toBe('clear')
  })

  it('stops where it was taken at the same angle', () => {
    expect(look({ ...face, witness: '30.25', 'witness-rise': '0.2618' }).finding('size')).toMatchObject({ verdict: 'stop' })
  })
})
