import { describe, expect, it } from 'vitest'
import { LATHE, MILL, mounted, READY, scene } from '@rook/testing'
import { mm, nm } from '../../length/index.ts'
import type { MachineRecord } from '../../machine/index.ts'
import type { Holding, Plan } from '../../scene/index.ts'
import { DepthMap, dialectOf, goFindings, readProgram } from '../index.ts'

/** Worked by hand: a block 30 high on parallels in jaws that reach 8 up it. Z0 is its top, so its bottom lies at -30 and the jaws' tops at -22. */
const BLOCK = { X: { from: nm(0), to: mm(100) }, Y: { from: nm(0), to: mm(60) }, Z: { from: mm(-30), to: nm(0) } }
const VISE: Holding = { kind: 'vise', count: 1, fixedJaw: 'Y+', grip: mm(8), parallels: mm(12) }
const TOOLS = [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', properties: { DC: mm(12) } })]

const found = (lines: readonly string[], plan: Partial<Plan> = {}, machine: MachineRecord = MILL, tools = TOOLS) => {
  const dialect = dialectOf(machine)
  const depths = new DepthMap(dialect)
  const read = readProgram(() => [lines.join('\n')], dialect, depths.push)
  const where = scene([], { machine, tools, plan: { ...scene().plan!, stock: BLOCK, holding: VISE, ...plan } })
  return goFindings({ read: { ...read, depths: depths.end() }, scene: where, soFar: READY }).filter(({ id }) =>
    /in the way|not held/.test(id),
  )
}
const said = (id: string, ...given: Parameters<typeof found>) => found(...given).find((one) => one.id.startsWith(id))

/** Around the outside with a cutter of 12, its middle 6 beside the block. */
const around = (z: number) => [
  'G21 G90 G17',
  'T4 M6',
  'G54 G0 X-20. Y-20.',
  'G43 H4 Z50.',
  `Z5.`,
  `G1 Z${z} F300`,
  'X-6. Y-6.',
  'X106.',
  'Y66.',
  'X-6.',
  'Y-6.',
  'G0 Z50.',
  'M30',
]

describe('the jaws of a vise', () => {
  it('leave room over them, with the line where it is least', () => {
    expect(said('in the way fixed jaw', around(-12))).toMatchObject({ verdict: 'clear', line: 10 })
    expect(said('in the way fixed jaw', around(-12))?.sentence).toBe('The least room over the fixed jaw is 10.0000: T4 at feed.')
    expect(said('in the way moving jaw', around(-12))?.sentence).toContain('10.0000: T4 at feed')
    expect(said('in the way moving jaw', around(-12))?.line).toBe(8)
  })

  it('are not cut into: a stop that says how deep, where', () => {
    const one = said('in the way fixed jaw', around(-23.5))
    expect(one).toMatchObject({ verdict: 'stop', line: 10, mend: 'program' })
    expect(one?.sentence).toContain('T4 cuts 1.5000 deep into the fixed jaw: its top lies at Z \u221222.0000')
    expect(said('in the way moving jaw', around(-23.5))).toMatchObject({ verdict: 'stop', line: 8 })
  })

  it('are asked about where a chip is as high as the room, and rapids count too', () => {
    expect(said('in the way fixed jaw', around(-21.4))?.verdict).toBe('query')
    const under = ['G21 G90', 'T4 M6', 'G54 G0 X50. Y-30.', 'G43 H4 Z50.', 'Z-25.', 'Z50.', 'M30']
    expect(said('in the way moving jaw', under)?.sentence).toContain('T4 moves at rapid 3.0000 deep into the moving jaw')
    expect(said('in the way moving jaw', under)?.line).toBe(5)
  })

  it('stand on the sides that the record says, and reach no further than the work along them', () => {
    const vise = { ...VISE, fixedJaw: 'X+' } as const
    const end = ['G21 G90', 'T4 M6', 'G54 G0 X50. Y-20.', 'G43 H4 Z50.', 'G1 Z-25. F300', 'Y-7.', 'G0 Z50.', 'M30']
    expect(said('in the way moving jaw', end)?.verdict).toBe('stop')
    expect(
      found(end, { holding: vise })
        .map(({ sentence }) => sentence)
        .join(' '),
    ).toContain('Nothing goes over the fixed jaw.')
  })

  it('are met by a shank that is wider than its cutter, from where the cut ends upward', () => {
    // A cutter of 6 on a shank of 10, 5 long: its middle 3.5 inside the block it clears the jaw, and the shank reaches 1.5 over it.
    // With its end at −29 the shank begins at −24, 2 below the jaw's top.
    const slim = (APMX: number | null) => [
      mounted('4', 'em-06', 'End mill 6', {
        kind: 'end-mill',
        properties: { DC: mm(6), DMM: mm(10), ...(APMX === null ? {} : { APMX: mm(APMX) }) },
      }),
    ]
    const inside = ['G21 G90', 'T4 M6', 'G54 G0 X50. Y3.5', 'G43 H4 Z50.', 'G1 Z-29. F300', 'X60.', 'G0 Z50.', 'M30']
    const moving = (APMX: number | null) => said('in the way moving jaw', inside, {}, MILL, slim(APMX))
    expect(moving(5)).toMatchObject({ verdict: 'stop', line: 5, mend: 'program' })
    expect(moving(5)?.sentence).toBe(
      'The shank of T4 goes 2.0000 deep into the moving jaw: its top lies at Z \u221222.0000. Change the program, or how the work is held.',
    )
    // 8 long it is 1 above the jaw, 12 long it has room.
    expect(moving(7.5)).toMatchObject({ verdict: 'query' })
    expect(moving(7.5)?.sentence).toContain('the shank of T4 at feed')
    expect(moving(12)?.verdict).toBe('clear')
    // Where the cut's length is not on record nothing is known of where the shank begins, and that is said.
    expect(moving(null)?.verdict).toBe('clear')
    const last = (APMX: number | null) => found(inside, {}, MILL, slim(APMX)).at(-1)?.sentence
    expect(last(5)).toContain('Looked at with the cutter of each tool and the shank of T4, and not with a holder or another shank.')
    expect(last(null)).toContain('with the cutter of each tool alone')
  })

  it('pass a cutter that only just misses them', () => {
    const beside = ['G21 G90', 'T4 M6', 'G54 G0 X-6.', 'Y-20.', 'G43 H4 Z50.', 'G1 Z-25. F300', 'Y80.', 'G0 Z50.', 'M30']
    expect(found(beside).filter(({ verdict }) => verdict === 'stop')).toEqual([])
  })

  it('are said not to have been looked at where their height is not on record, and so is everything else that is not', () => {
    const none = { ...VISE, grip: null }
    expect(said('not held against jaws', around(-23.5), { holding: none })).toMatchObject({ verdict: 'query', mend: 'plan' })
    expect(said('not held against clamps', around(-5), { holding: { kind: 'clamps', parallels: null } })?.verdict).toBe('query')
    expect(said('not held against holding', around(-5), { holding: null })?.verdict).toBe('query')
    expect(found(around(-12)).at(-1)?.sentence).toBe('Looked at with the cutter of each tool alone, and not with its shank or holder.')
    const bare = [mounted('4', 'em-12', 'End mill 12', { kind: 'end-mill', properties: {} })]
    expect(said('in the way, not', around(-12), {}, MILL, bare)).toMatchObject({ verdict: 'query', mend: 'tool' })
  })

  it('are said to be held against coarsely where the program goes so far that its squares grow', () => {
    const far = ['G21 G90', 'T4 M6', 'G54 G0 X0. Y0. Z5.', 'G1 Z-1. F500']
    for (let row = 0; row < 400; row++) far.push(`X${row % 2 ? 0 : 800}.`, `Y${2 * row + 2}.`)
    expect(said('in the way, not', far)).toMatchObject({ verdict: 'query' })
    expect(said('in the way, not', far)?.sentence).toMatch(/told from one over it to [248]\.0000 only/)
  })

  it('say nothing where no path was gathered', () => {
    const read = readProgram(() => [around(-23.5).join('\n')], dialectOf(MILL))
    const where = scene([], { tools: TOOLS, plan: { ...scene().plan!, stock: BLOCK, holding: VISE } })
    expect(goFindings({ read, scene: where, soFar: READY }).filter(({ id }) => /in the way/.test(id))).toEqual([])
  })
})

describe('a plate under the work', () => {
  it('is asked about where it is cut, for it may have a hole there, and stopped at rapid', () => {
    const plate: Holding = { kind: 'plate', thickness: mm(20) }
    expect(said('in the way plate', around(-31), { holding: plate })).toMatchObject({ verdict: 'query' })
    expect(said('in the way plate', around(-31), { holding: plate })?.sentence).toContain('Say that it has room for it there.')
    const rapid = ['G21 G90', 'T4 M6', 'G54 G0 X50. Y30.', 'G43 H4 Z50.', 'Z-32.', 'M30']
    expect(said('in the way plate', rapid, { holding: plate })?.verdict).toBe('stop')
  })
})

describe('the jaws of a chuck', () => {
  // A bar of 40 with its face at Z0 stands 45 out: the front of the jaws lies at -45.
  const bar = { X: { from: nm(0), to: mm(40) }, Y: { from: nm(0), to: mm(40) }, Z: { from: mm(-60), to: nm(0) } }
  const turning = { ...LATHE, xReads: 'diameter' as const }
  const tools = [
    mounted('1', 'cnmg', 'Turning tool', { kind: 'turning' }),
    mounted('5', 'dr-10', 'Drill 10', { kind: 'drill', properties: { DC: mm(10) } }),
  ]
  const plan = (more: Partial<Plan> = {}): Partial<Plan> => ({ stock: bar, holding: { kind: 'chuck', stickOut: mm(45) }, ...more })
  const along = (z: number, tool = '0101') => [
    'G21 G90 G18',
    `T${tool}`,
    'G54 G0 X44. Z5.',
    `X${tool === '0505' ? 0 : 36}.`,
    `G1 Z${z} F0.2`,
    'X44.',
    'G0 Z5.',
    'M30',
  ]

  it('leave room in front of them, worked by hand', () => {
    expect(said('in the way chuck', along(-41), plan(), turning, tools)?.sentence).toBe(
      'The least room over the jaws of the chuck is 4.000: T1 at feed.',
    )
    expect(said('in the way chuck', along(-47), plan(), turning, tools)).toMatchObject({ verdict: 'stop', line: 5 })
    expect(said('in the way chuck', along(-47), plan(), turning, tools)?.sentence).toContain(
      'T1 cuts 2.000 deep into the jaws of the chuck',
    )
  })

  it('have the bore of the bar between them: what drills is named as not held against them', () => {
    const all = found(along(-55, '0505'), plan(), turning, tools)
    expect(all.map(({ verdict }) => verdict)).not.toContain('stop')
    expect(all.at(-1)?.sentence).toContain('T5 works inside the bar: not held against what holds it.')
  })

  it('end where the record of the chuck says that they end', () => {
    const small = { ...turning, turning: { ...turning.turning, chucks: { main: { across: mm(30), length: mm(60) } } } }
    expect(said('in the way chuck', along(-47), plan(), small, tools)?.sentence).toBe('Nothing goes over the jaws of the chuck.')
  })
})

describe('how deep a program goes where', () => {
  const depthsOf = (lines: readonly string[]) => {
    const depths = new DepthMap(dialectOf(MILL))
    readProgram(() => [lines.join('\n')], dialectOf(MILL), depths.push)
    return depths.end()
  }

  it('is kept in few squares, however far it goes: they become larger, and lose no depth', () => {
    const lines = ['G21 G90', 'T4 M6', 'G54 G0 X0. Y0. Z5.', 'G1 Z-1. F500']
    for (let row = 0; row < 400; row++) lines.push(`X${row % 2 ? 0 : 800}. Z-${row === 217 ? '9.25' : '1.'}`, `Y${2 * row + 2}.`)
    const [one] = depthsOf(lines)
    expect(one!.x.length).toBeLessThanOrEqual(60_000)
    expect(one!.square).toBeGreaterThan(1_000_000)
    expect(Math.min(...one!.feed.z.filter((z) => !Number.isNaN(z)))).toBe(-9_250_000)
  })

  it('follows arcs, and takes no place that is not known', () => {
    const [arc] = depthsOf(['G21 G90 G17', 'T4 M6', 'G54 G0 X0. Y0. Z5.', 'G1 Z-3. F100', 'G2 X20. Y0. I10. J0.', 'M30'])
    expect(arc!.y.some((y) => y > 9_000_000)).toBe(true)
    expect(depthsOf(['G21 G90', 'T4 M6', 'G54 G0 X0.', 'Y5.']).flatMap(({ x }) => x)).toEqual([])
  })
})
