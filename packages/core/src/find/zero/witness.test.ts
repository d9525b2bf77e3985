import { describe, expect, it } from 'vitest'
import { LATHE, mounted, run, scene, stands } from '@rook/testing'
import { mm } from '../../length/index.ts'
import { geometryRegister, lengthRegister, workRegister, type RegisterRef } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { routineById } from '../../catalogue/routines.ts'
import { edge } from './edge.ts'

const FIRST = scene([])
const KNOWN = scene([[workRegister('G54', 'X'), stands(mm(-313.204))]])
const raw = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
// Worked by hand: stock 92 wide, a finder of 10: the far side reads −318.204 + 5 + 92 + 5 = −216.204.
const at = (more: RawInputs, where = FIRST) => run('edge', { ...raw, witness: '-216.2040', ...more }, where)
const asked = (where: typeof FIRST, given: RawInputs = raw) => edge.inputs(where, given).map(({ id }) => id)

describe('a touch on the opposite side', () => {
  it('is offered where nothing is on record to compare with, and not elsewhere', () => {
    expect(asked(FIRST)).toContain('witness')
    expect(asked(KNOWN)).not.toContain('witness')
    expect(asked(FIRST, { ...raw, direction: '' })).not.toContain('witness')
  })

  it('shows that all is well, with the zero as without it', () => {
    const found = at({})
    expect(found.value('work/G54/X')).toBe(mm(-313.204))
    expect(found.finding('size')).toMatchObject({
      verdict: 'clear',
      sentence: 'The width over both sides comes out at 92.0000, expected 92.0000.',
    })
    expect(found.finding('compared')).toBeUndefined()
  })

  it('names what a first entry alone cannot show: the finder, the radius, the shim', () => {
    // Finder 6 in the spindle: both sides read 2 nearer to the part.
    expect(at({ reading: '-316.2040', witness: '-218.2040' }).finding('size')?.sentence).toContain('if Finder 6 had been in the spindle')
    expect(at({ reading: '-313.2040', witness: '-221.2040' }).finding('size')?.sentence).toContain('the radius had already been taken off')
    expect(at({ direction: '-' }).finding('size')?.verdict).not.toBe('clear')
  })

  it('says that both touches are on one side, reached from either way or from the same one', () => {
    const sameSide = { verdict: 'stop', sentence: expect.stringContaining('both touches are on one and the same side') as string }
    // The wall is at −313.204: reached moving X− the spindle stands 5 on its other side, at −308.204.
    expect(at({ witness: '-308.2080' }).finding('size')).toMatchObject(sameSide)
    expect(at({ witness: '-318.2060' }).finding('size')).toMatchObject(sameSide)
    expect(at({ witness: '-216.3040' }).finding('size')?.sentence).not.toContain('one and the same side')
  })

  it('takes its width from the keyboard where no stock is on record', () => {
    const bare = scene([], { plan: null })
    expect(asked(bare, { ...raw, witness: '-216.2040' })).toContain('width')
    expect(at({ width: '92' }, bare).finding('size')?.verdict).toBe('clear')
    expect(at({ width: '96' }, bare).finding('size')?.verdict).not.toBe('clear')
  })
})

describe('on both sides of a corner', () => {
  const both = { slot: 'G54', axes: 'XY', directionX: '+', directionY: '+', finder: 'finder', between: 'none', placeX: '0', placeY: '0' }
  // The stock is 92 by 63, the finder 10: over both sides its centre goes 102 and 73.
  const touched = (reading: readonly [number, number], opposite: readonly [number, number], more: RawInputs = {}) =>
    run(
      'corner',
      {
        ...both,
        readingX: String(reading[0]),
        readingY: String(reading[1]),
        witnessX: String(opposite[0]),
        witnessY: String(opposite[1]),
        ...more,
      },
      FIRST,
    )

  it('is offered for each axis whose side has nothing to be held against', () => {
    const ids = (where: typeof FIRST) =>
      routineById('corner')!
        .inputs(where, both)
        .map(({ id }) => id)
    expect(ids(FIRST)).toEqual(expect.arrayContaining(['witnessX', 'witnessY']))
    expect(ids(KNOWN)).toContain('witnessY')
    expect(ids(KNOWN)).not.toContain('witnessX')
  })

  it('shows that all is well, with the zero as without it', () => {
    const found = touched([-318.204, -174.703], [-216.204, -101.703])
    expect([found.value('work/G54/X'), found.value('work/G54/Y')]).toEqual([mm(-313.204), mm(-169.703)])
    expect(found.finding('size')?.verdict).toBe('clear')
    expect(found.finding('compared')).toBeUndefined()
  })

  it('says of the axis that was touched on one side alone that nothing was compared, and what would show it', () => {
    const found = touched([-318.204, -174.703], [-216.204, -101.703], { witnessY: '' }).finding('compared')
    expect(found?.sentence).toContain('Nothing was compared: G54 Y has no earlier figure')
    expect(found?.sentence).toContain('Touch the opposite side too')
  })

  it('names the finder that was in the spindle, a radius that had been taken off, and a wrong way', () => {
    const six = touched([-316.204, -172.703], [-218.204, -103.703])
    expect(six.finding('size')?.sentence).toContain('if Finder 6 had been in the spindle')
    const before = touched([-313.204, -169.703], [-221.204, -106.703])
    expect(before.finding('size')?.sentence).toContain('radius had already been taken off')
    expect(touched([-318.204, -174.703], [-216.204, -101.703], { directionX: '-' }).finding('size')?.verdict).not.toBe('clear')
  })
})

describe('what nothing is held against', () => {
  it('says so, as advice', () => {
    const found = run('edge', raw, FIRST).finding('compared')
    expect(found).toMatchObject({ verdict: 'clear', tell: true })
    expect(found?.sentence).toContain('G54 X has no earlier figure of the same operation. Touch the opposite side too')
    expect(run('edge', raw, KNOWN).finding('compared')).toBeUndefined()
  })

  it('is asked about where the part has a close tolerance, until the witness is touched', () => {
    const close = { ...FIRST, plan: { ...FIRST.plan!, tolerance: mm(0.05) } }
    const found = run('edge', raw, close).finding('compared')
    expect(found?.verdict).toBe('query')
    expect(found?.sentence).toContain('The part has a tolerance of 0.0500: touch it, or say how the zero is known.')
    expect(at({}, close).finding('compared')).toBeUndefined()
    expect(run('edge', raw, { ...close, plan: { ...close.plan, tolerance: mm(0.06) } }).finding('compared')?.verdict).toBe('clear')
  })
})

describe('a face touched with a second tool', () => {
  // Worked by hand: T4 is 103.4755 long, T7 138.0221 (H17); the raw top stands 0.8 over a zero at −476.5655. T4 touches at
  // −476.5655 + 0.8 + 103.4755 = −372.2900, T7 at −476.5655 + 0.8 + 138.0221 = −337.7434.
  const lengths: [RegisterRef, ReturnType<typeof stands>][] = [
    [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
    [lengthRegister('17'), stands(mm(138.0221), { assembly: 'dr-66' })],
  ]
  const first = scene(lengths)
  const top = { slot: 'G54', tool: '4', between: 'none', reading: '-372.2900', place: '0.8' }
  const second = (more: RawInputs = {}, where = first) => run('face', { ...top, witness: '-337.7434', 'witness-tool': '7', ...more }, where)
  const inputs = (where: typeof first, given: RawInputs = top) =>
    routineById('face')!
      .inputs(where, given)
      .map(({ id }) => id)

  it('is offered where nothing is on record to compare with', () => {
    expect(inputs(first)).toContain('witness')
    expect(inputs(first)).not.toContain('witness-tool')
    expect(inputs(first, { ...top, witness: '-337.7434' })).toContain('witness-tool')
    expect(inputs(scene([...lengths, [workRegister('G54', 'Z'), stands(mm(-476.56))]]))).not.toContain('witness')
    expect(run('face', top, first).finding('compared')?.sentence).toContain('Touch the face with another tool too')
  })

  it('agrees where all is well, over a block as without it, and the zero is what it was', () => {
    expect(second().value('work/G54/Z')).toBe(mm(-476.5655))
    expect(second().finding('size')).toMatchObject({
      verdict: 'clear',
      sentence: 'The difference between T7 and T4 on this face comes out at 0.0000, expected 0.0000.',
    })
    expect(second().finding('compared')).toBeUndefined()
    const block = { between: 'shim', reading: '-371.2900', witness: '-336.7434' }
    expect(second(block).finding('size')).toMatchObject({ verdict: 'clear' })
  })

  it('names another tool in the spindle, and a figure that slipped', () => {
    // T17 is not there; T7 touched both times, and T4 was said to.
    expect(second({ reading: '-337.7434' }).finding('size')?.sentence).toContain('T7 had been in the spindle')
    expect(second({ reading: '-327.2900' }).finding('size')?.sentence).toContain('two digits of the reading had been swapped')
    expect(second({ reading: '-371.5' }).finding('size')?.verdict).toBe('query')
  })

  it('is no second one with the same tool, and wants a tool whose length stands', () => {
    expect(second({ 'witness-tool': '4', witness: '-372.2920' }).finding('size')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('both touches are T4\u2019s, which shows nothing') as string,
    })
    const without = scene(lengths.slice(0, 1))
    expect(second({}, without).refusal).toContain('T7 has no length')
  })
})

describe('a second diameter skimmed with the same tool', () => {
  // Worked by hand: X of the axis is 0; T3 reads G + P: G = −231.406, so 60.000 is cut at −171.406 and 52.480 at −178.926.
  const at = scene([[workRegister('G54', 'X'), stands(mm(0), { state: 'deliberately-zero' })]], {
    machine: LATHE,
    plan: null,
    tools: [mounted('3', 'tool-3', 'Turning tool', { kind: 'turning' })],
  })
  const cut = { tool: '3', slot: 'G54', reading: '-171.406', place: '60' }
  const both = (more: RawInputs = {}, where = at) =>
    run('turned-diameter', { ...cut, witness: '-178.926', 'witness-place': '52.48', ...more }, where)

  it('agrees where all is well', () => {
    expect(both().value('tool/3/X')).toBe(mm(-231.406))
    expect(both().finding('size')).toMatchObject({
      verdict: 'clear',
      sentence: 'The difference between both diameters comes out at 0.000, expected 0.000.',
    })
    expect(both().finding('compared')).toBeUndefined()
    expect(run('turned-diameter', cut, at).finding('compared')?.sentence).toContain('Skim a second diameter with it too')
  })

  it('shows radii for diameters, and names a figure that slipped', () => {
    // Both typed as radii: 30 and 26.24 lie 3.76 apart, the readings 7.52.
    expect(both({ place: '30', 'witness-place': '26.24' }).finding('size')).toMatchObject({
      verdict: expect.not.stringMatching('clear') as string,
    })
    expect(both({ place: '600' }).finding('size')?.sentence).toContain('decimal point')
    expect(both({ reading: '-117.406' }).finding('size')?.sentence).toContain('swapped')
  })

  it('counts halves where X reads radii', () => {
    const radii = { ...at, machine: { ...LATHE, xReads: 'radius' as const } }
    expect(both({ reading: '-201.406', witness: '-205.166' }, radii).finding('size')).toMatchObject({ verdict: 'clear' })
  })

  it('is no second one at the same diameter', () => {
    for (const more of [{ witness: '-171.406', 'witness-place': '60' }, { 'witness-place': '60' }] as RawInputs[])
      expect(both(more).finding('size')).toMatchObject({
        verdict: 'stop',
        sentence: expect.stringContaining('both are one and the same diameter, which shows nothing') as string,
      })
  })

  it('is not offered where the tool has a figure to compare with', () => {
    const known = scene(
      [
        ...Object.entries({ X: -231.41 }).map(
          ([axis, value]) =>
            [geometryRegister('3', axis as 'X'), stands(mm(value), { assembly: 'tool-3' })] as [RegisterRef, ReturnType<typeof stands>],
        ),
        [workRegister('G54', 'X'), stands(mm(0))],
      ],
      { machine: LATHE, plan: null, tools: at.tools },
    )
    const ids = (where: typeof at) =>
      routineById('turned-diameter')!
        .inputs(where, cut)
        .map(({ id }) => id)
    expect(ids(at)).toContain('witness')
    expect(ids(known)).not.toContain('witness')
  })
})
