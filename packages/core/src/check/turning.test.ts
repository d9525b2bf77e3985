import { describe, expect, it } from 'vitest'
import { LATHE, MILL, mounted, run, scene, stands, TURRET_LATHE } from '@rook/testing'
import { foldFindings } from './index.ts'
import { assessEdits } from '../edits/index.ts'
import { mm, nm } from '../length/index.ts'
import { geometryRegister, noseRegister, registerKey, tipRegister, workRegister, type RegisterRef } from '../register/index.ts'
import type { RawInputs } from '../routine/index.ts'

const TOOLS = ['1', '3', '5'].map((number) => mounted(number, `tool-${number}`, 'Turning tool', { kind: 'turning' }))
const AXIS: [RegisterRef, number] = [workRegister('G54', 'X'), 0]
const others: [RegisterRef, number][] = [
  [geometryRegister('1', 'X'), mm(-248.832)],
  [geometryRegister('5', 'X'), mm(-244.17)],
]
const found = (check: string, routine: string, raw: RawInputs, standing: [RegisterRef, number][]) =>
  run(
    routine,
    raw,
    scene(
      standing.map(([register, value]) => [register, stands(nm(value))]),
      { machine: LATHE, plan: null, tools: TOOLS },
    ),
  ).findings.find((one) => one.check === check)
const skim = (reading: string, place = '60') => ({ tool: '3', slot: 'G54', reading, place })

describe('a turning tool that has to get to part zero', () => {
  it('is clear where the axis lies within the travel, and questioned where it does not', () => {
    // G = −171.406 − 60 = −231.406: X stands there with the tip on the axis; the travel ends at its limits.
    expect(found('turning-reach', 'turned-diameter', skim('-171.406'), [AXIS])).toMatchObject({ verdict: 'clear' })
    const [travel] = LATHE.travels
    const far = (travel!.min / 1e6 + 20).toFixed(3)
    expect(found('turning-reach', 'turned-diameter', skim(far), [AXIS])).toMatchObject({
      verdict: 'query',
      sentence: expect.stringMatching(/^T3 could not get to the spindle axis: X would have to stand at/) as string,
    })
  })

  it('stops a zero from which a measured tool could not get to the face', () => {
    const raw = { slot: 'G54', tool: '1', between: 'none', place: '0', reading: '-60' }
    const reach: [RegisterRef, number] = [geometryRegister('1', 'Z'), 0]
    expect(found('turning-reach', 'face', raw, [reach])).toMatchObject({ verdict: 'clear' })
    const deep = LATHE.travels.find(({ axis }) => axis === 'Z')!.min
    const long: [RegisterRef, number] = [geometryRegister('3', 'Z'), deep]
    expect(found('turning-reach', 'face', raw, [reach, long])).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('T3 could not get to the face') as string,
    })
  })

  it('does not ask a boring bar to get to the axis', () => {
    const bar = [mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar' })]
    const at = scene([[AXIS[0], stands(nm(0))]], { machine: LATHE, plan: null, tools: bar })
    const far = (LATHE.travels[0]!.min / 1e6 + 20).toFixed(3)
    expect(run('turned-diameter', skim(far), at).findings.some(({ check }) => check === 'turning-reach')).toBe(false)
  })

  it('says nothing where no zero stands, and nothing on a mill', () => {
    const arm = { tool: '3', setter: 'setter', face: 'X-', reading: '-90' }
    expect(found('turning-reach', 'tool-on-arm', arm, [])).toBeUndefined()
    const block = run(
      'edge',
      { slot: 'G54', axis: 'X', direction: '+', finder: 'finder', between: 'none', reading: '-318.204', place: '0' },
      {
        ...scene(),
        machine: MILL,
      },
    )
    expect(block.findings.some(({ check }) => check.startsWith('turning'))).toBe(false)
  })
})

describe('the sign of geometry X', () => {
  it('is that of the other tools; a lost minus is stopped', () => {
    expect(found('turning-sign', 'turned-diameter', skim('-171.406'), [AXIS, ...others])).toMatchObject({ verdict: 'clear' })
    expect(found('turning-sign', 'turned-diameter', skim('171.406'), [AXIS, ...others])).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('X of every other tool on Lathe 1 is negative. Look for a lost sign.') as string,
    })
  })

  it('is not judged by one tool alone, nor where they differ', () => {
    expect(found('turning-sign', 'turned-diameter', skim('171.406'), [AXIS, others[0]!])).toBeUndefined()
    const differ: [RegisterRef, number][] = [others[0]!, [geometryRegister('5', 'X'), mm(10)]]
    expect(found('turning-sign', 'turned-diameter', skim('171.406'), [AXIS, ...differ])).toBeUndefined()
  })
})

describe('the bar, the journal and the master', () => {
  const BAR = { from: mm(-31), to: mm(31) }
  const plan = { ...scene().plan!, setup: 'now', stock: { X: BAR, Y: BAR, Z: { from: mm(-150), to: mm(0) } } }
  const lathe = (standing: [RegisterRef, Parameters<typeof stands>[0], Parameters<typeof stands>[1]?][], more = {}) =>
    scene(
      standing.map(([register, value, also]) => [register, stands(value, also)]),
      { machine: { ...LATHE, turning: { ...LATHE.turning, masters: { main: '1' } } }, plan, tools: TOOLS, ...more },
    )
  const zero: [RegisterRef, ReturnType<typeof nm>] = [workRegister('G54', 'X'), nm(0)]
  const skimmed = (diameter: number, more: object = {}): [RegisterRef, ReturnType<typeof nm>, object] => [
    geometryRegister('1', 'X'),
    mm(-248.832),
    { setup: 'now', turned: { surface: 'outside', diameter: mm(diameter) }, ...more },
  ]
  const verdict = (check: string, raw: RawInputs, at: ReturnType<typeof lathe>, routine = 'turned-diameter') =>
    run(routine, raw, at).findings.find((one) => one.check === check || one.name === check)

  it('stops a diameter that is more than the bar has, and not a bore', () => {
    expect(verdict('within the bar', skim('-171.406', '61.8'), lathe([zero]))).toMatchObject({ verdict: 'clear' })
    expect(verdict('within the bar', skim('-171.406', '62.4'), lathe([zero]))).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('more than the bar has, \u00d862.000') as string,
    })
    expect(verdict('within the bar', { ...skim('-171.406', '62.4'), surface: 'bore' }, lathe([zero]))).toBeUndefined()
  })

  // A later skim on the same journal takes something off: larger outside, or smaller in a bore, is a slip.
  it.each([
    ['61.400', 'outside', 61.482, {}, 'clear'],
    ['61.490', 'outside', 61.482, {}, 'clear'],
    ['61.560', 'outside', 61.482, {}, 'query'],
    ['61.560', 'outside', 61.482, { setup: 'before' }, undefined],
    ['30.100', 'bore', 30.05, { turned: { surface: 'bore', diameter: mm(30.05) } }, 'clear'],
    ['29.900', 'bore', 30.05, { turned: { surface: 'bore', diameter: mm(30.05) } }, 'query'],
  ] as const)('a skim of %s %s after one of %d %j: %s', (place, surface, before, more, expected) => {
    const at = lathe([zero, skimmed(before, more)])
    expect(verdict('skims get smaller', { ...skim('-171.406', place), surface }, at)?.verdict).toBe(expected)
  })

  it('asks once about a skim that grew', () => {
    const { findings } = run('turned-diameter', skim('-171.406', '61.9'), lathe([zero, skimmed(61.482)]))
    expect(findings.filter(({ sentence }) => sentence.includes('61.482')).map(({ check }) => check)).toEqual(['skim-grows'])
  })

  it('does not hold a skim against one at the other spindle', () => {
    const sub = [{ name: 'turret', stations: 12, special: [{ number: 3, use: 'turning' as const, spindle: 'sub' as const }] }]
    const at = lathe([zero, skimmed(61.482)], { machine: { ...LATHE, turrets: sub, spindles: ['main', 'sub'] } })
    expect(verdict('skims get smaller', skim('-171.406', '61.9'), at)).toBeUndefined()
  })

  it('keeps what the tool was cut on with its X', () => {
    expect(run('turned-diameter', skim('-171.406', '61.4'), lathe([zero])).sheet.result!.writes[0]!.turned).toEqual({
      surface: 'outside',
      diameter: mm(61.4),
    })
  })

  const touch = (tool: string) => ({ slot: 'G54', tool, between: 'none', place: '0', reading: '-455.3' })
  const Z: [RegisterRef, ReturnType<typeof nm>][] = [
    [geometryRegister('1', 'Z'), nm(0)],
    [geometryRegister('3', 'Z'), mm(53.132)],
  ]

  it('wants Z zero found with the master, and stops it while the master is out', () => {
    expect(verdict('master', touch('1'), lathe(Z), 'face')).toMatchObject({ verdict: 'clear' })
    expect(verdict('master', touch('3'), lathe(Z), 'face')).toMatchObject({
      verdict: 'query',
      sentence: expect.stringContaining('T1 is the master') as string,
    })
    const out = lathe(Z, { tools: TOOLS.slice(1) })
    expect(verdict('master', touch('3'), out, 'face')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('nothing is mounted there') as string,
    })
    expect(verdict('master', touch('3'), lathe(Z, { machine: LATHE }), 'face')).toBeUndefined()
  })

  it('asks about a master whose own Z would not be zero', () => {
    const raw = { tool: '1', method: 'part', slot: 'G54', between: 'none', place: '0', reading: '-455.28' }
    expect(verdict('master', raw, lathe([[workRegister('G54', 'Z'), mm(-455.3)]]), 'tool-length')).toMatchObject({ verdict: 'query' })
  })

  it('asks about an offset that no mounted tool is called by', () => {
    const from = 'tool/3/Z/geometry'
    expect(
      verdict('station-map', { from, to: '4' }, lathe([[geometryRegister('3', 'Z'), mm(53.132), { assembly: 'tool-3' }]]), 'copied-offset'),
    ).toMatchObject({
      verdict: 'query',
      sentence: expect.stringMatching(/^No tool on Lathe 1 is called by 4\. T3, Turning tool, is called by 3\./) as string,
    })
    expect(verdict('station-map', touch('1'), lathe(Z), 'face')).toBeUndefined()
  })
})

describe('skims of one setup on one surface', () => {
  const before = (diameter: number, surface: 'outside' | 'bore' = 'outside', setup = 'now'): [RegisterRef, ReturnType<typeof stands>] => [
    geometryRegister('1', 'X'),
    stands(mm(-200), { turned: { surface, diameter: mm(diameter) }, setup }),
  ]
  const said = (place: string, last: ReturnType<typeof before>) =>
    run(
      'turned-diameter',
      { ...skim('-171.406'), place },
      scene([[AXIS[0], stands(nm(AXIS[1] as number))], last], { machine: LATHE, tools: TOOLS }),
    ).finding('skim-grows')

  it('get smaller, or another journal was measured', () => {
    expect(said('60', before(60.4))).toMatchObject({ verdict: 'clear' })
    expect(said('60', before(59.5))).toMatchObject({ verdict: 'query' })
    expect(said('60', before(59.5))?.sentence).toContain('measures 60.000, and offset T1 left 59.500 on the outside before it')
  })

  it('are told apart from a bore\u2019s, and from another setup\u2019s', () => {
    expect(said('60', before(59.5, 'bore'))).toBeUndefined()
    expect(said('60', before(59.5, 'outside', 'before'))).toBeUndefined()
  })
})

describe('a tip that points elsewhere than before', () => {
  const tools = [mounted('1', 'ld-80', 'Turning tool 80\u00b0', { kind: 'turning', insert: 'CNMG 120408' })]
  const known = (tip: number, assembly = 'ld-80'): [RegisterRef, ReturnType<typeof stands>][] => [
    [noseRegister('1'), stands(mm(0.8), { assembly })],
    [tipRegister('1'), stands(nm(tip), { assembly })],
  ]
  const turned = (tip: string, standing: ReturnType<typeof known>) =>
    run('nose-and-tip', { tool: '1', 'nose-from': 'insert', tip }, scene(standing, { machine: LATHE, plan: null, tools })).finding(
      'tip-turned',
    )

  it('is asked about where the same tool still sits there', () => {
    expect(turned('4', known(3))).toMatchObject({ verdict: 'query' })
    expect(turned('4', known(3))?.sentence).toBe(
      'T1 tip direction would go from 3, toward the axis and toward the chuck, to 4, toward the axis and away from the chuck, and the tool is the same. Look at the tip in the turret. If it was turned round, say so.',
    )
    expect(turned('3', known(3))).toMatchObject({ verdict: 'clear' })
    // Pointing away from the axis is no way for a turning tool either: that is one question.
    const away = run('nose-and-tip', { tool: '1', 'nose-from': 'insert', tip: '2' }, scene(known(3), { machine: LATHE, plan: null, tools }))
    expect(foldFindings(away.findings.filter(({ verdict }) => verdict !== 'clear'))).toHaveLength(1)
  })

  it('has no question for another tool, or where none was known', () => {
    expect(turned('4', known(3, 'ld-55'))).toBeUndefined()
    expect(turned('4', [])).toBeUndefined()
  })

  it('is asked about in a table too', () => {
    const edits = [{ register: registerKey(tipRegister('1')), text: '4' }]
    const { findings } = assessEdits(edits, 'measured', scene(known(3), { machine: LATHE, plan: null, tools }))
    expect(findings.find(({ check }) => check === 'tip-turned')).toMatchObject({ verdict: 'query' })
  })
})

describe('a face that is held in one spindle, corrected with the tool of the other', () => {
  const tools = ['3', '11'].map((number) => mounted(number, `tool-${number}`, 'Turning tool', { kind: 'turning' }))
  const corrected = (tool: string, side: string) =>
    run(
      'turned-size',
      { tool, kind: 'shoulder', side, by: 'measured', with: 'mic', target: '-24', measured: '-23.95' },
      scene([[geometryRegister(tool, 'Z'), stands(mm(53.132))]], { machine: TURRET_LATHE, plan: null, tools }),
    ).finding('spindle-of')

  it('is asked about, whichever way round', () => {
    // Station 11 works at the sub-spindle, 3 at the main one.
    expect(corrected('11', 'main')).toMatchObject({ verdict: 'query' })
    expect(corrected('11', 'main')?.sentence).toBe(
      'T11 works at the sub-spindle, and the part is said to be held in the main spindle. Look where it is held, or choose the tool that cuts there.',
    )
    expect(corrected('3', 'sub')).toMatchObject({ verdict: 'query' })
    expect(corrected('3', 'main')).toBeUndefined()
    expect(corrected('11', 'sub')).toBeUndefined()
  })
})
