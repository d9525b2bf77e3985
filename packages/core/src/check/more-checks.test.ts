import { describe, expect, it } from 'vitest'
import { inch, mm, nm } from '../length/index.ts'
import {
  commonRegister,
  diameterRegister,
  geometryRegister,
  lengthRegister,
  probeRegister,
  PROBE_SIDES,
  setterRegister,
  workRegister,
  type RegisterRef,
} from '../register/index.ts'
import type { Scene, Standing } from '../scene/index.ts'
import { GAUGES, INCH_MILL, LATHE, MILL, mounted, run, scene, stands, TURRET_LATHE } from '@rook/testing'
import { routineById } from '../catalogue/index.ts'
import type { RawInputs } from '../routine/index.ts'
import { LIMITS, limitOf, limitProblems } from '../limits/index.ts'

const touch = { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.2040', place: '0' }
const face = { slot: 'G54', tool: '4', between: 'none', reading: '-372.29', place: '0.8' }
const length: [RegisterRef, Standing] = [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })]
const planned = (more: Partial<NonNullable<Scene['plan']>>, standing: [RegisterRef, Standing][] = []) =>
  scene(standing, { plan: { ...scene().plan!, ...more } })

describe('whether the part is within reach', () => {
  it('is clear when the whole stock lies inside the travel', () => {
    expect(run('edge', touch, scene()).finding('reaches')).toMatchObject({ verdict: 'clear' })
  })

  it('stops a zero from which the far end of the stock cannot be reached', () => {
    const { finding } = run('edge', { ...touch, reading: '-50' }, scene())
    expect(finding('reaches')).toMatchObject({ verdict: 'stop' })
    expect(finding('reaches')?.sentence).toContain('the stock goes to machine X 47.0000')
    expect(finding('reaches')?.sentence).toContain('Is it the right corner of the part?')
  })

  it('stops a Z zero at which a tool cannot come down to the stock, and asks about its bottom', () => {
    const at = scene([length])
    expect(run('face', face, at).finding('reaches')).toMatchObject({ verdict: 'clear' })
    expect(run('face', { ...face, reading: '-560.2' }, at).finding('reaches')).toMatchObject({ verdict: 'stop' })
    expect(run('face', { ...face, reading: '-550' }, at).finding('reaches')?.sentence).toContain(
      'gets to the top of the stock but not to its bottom',
    )
  })

  it('has nothing to say without a stock', () => {
    expect(run('edge', touch, planned({ stock: null })).finding('reaches')).toBeUndefined()
  })
})

describe('whether a zero is known well enough', () => {
  it('asks when \u00b1U is more than a quarter of the tolerance, and names what it comes from', () => {
    const finding = run('edge', touch, planned({ tolerance: mm(0.03) })).finding('fineness')
    expect(finding).toMatchObject({ verdict: 'query' })
    expect(finding?.sentence).toBe(
      'G54 X is known to \u00b10.0101, too coarse for the tolerance of 0.0300 that Op 20, rev C has to hold. Most of it comes from Finder 10 and one step of the readout.',
    )
    expect(run('edge', touch, planned({ tolerance: mm(0.05) })).finding('fineness')).toMatchObject({ verdict: 'clear' })
    expect(run('edge', touch, scene()).finding('fineness')).toBeUndefined()
  })

  it('advises to let a zero be that would move by less than it is known to', () => {
    const again = (value: number, setup = 'now') => scene([[workRegister('G54', 'X'), stands(mm(value), { setup })]])
    expect(run('edge', touch, again(-313.2)).finding('own-uncertainty')).toMatchObject({ verdict: 'clear', tell: true })
    expect(run('edge', touch, again(-313.2)).finding('own-uncertainty')?.sentence).toContain('It may as well stay')
    expect(run('edge', touch, again(-313.15)).finding('own-uncertainty')).toBeUndefined()
    expect(run('edge', touch, again(-313.2, 'before')).finding('own-uncertainty')).toBeUndefined()
  })
})

describe('limits', () => {
  it('are all above zero, each said in a sentence', () => {
    for (const { value, says } of LIMITS) {
      expect(value).toBeGreaterThan(0)
      expect(says.length).toBeGreaterThan(20)
    }
    expect(new Set(LIMITS.map(({ id }) => id)).size).toBe(LIMITS.length)
  })

  it('are the shop\u2019s, or the machine\u2019s where it is tighter; a looser one does nothing', () => {
    expect(limitOf(MILL, 'zeroMoves')).toBe(mm(0.02))
    expect(limitOf({ limits: { zeroMoves: mm(0.005) } }, 'zeroMoves')).toBe(mm(0.005))
    expect(limitOf({ limits: { zeroMoves: mm(5) } }, 'zeroMoves')).toBe(mm(0.02))
  })

  it('cannot be kept looser, at nothing, or under a name that is none', () => {
    expect(limitProblems({ zeroMoves: mm(0.01) })).toEqual({})
    expect(Object.keys(limitProblems({ zeroMoves: mm(1), sizeOff: 0, estimateStop: Number.NaN, other: 1 }))).toEqual([
      'zeroMoves',
      'sizeOff',
      'estimateStop',
      'other',
    ])
  })

  it('are in force: what the shop lets pass is questioned where a lead has tightened it', () => {
    const stood: [RegisterRef, Standing] = [workRegister('G54', 'X'), stands(mm(-313.19))]
    expect(run('edge', touch, scene([stood])).finding('jump')).toMatchObject({ verdict: 'clear' })
    const tight = { ...MILL, limits: { zeroMoves: mm(0.001), questionedBeyond: 1 } }
    expect(run('edge', touch, scene([stood], { machine: tight })).finding('jump')).toMatchObject({ verdict: 'query' })
  })
})

describe('explanations from what stands elsewhere', () => {
  const jump = (raw: Record<string, string>, at: Scene) => run('edge', { ...touch, ...raw }, at).finding('jump')

  it('knows a reading of the part display', () => {
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-313.204))],
      [workRegister('G55', 'X'), stands(mm(-488.12))],
    ])
    // G55 active: the display shows −318.204 + 488.12.
    expect(jump({ reading: '169.916' }, at)?.sentence).toContain('taken from the part display, G55 active')
  })

  it('knows a common shift that was counted twice or not at all', () => {
    const at = scene([
      [workRegister('G54', 'X'), stands(mm(-315.204))],
      [commonRegister('X'), stands(mm(2))],
    ])
    expect(jump({}, at)).toMatchObject({ verdict: 'clear' })
    expect(jump({ reading: '-316.204' }, at)?.sentence).toContain('the common shift had not been taken off')
    expect(jump({ reading: '-320.204' }, at)?.sentence).toContain('the common shift had been counted twice')
  })

  it('knows another tool\u2019s value', () => {
    const at = scene([
      [setterRegister('setter'), stands(mm(-502.118))],
      [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })],
      [lengthRegister('17'), stands(mm(138.0221), { assembly: 'dr-66' })],
    ])
    const swapped = run('tool-length', { tool: '4', method: 'setter', setter: 'setter', reading: '-364.0959' }, at).finding('jump')
    expect(swapped).toMatchObject({ verdict: 'stop' })
    expect(swapped?.sentence).toContain('this were H17 length')
  })

  it('knows half, double, and two digits swapped', () => {
    const at = scene([[workRegister('G54', 'X'), stands(mm(-313.204))]])
    expect(jump({ reading: '-159.102' }, at)?.sentence).toContain('had been halved')
    expect(jump({ reading: '-636.408' }, at)?.sentence).toContain('had been doubled')
    expect(jump({ reading: '-381.204' }, at)?.sentence).toContain('two digits of the reading had been swapped')
  })

  it('says nothing when nothing fits well', () => {
    const at = scene([[workRegister('G54', 'X'), stands(mm(-313.204))]])
    expect(jump({ reading: '-318.7713' }, at)).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('No single slip explains it') as string,
    })
  })
})

describe('gauges', () => {
  it('asks about a probe that was never calibrated on this machine', () => {
    const bare = GAUGES.map((gauge) => (gauge.id === 'probe' ? { ...gauge, radii: null } : gauge))
    const finding = run('edge', { ...touch, finder: 'probe' }, scene([], { gauges: bare })).finding('gauge-fit')
    expect(finding).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('has not been calibrated on Mill 3') as string })
    expect(run('edge', { ...touch, finder: 'probe' }, scene()).finding('gauge-fit')).toMatchObject({ verdict: 'clear' })
  })

  it('lets what rests on a probe\u2019s radii remember them', () => {
    const at = scene(PROBE_SIDES.map((side) => [probeRegister('probe', side), stands(mm(2.987))]))
    expect(run('edge', { ...touch, finder: 'probe' }, at).writes['work/G54/X/geometry']!.rests).toHaveLength(4)
    expect(run('edge', touch, at).writes['work/G54/X/geometry']!.rests).toEqual([])
  })
})

describe('digits that are the same', () => {
  it('asks whether a zero equal to another slot\u2019s was measured at all', () => {
    const at = scene([[workRegister('G55', 'X'), stands(mm(-313.204))]])
    expect(run('edge', touch, at).finding('same-digits')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('what G55 X is') as string,
    })
    expect(run('edge', { ...touch, reading: '-318.2041' }, at).finding('same-digits')).toBeUndefined()
  })

  it('does not ask when both slots are written together', () => {
    const at = scene([[workRegister('G55', 'X'), stands(mm(-313.204))]])
    expect(run('edge', { ...touch, also: 'G55' }, at).finding('same-digits')).toBeUndefined()
  })
})

describe('lengths counted from a reference height', () => {
  const block = (more: object = {}) => stands(inch(-10.5), { assembly: 'em-12', fromHeight: true, ...more })
  const inches = { slot: 'G54', tool: '4', between: 'none', reading: '-12.9', place: '0' }

  it('are set without a zero, and say so', () => {
    const at = scene([], { machine: INCH_MILL, plan: null })
    const { writes } = run('tool-length', { tool: '4', method: 'datum', between: 'block', reading: '-12.4685' }, at)
    expect(writes['tool/4/length/geometry']).toMatchObject({
      value: nm(inch(-12.4685) - mm(50) - 1 * ((inch(-12.4685) - mm(50)) % 2540)),
      fromHeight: true,
    })
  })

  it('ask for a shift in Z instead of a zero', () => {
    const at = (standing: Standing) => scene([[lengthRegister('4'), standing]], { machine: INCH_MILL, plan: null })
    expect(run('face', inches, at(block())).finding('convention')).toMatchObject({ verdict: 'clear' })
    expect(run('face', inches, at(block({ fromHeight: false }))).finding('convention')).toMatchObject({ verdict: 'stop' })
    expect(run('deliberate-zero', { register: 'work/G54/Z/geometry' }, at(block())).finding('convention')).toMatchObject({
      verdict: 'query',
    })
  })
})

describe('a gauge that does not span the size', () => {
  const spans: Record<string, [number, number]> = { mic: [0, 25], bore: [35, 60] }
  const gauges = GAUGES.map((one) => (spans[one.id] ? { ...one, least: mm(spans[one.id]![0]), most: mm(spans[one.id]![1]) } : one))
  const cutter: [RegisterRef, Standing] = [diameterRegister(MILL, '4'), stands(mm(6), { assembly: 'em-12' })]
  const size = { tool: '4', kind: 'inside', by: 'measured', with: 'mic', target: '40.010', measured: '40.020' }
  const at = scene([cutter], { gauges, plan: null, tools: [mounted('4', 'em-12', 'End mill 12')] })
  const asked = (raw: RawInputs, where = at) => run('side-size', raw, where).findings.filter(({ check }) => check === 'gauge-range')
  const offered = (raw: RawInputs) => {
    const input = routineById('side-size')!
      .inputs(at, raw)
      .find(({ id }) => id === 'with')!
    return input.kind === 'choice' ? input.options.map(({ value }) => value) : []
  }

  it('is asked about once, by what was read or else by what is wanted', () => {
    expect(asked(size).map(({ verdict, sentence }) => [verdict, sentence])).toEqual([
      ['query', 'Micrometer 25 measures up to 25 mm; 40.0200 was not read on it. Choose the gauge that measured it, or say why it is so.'],
    ])
    expect(asked({ ...size, measured: '24' }).map(({ sentence }) => sentence)).toEqual([expect.stringContaining('40.0100 was not read')])
    expect(asked({ ...size, with: 'bore' })).toEqual([])
    expect(asked(size, { ...at, gauges: GAUGES })).toEqual([])
  })

  it('is left out once the size is known, and stays where it was chosen', () => {
    expect(offered({ ...size, with: '', measured: '', target: '' })).toEqual(expect.arrayContaining(['mic', 'bore']))
    expect(offered({ ...size, with: 'bore' })).not.toContain('mic')
    expect(offered(size)).toEqual(expect.arrayContaining(['mic', 'bore']))
  })

  it('is none for where a floor stands: what was read there is another figure', () => {
    const length = [lengthRegister('4'), stands(mm(103.4755), { assembly: 'em-12' })] as [RegisterRef, Standing]
    const depth = { tool: '4', by: 'measured', with: 'bore', target: '-18', measured: '-18.05' }
    const found = run('depth-size', depth, { ...at, standing: scene([length]).standing })
    expect(found.sheet.result).not.toBeNull()
    expect(found.finding('gauge-range')).toBeUndefined()
  })
})

describe('a tool of one spindle and a slot of the other', () => {
  const tools = [mounted('1', 'a', 'Turning tool'), mounted('11', 'b', 'Turning tool, second side')]
  const at = scene([[workRegister('G57', 'X'), stands(mm(0), { state: 'deliberately-zero' })]], {
    machine: TURRET_LATHE,
    plan: null,
    tools,
  })
  const found = (tool: string, slot: string, where = at) =>
    run(
      'face',
      { slot, tool, between: 'none', place: '0', reading: '-300' },
      {
        ...where,
        standing: { ...where.standing, ...scene([[geometryRegister(tool, 'Z'), stands(mm(0))]]).standing },
      },
    ).finding('spindle-of')

  it('is asked about, either way round', () => {
    expect(found('1', 'G57')).toMatchObject({
      verdict: 'query',
      sentence:
        'T1 works at the main spindle, G57 is the sub-spindle\u2019s. Choose the tool or the slot that belongs to it, or say why they go together.',
    })
    expect(found('11', 'G54')?.sentence).toContain('T11 works at the sub-spindle, G54 is the main spindle')
    expect([found('1', 'G54'), found('11', 'G57')]).toEqual([undefined, undefined])
  })

  it('is none where there is one spindle', () => {
    expect(found('1', 'G54', { ...at, machine: LATHE })).toBeUndefined()
  })
})
