import { describe, expect, it } from 'vitest'
import { mm } from '../length/index.ts'
import { PLAIN_TURNING } from '../machine/index.ts'
import { diameterRegister, geometryRegister, lengthRegister, wearOf } from '../register/index.ts'
import { standingNote } from '../standing/index.ts'
import { LATHE, MILL, mounted, scene, stands } from '@rook/testing'
import { beginsLife, consequencesOf, measuredAlready, nextInRun, runOf, sharedNumbers, taskPreset, toolRows, turretOrder } from './index.ts'

const own = { assembly: 'em-12', setup: 'now' }
const at = scene([
  [lengthRegister('4'), stands(mm(103.4755), own)],
  [wearOf(lengthRegister('4')), stands(mm(-0.02), own)],
  [diameterRegister(MILL, '4'), stands(mm(5.996), own)],
])
const [four] = at.tools

describe('what happens to a tool', () => {
  it('a new insert makes the geometry an estimate and puts the wear to zero', () => {
    expect(consequencesOf('insert-changed', four!, at)).toMatchObject([
      { register: 'tool/4/length/geometry', value: mm(103.4755), state: 'estimated' },
      { register: 'tool/4/length/wear', value: 0, state: 'deliberately-zero' },
      { register: 'tool/4/radius/geometry', value: mm(5.996), state: 'estimated' },
    ])
    expect(beginsLife('insert-changed')).toBe(true)
  })

  it('a broken tool\u2019s geometry must not be used; its life does not begin anew', () => {
    expect(consequencesOf('broken', four!, at).map(({ register, state }) => `${register} ${state}`)).toEqual([
      'tool/4/length/geometry disturbed',
      'tool/4/radius/geometry disturbed',
    ])
    expect(beginsLife('broken')).toBe(false)
  })

  it('a reference tool with a new edge is disturbed, and with it what rests on it', () => {
    const reference = scene([[lengthRegister('4'), stands(mm(0), { ...own, state: 'deliberately-zero' })]], {
      machine: { ...MILL, lengthConvention: 'reference-tool' },
    })
    expect(consequencesOf('reground', reference.tools[0]!, reference)).toMatchObject([
      { state: 'disturbed', why: 'the reference has a new edge' },
    ])
  })

  it('setting the life back changes no register', () => {
    expect(consequencesOf('life-reset', four!, at)).toEqual([])
  })
})

describe('a figure and the tool it was found on', () => {
  it('goes stale when another tool sits there, or none', () => {
    const length = 'tool/4/length/geometry'
    expect(standingNote(length, at).word).toBe('measured')
    const other = { ...at, tools: [mounted('4', 'em-16', 'End mill 16')] }
    expect(standingNote(length, other)).toMatchObject({
      word: 'stale',
      because: 'it was found on another tool than End mill 16, which is in T4 now',
    })
    expect(standingNote(length, { ...at, tools: [] }).because).toContain('has been taken out')
  })

  it('that is only an estimate says so, and is no reference for the next measurement', () => {
    const estimated = scene([[lengthRegister('4'), stands(mm(103), { ...own, state: 'estimated' })]])
    expect(standingNote('tool/4/length/geometry', estimated).word).toBe('estimated')
  })
})

describe('the tools of a machine', () => {
  it('are shown with geometry and wear apart, and together as the control adds them', () => {
    const [row, bare] = toolRows(at)
    expect(row!.pairs).toMatchObject([
      { name: 'H4 length', value: mm(103.4755), worn: mm(-0.02), total: mm(103.4555), note: { word: 'measured' } },
      { name: 'D4 radius', value: mm(5.996), worn: null, total: mm(5.996) },
    ])
    expect(bare!.pairs[0]).toMatchObject({ name: 'H17 length', value: null, total: null, note: { word: 'unset' } })
  })

  it('of a lathe have what its layout says', () => {
    const lathe = { ...at, machine: LATHE }
    expect(toolRows(lathe)[0]!.pairs.map(({ name }) => name)).toEqual(['T4 X', 'T4 Z', 'T4 nose radius', 'T4 tip direction'])
  })

  it('must not share a number', () => {
    expect(sharedNumbers(at.tools, at.machine)).toEqual([])
    expect(sharedNumbers([mounted('1', 'a', 'A'), mounted('2', 'b', 'B', { offset: '1' })], MILL)).toEqual([
      { word: 'H', number: '1', tools: ['T1', 'T2'] },
    ])
  })
})

describe('a run of tools', () => {
  const planned = (number: string, diameter = false) => ({ number, offset: number, diameterOffset: number, diameter })
  const plan = { tools: [planned('4', true), planned('5'), planned('7')] }

  it('goes from the first to the last, length before diameter, and knows who is absent', () => {
    const tasks = runOf(plan, at.tools, {}, MILL)
    expect(tasks.map(({ id, state }) => `${id} ${state}`)).toEqual([
      'T4/length open',
      'T4/diameter open',
      'T5/length absent',
      'T7/length open',
    ])
    expect(nextInRun(tasks)?.id).toBe('T4/length')
    expect(nextInRun(tasks, 'T4/diameter')?.id).toBe('T7/length')
  })

  it('remembers what is done and what is skipped, and comes back to what was left', () => {
    const tasks = runOf(
      plan,
      at.tools,
      { 'T4/length': { skipped: false, reason: null }, T7: { skipped: true, reason: 'insert on order' } },
      MILL,
    )
    expect(tasks.map(({ state }) => state)).toEqual(['done', 'open', 'absent', 'skipped'])
    expect(tasks[3]!.reason).toBe('insert on order')
    expect(nextInRun(tasks, 'T7/length')?.id).toBe('T4/diameter')
    expect(nextInRun(runOf({ tools: [] }, at.tools, {}, MILL))).toBeNull()
  })
})

describe('what of a run needs no measuring', () => {
  const tools = [mounted('4', 'em-12', 'End mill 12'), mounted('5', 'sd-10', 'Spot drill'), mounted('7', 'dr-66', 'Drill 6.6')]
  const standing = scene(
    [
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12', at: '2026-11-24T06:00:00.000Z' })],
      [diameterRegister(MILL, '4'), stands(mm(5.996), { assembly: 'em-12', at: '2026-11-24T06:10:00.000Z' })],
      [lengthRegister('5'), stands(mm(91), { assembly: 'sd-10', state: 'estimated' })],
      // Measured on the tool that sat there before.
      [lengthRegister('7'), stands(mm(138), { assembly: 'dr-42' })],
    ],
    { tools, plan: null },
  )

  it('is what stands measured on the tool that is mounted; estimates and another tool’s figures are to do', () => {
    expect(Object.keys(measuredAlready(standing, null))).toEqual(['T4/length', 'T4/diameter'])
    const planned = { tools: tools.map(({ number, offset, diameterOffset }) => ({ number, offset, diameterOffset, diameter: false })) }
    expect(nextInRun(runOf(planned, tools, measuredAlready(standing, null), MILL))?.id).toBe('T5/length')
  })

  it('is nothing that was measured before all was begun anew', () => {
    expect(Object.keys(measuredAlready(standing, '2026-11-24T06:05:00.000Z'))).toEqual(['T4/diameter'])
    expect(measuredAlready(standing, '2026-11-25T00:00:00.000Z')).toEqual({})
  })
})

describe('a run through a turret', () => {
  const planned = ['1', '9', '3', '4'].map((number) => ({ number, offset: number, diameterOffset: number, diameter: false }))
  const turret = { kind: 'lathe' as const, turrets: [{ name: 'A', stations: 12 }], turning: PLAIN_TURNING }

  it('measures X and Z of every tool, the master first and only in X', () => {
    const tools = ['1', '3', '4'].map((number) => mounted(number, `tool-${number}`, 'Turning tool'))
    const tasks = runOf({ tools: planned }, tools, {}, turret)
    expect(tasks.map(({ id }) => id)).toEqual(['T1/X', 'T3/X', 'T3/Z', 'T4/X', 'T4/Z', 'T9/X', 'T9/Z'])
    // What is not mounted is neither measured nor done.
    expect(tasks.filter(({ state }) => state === 'absent').map(({ id }) => id)).toEqual(['T9/X', 'T9/Z'])
  })

  it('counts what stands measured of each', () => {
    const at = scene(
      [
        [geometryRegister('3', 'X'), stands(mm(-231.406), { assembly: 'tool-3' })],
        [geometryRegister('3', 'Z'), stands(mm(53.132), { assembly: 'tool-3' })],
      ],
      { machine: LATHE, plan: null, tools: [mounted('3', 'tool-3', 'Boring bar 10')] },
    )
    expect(Object.keys(measuredAlready(at, null))).toEqual(['T3/X', 'T3/Z'])
  })

  it('asks each the way its step says', () => {
    const step = { 'x-method': 'skim', 'z-method': 'part', slot: 'G54', place: '0' }
    expect(taskPreset('X', '3', step)).toEqual({ routine: 'turned-diameter', preset: { tool: '3', slot: 'G54' } })
    expect(taskPreset('Z', '3', step)).toEqual({
      routine: 'tool-length',
      preset: { tool: '3', method: 'part', slot: 'G54', place: '0' },
    })
    const arm = { 'x-method': 'arm', 'z-method': 'arm', setter: 'setter' }
    expect(taskPreset('X', '3', arm)).toEqual({ routine: 'tool-on-arm', preset: { tool: '3', setter: 'setter' } })
    expect(taskPreset('Z', '3', arm)).toEqual({ routine: 'tool-on-arm', preset: { tool: '3', setter: 'setter', face: 'Z-' } })
    expect(taskPreset('diameter', '4', { method: 'setter', setter: 's', 'diameter-method': 'one-side', axis: 'X' })).toEqual({
      routine: 'tool-diameter',
      preset: { tool: '4', setter: 's', method: 'one-side', axis: 'X' },
    })
  })
})

describe('the order in which a turret turns least', () => {
  /** By trying every order there is. */
  const least = (wanted: number[], stations: number, from: number): number => {
    if (wanted.length === 0) return 0
    const apart = (one: number, other: number) => Math.min((one - other + stations) % stations, (other - one + stations) % stations)
    return Math.min(
      ...wanted.map(
        (next, at) =>
          apart(from, next) +
          least(
            wanted.filter((_, place) => place !== at),
            stations,
            next,
          ),
      ),
    )
  }
  const turns = (order: number[], stations: number, from: number) =>
    order.reduce(
      ({ total, at }, next) => ({
        total: total + Math.min((next - at + stations) % stations, (at - next + stations) % stations),
        at: next,
      }),
      { total: 0, at: from },
    ).total

  it.each([
    [[2, 3, 4], 12, 1],
    [[12, 11, 2], 12, 1],
    [[3, 11, 12], 12, 1],
    [[6, 8], 12, 1],
    [[2, 3, 9, 10, 11], 12, 1],
    [[5], 8, 4],
    [[], 8, 4],
  ])('through %j of %d stations from %d', (wanted, stations, from) => {
    const order = turretOrder(wanted, stations, from)
    expect([...order].sort((a, b) => a - b)).toEqual([...wanted].sort((a, b) => a - b))
    expect(turns(order, stations, from)).toBe(least(wanted, stations, from))
  })

  it('follows the numbers where nothing is known of the turret', () => {
    expect(turretOrder([9, 3, 4], null, 1)).toEqual([3, 4, 9])
    expect(turretOrder([9, 3, 40], 12, 1)).toEqual([3, 9, 40])
  })
})
