import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { lengthRegister, setterRegister, workRegister } from '../../register/index.ts'
import { run, scene, stands } from '@rook/testing'

const W = scene(
  [
    [workRegister('G54', 'X'), stands(mm(-313.204), { setup: 'now' })],
    [workRegister('G54', 'Y'), stands(mm(-169.703), { setup: 'now' })],
    [workRegister('G54', 'Z'), stands(mm(-476.5655), { setup: 'now' })],
  ],
  { plan: null },
)

describe('from the stock\u2019s size', () => {
  const raw = {
    from: 'G54',
    cornerX: 'low',
    cornerY: 'low',
    toX: 'middle',
    toY: 'high',
    slot: 'G55',
    sizeX: '92.04',
    sizeY: '63',
    placeX: '0',
    placeY: '0',
  }
  it('goes half the stock from the corner to the middle, and all of it to the other side', () => {
    const { value } = run('from-stock', raw, W)
    expect(value('work/G55/X')).toBe(mm(-267.184))
    expect(value('work/G55/Y')).toBe(mm(-106.703))
  })
  it('goes back from a right-hand corner, and refuses a size of nothing', () => {
    expect(run('from-stock', { ...raw, cornerX: 'high' }, W).value('work/G55/X')).toBe(mm(-359.224))
    expect(run('from-stock', { ...raw, sizeX: '0' }, W).refusal).toContain('more than zero')
    expect(run('from-stock', { ...raw, from: 'G55' }, W).refusal).toContain('pick the corner up first')
  })
})

describe('a zero, shifted', () => {
  it('moves by a depth, by a gauge, by half a gauge', () => {
    const raw = { from: 'G54', axis: 'Z', by: 'typed', distance: '-0.8', slot: 'G55' }
    expect(run('moved-zero', raw, W).value('work/G55/Z')).toBe(mm(-477.3655))
    expect(run('moved-zero', { ...raw, by: 'gauge', gauge: 'shim', way: '+' }, W).value('work/G55/Z')).toBe(mm(-475.5655))
    expect(run('moved-zero', { ...raw, axis: 'X', by: 'half', gauge: 'finder', way: '-' }, W).value('work/G55/X')).toBe(mm(-318.204))
  })
  it('remembers its parent', () => {
    const raw = { from: 'G54', axis: 'Z', by: 'typed', distance: '-0.8', slot: 'G55' }
    expect(run('moved-zero', raw, W).writes['work/G55/Z/geometry']!.rests).toEqual(['work/G54/Z/geometry'])
    expect(run('moved-zero', { ...raw, from: 'G55' }, W).refusal).toContain('unset is not zero')
  })
})

describe('Z from a height', () => {
  const at = scene([[setterRegister('setter'), stands(mm(-502.118))]], { plan: null })
  it('counts up from the table that the setter stands on', () => {
    const gauge = { slot: 'G54', setter: 'setter', how: 'gauge', measured: 'height', height: '75.5525', place: '0' }
    // −502.118 − 50 + 75.5525
    expect(run('by-height', gauge, at).value('work/G54/Z')).toBe(mm(-476.5655))
    const sum = { slot: 'G54', setter: 'setter', how: 'sum', base: '12', stock: '18.8', place: '0.8' }
    expect(run('by-height', sum, at).value('work/G54/Z')).toBe(mm(-522.118))
  })
  it('refuses without a constant, or below the table', () => {
    const raw = { slot: 'G54', setter: 'setter', how: 'gauge', measured: 'height', height: '-3', place: '0' }
    expect(run('by-height', raw, at).refusal).toContain('counts upward from the table')
    expect(run('by-height', raw, scene()).refusal).toContain('has no constant K')
  })
})

describe('where it stands', () => {
  it('takes the position as it is, marked by eye with its larger uncertainty', () => {
    const raw = { slot: 'G54', axes: 'XY', finder: 'eye', readingX: '-303.2', placeX: '10', readingY: '-169.7', placeY: '0' }
    const { value, writes } = run('capture', raw, scene([], { plan: null }))
    expect(value('work/G54/X')).toBe(mm(-313.2))
    expect(writes['work/G54/X/geometry']).toMatchObject({ byEye: true, uncertainty: { expanded: mm(0.5001) } })
  })
  it('says that by eye is too coarse for close work', () => {
    const at = scene([], { plan: { ...scene().plan!, tolerance: mm(0.1) } })
    const raw = { slot: 'G54', axes: 'X', finder: 'eye', readingX: '-303.2', placeX: '10' }
    expect(run('capture', raw, at).finding('fineness')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('too coarse for the tolerance of 0.1000') as string,
    })
  })
  it('takes the tool\u2019s length off in Z', () => {
    const raw = { slot: 'G54', axes: 'Z', finder: 'eye', tool: '4', readingZ: '-373', placeZ: '0' }
    expect(run('capture', raw, scene([[lengthRegister('4'), stands(mm(103.4755))]])).value('work/G54/Z')).toBe(mm(-476.4755))
  })
})

describe('after a flip', () => {
  const raw = {
    from: 'G54',
    turned: 'Y',
    slot: 'G55',
    firstX: '0',
    firstY: '63',
    firstZ: '-18',
    secondX: '-92',
    secondY: '63',
    secondZ: '0',
  }
  it('works out what the second operation\u2019s zero ought to be', () => {
    const { value } = run('after-flip', raw, W)
    // the stop is at −313.204; the side that lies there now is X −92
    expect(value('expected/G55/X')).toBe(mm(-221.204))
    expect(value('expected/G55/Y')).toBe(mm(-169.703))
    expect(value('expected/G55/Z')).toBe(mm(-494.5655))
  })
  it('stops when an axis that is turned round was not mirrored', () => {
    expect(run('after-flip', { ...raw, firstX: '92', secondX: '92' }, W).finding('mirrored')).toMatchObject({ verdict: 'stop' })
  })
  it('is what a fresh pick-up is held against', () => {
    const expected = stands(mm(-221.204), { setup: 'now', standard: mm(0.02) })
    const at = scene([[{ ...workRegister('G55', 'X'), family: 'expected' }, expected]], { plan: { ...scene().plan!, slots: ['G55'] } })
    const touch = { slot: 'G55', axis: 'X', direction: '+', finder: 'finder', between: 'none', place: '0' }
    expect(run('edge', { ...touch, reading: '-226.2' }, at).finding('jump')).toMatchObject({
      verdict: 'clear',
      sentence: expect.stringContaining('from what was expected') as string,
    })
    expect(run('edge', { ...touch, reading: '-231.204' }, at).finding('jump')).toMatchObject({ verdict: 'stop' })
  })
})
