import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { INCH_MILL, run, scene } from '@rook/testing'

const SIDES = ['X+', 'X-', 'Y+', 'Y-']
const radii = (value: (register: string) => number | undefined) => SIDES.map((side) => value(`probe/probe/${side}`)! / 1e6)

/** One wall, found with a pin of 10, then the probe turned four times. */
const WALL = {
  probe: 'probe',
  pin: 'pin-10',
  direction: '+',
  repeats: '1',
  seated: 'yes',
  wall: '-58.3000',
  turn0: '-56.2840',
  turn90: '-56.2870',
  turn180: '-56.2900',
  turn270: '-56.2860',
}

describe('a probe\u2019s radii', () => {
  const ring = {
    probe: 'probe',
    ring: 'ring',
    repeats: '1',
    seated: 'yes',
    centreX: '0',
    centreY: '0',
    'X+1': '17.016',
    'X-1': '-17.010',
    'Y+1': '17.014',
    'Y-1': '-17.012',
  }

  it('come out of a ring as worked by hand, with the run-out', () => {
    const { value, fact } = run('probe-in-ring', ring, scene())
    expect(radii(value)).toEqual([2.984, 2.99, 2.986, 2.988])
    expect(fact('run-out')).toBe('\u22120.0030 in X, \u22120.0010 in Y')
  })

  it('come out of one wall with the spindle turned as worked by hand', () => {
    const { value, fact } = run('probe-on-wall', WALL, scene())
    expect(radii(value)).toEqual([2.984, 2.99, 2.986, 2.987])
    expect(fact('faced the wall')).toBe('X+, Y\u2212, X\u2212, Y+')
    // The same stylus on a wall touched the other way.
    const other = { ...WALL, direction: '-', wall: '58.3000', turn0: '56.2900', turn90: '56.2860', turn180: '56.2840', turn270: '56.2870' }
    expect(radii(run('probe-on-wall', other, scene()).value)).toEqual([2.984, 2.99, 2.986, 2.987])
  })

  it('take the mean of repeats, and say how they scatter', () => {
    const twice = { ...ring, repeats: '2', 'X+2': '17.018', 'X-2': '-17.010', 'Y+2': '17.014', 'Y-2': '-17.012' }
    const { value, finding } = run('probe-in-ring', twice, scene())
    expect(value('probe/probe/X+')).toBe(mm(2.983))
    expect(finding('scatter')?.sentence).toContain('repeat within 0.0014')
    expect(run('probe-in-ring', { ...twice, 'X+2': '17.046' }, scene()).finding('scatter')).toMatchObject({ verdict: 'query' })
  })

  it('refuse a radius that no ball can have, and ask about one side unlike the others and about marks', () => {
    expect(run('probe-in-ring', { ...ring, 'X-1': '17.010' }, scene()).refusal).toContain('the sign of that reading')
    expect(run('probe-in-ring', { ...ring, 'Y-1': '-17.100' }, scene()).finding('odd-side')).toMatchObject({ verdict: 'query' })
    expect(run('probe-in-ring', { ...ring, seated: 'no' }, scene()).finding('seating')).toMatchObject({ verdict: 'query' })
  })
})

describe('its words', () => {
  // The side that faced the wall at 180 is 0.1 off.
  const wall = { ...WALL, turn180: '-56.1900' }

  it('speak of a wall where it is a wall', () => {
    const { finding } = run('probe-on-wall', wall, scene())
    expect(finding('odd-side')?.sentence).toContain('Look at the reading at that turn and for a chip.')
    const twice = { ...wall, repeats: '2', 'turn0-2': '-56.2400', 'turn90-2': '-56.2870', 'turn180-2': '-56.1900', 'turn270-2': '-56.2860' }
    expect(run('probe-on-wall', twice, scene()).finding('scatter')?.sentence).toContain('Clean the ball and the wall')
  })

  it('are in inches on a machine that counts in inches', () => {
    const inches = { ...wall, wall: '-2.2953', turn0: '-1.0000', turn90: '-2.2160', turn180: '-2.2122', turn270: '-2.2160' }
    expect(run('probe-on-wall', inches, scene([], { machine: INCH_MILL })).refusal).toBe(
      'Turned 0\u00b0 the radius would be \u22121.0984 in, with a ball of 0.2362 in. Look at the direction of motion and at the pin\u2019s reading.',
    )
  })
})
