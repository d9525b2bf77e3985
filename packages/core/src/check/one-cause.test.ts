import { describe, expect, it } from 'vitest'
import { FOUR_AXES, mounted, run, scene, stands } from '@rook/testing'
import { mm, nm } from '../length/index.ts'
import { lengthRegister, rotationRegister, setterRegister, workRegister } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'
import { foldFindings, type Finding } from './index.ts'

const touch = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const before = scene([[workRegister('G54', 'X'), stands(mm(-313.204))]])
const open = (findings: readonly Finding[]) => foldFindings(findings.filter(({ verdict }) => verdict !== 'clear'))

describe('one cause', () => {
  it('is one question: a lost sign is a jump and outside the travel, and is asked about once', () => {
    const groups = open(run('edge', { ...touch, reading: '318.2040' }, before).findings)
    expect(groups).toHaveLength(1)
    expect(groups[0]!.head.sentence).toContain('the reading had the other sign')
    expect(groups[0]!.under.map(({ check }) => check)).toContain('travel')
  })

  it('ties both axes of a corner where one finder explains both', () => {
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-313.204))],
      [workRegister('G54', 'Y'), stands(mm(-205))],
    ])
    const corner: RawInputs = {
      slot: 'G54',
      axes: 'XY',
      directionX: '+',
      directionY: '+',
      finder: 'finder',
      between: 'none',
      readingX: '-316.2040',
      readingY: '-208.0000',
      placeX: '0',
      placeY: '0',
    }
    const groups = open(run('corner', corner, at).findings)
    expect(groups).toHaveLength(1)
    expect(groups[0]!.head.sentence).toContain('Finder 6 had been in the spindle')
  })

  it('ties a length to its estimate, and lets the name speak', () => {
    const at = scene([
      [setterRegister('setter'), stands(mm(-502.118))],
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
    ])
    const groups = open(run('tool-length', { tool: '4', method: 'setter', setter: 'setter', reading: '-39.8642' }, at).findings)
    expect(groups).toHaveLength(1)
    expect(groups[0]!.head.sentence).toContain('its decimal point one place too far left')
    expect(groups[0]!.under.map(({ check }) => check)).toContain('estimate')
  })

  it('leaves apart what stays with the mistake undone', () => {
    const groups = open(run('edge', { ...touch, reading: '318.2040', finder: 'knocked' }, before).findings)
    expect(groups.map(({ head }) => head.check)).toContain('gauge-fit')
  })
})

describe('a choice that is not the step\u2019s', () => {
  const planned = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', place: '0' }
  const step = { ...before, planned }

  it('is one question with all that is off because of it', () => {
    // The step plans 0; half of the stock was typed, and the zero comes out 46 from its last value.
    const groups = open(run('edge', { ...touch, place: '46' }, step).findings)
    expect(groups).toHaveLength(1)
    expect([groups[0]!.head, ...groups[0]!.under].map(({ check }) => check)).toEqual(expect.arrayContaining(['as-planned', 'jump']))
  })

  it('hides nothing that is off whatever is chosen', () => {
    const withKnocked = { ...step, planned: { ...planned, finder: 'knocked' } }
    const groups = open(run('edge', { ...touch, place: '46', finder: 'knocked' }, withKnocked).findings)
    expect(groups.map(({ head }) => head.check)).toContain('gauge-fit')
    // A reading that slipped as well is off with the choice put right.
    const both = open(run('edge', { ...touch, place: '46', reading: '-31.8204' }, step).findings)
    expect(both.length).toBeGreaterThan(1)
  })
})

describe('how far is too far', () => {
  it('a long move that nothing explains is stopped, a short one asked about', () => {
    const jump = (reading: string) => run('edge', { ...touch, reading }, before).finding('jump')
    expect(jump('-318.5577')).toMatchObject({ verdict: 'query' })
    expect(jump('-402.7619')).toMatchObject({ verdict: 'stop', sentence: expect.stringContaining('No single slip explains it') as string })
  })

  it('an estimate has lost against a length that comes out as before', () => {
    const measured = (last: number | null) => {
      const K = [setterRegister('setter'), stands(mm(-502.118))] as const
      const own = last === null ? [] : [[lengthRegister('4'), stands(mm(last), { assembly: 'em-12' })] as const]
      const at = scene([[...K], ...own.map(([register, value]): [typeof register, typeof value] => [register, value])], {
        tools: [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', estimate: mm(101) })],
      })
      return run('tool-length', { tool: '4', method: 'setter', setter: 'setter', reading: '-398.6425' }, at).finding('estimate')
    }
    expect(measured(null)?.verdict).toBe('query')
    expect(measured(103.4755)).toBeUndefined()
    expect(measured(102)?.verdict).toBe('query')
  })

  it('several axes together are questioned as seldom as one', () => {
    const at = scene(
      (['X', 'Y', 'Z'] as const).map((axis) => [workRegister('G54', axis), stands(mm(-313.204))]),
      { plan: { ...before.plan!, fixtureRepeat: mm(0.02) } },
    )
    const limit = (id: string, raw: RawInputs) => /within (\d+\.\d+)/.exec(run(id, raw, at).finding('jump')!.sentence)![1]
    const one = Number(limit('edge', touch))
    const both = Number(
      limit('corner', {
        ...touch,
        axes: 'XY',
        directionX: '+',
        directionY: '+',
        readingX: '-318.2040',
        readingY: '-318.2040',
        placeX: '0',
        placeY: '0',
      }),
    )
    // √(9 + 2 ln 2) = 3.2226 in place of 3.
    expect(both / one).toBeCloseTo(3.2226 / 3, 2)
  })
})

describe('a rotation', () => {
  const features = (swapped: boolean, last: number | null = null) => {
    const found = [
      { x: '-300.0000', y: '-200.0000' },
      { x: '-220.0000', y: '-160.0000' },
    ]
    const [one, two] = swapped ? [found[1]!, found[0]!] : [found[0]!, found[1]!]
    const raw = {
      slot: 'G54',
      finder: 'finder',
      count: '2',
      read: 'machine',
      turning: 'yes',
      nominalX1: '0',
      nominalY1: '0',
      nominalX2: '80',
      nominalY2: '40',
      foundX1: one.x,
      foundY1: one.y,
      foundX2: two.x,
      foundY2: two.y,
    }
    const standing =
      last === null ? [] : [[rotationRegister('G54'), stands(nm(last))] as [ReturnType<typeof rotationRegister>, ReturnType<typeof stands>]]
    return run('known-features', raw, scene(standing, { machine: FOUR_AXES, plan: null }))
  }

  it('of half a turn is stopped: two features were taken for each other', () => {
    expect(features(false).finding('rotation')?.verdict).toBe('clear')
    expect(features(true).finding('rotation')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('end for end') as string,
    })
  })

  it('is held against its last, the short way round, and the swap is named', () => {
    const jump = features(true, 0).findings.filter(({ check }) => check === 'jump')
    expect(jump.map(({ sentence }) => sentence).join(' ')).toContain('the readings at 1 and 2 had been swapped')
    expect(features(false, 359_990_000).findings.find(({ check, about }) => check === 'jump' && about?.includes('rotation'))?.verdict).toBe(
      'clear',
    )
  })
})
