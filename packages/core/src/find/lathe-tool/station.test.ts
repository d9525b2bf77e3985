import { describe, expect, it } from 'vitest'
import { mounted, run, scene, stands, TURRET_LATHE } from '@rook/testing'
import { routineById } from '../../catalogue/index.ts'
import { mm, nm } from '../../length/index.ts'
import { stationNumbers, stationOf, withWear, PLAIN_TURNING, type MachineRecord } from '../../machine/index.ts'
import {
  geometryRegister,
  hasRegister,
  registerKey,
  stationCentre,
  stationDatum,
  wearOf,
  workRegister,
  type RegisterRef,
} from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { stationRefusal } from '../../tool/index.ts'
import { standsOut } from '../../tip/station-reach.ts'

const TOOLS = [
  mounted('1', 'ld-80', 'Turning tool 80\u00b0, the master', { kind: 'turning' }),
  mounted('2', 'dr-85', 'Drill 8.5', { kind: 'drill' }),
  mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar', properties: { DMM: mm(10), OAL: mm(125) }, estimate: mm(66) }),
  mounted('11', 'ld-s', 'Turning tool, second side', { kind: 'turning' }),
]
const at = (standing: [RegisterRef, number][], machine: MachineRecord = TURRET_LATHE) =>
  scene(
    standing.map(([register, value]) => [register, stands(nm(value))]),
    { machine, plan: null, tools: TOOLS },
  )
const MASTER: [RegisterRef, number][] = [
  [geometryRegister('1', 'X'), mm(-248.832)],
  [geometryRegister('1', 'Z'), mm(0)],
]
const DATUM = (number: string): [RegisterRef, number][] => [
  [stationDatum(number, 'X'), mm(-338.832)],
  [stationDatum(number, 'Z'), mm(-12.5)],
]
const known: RawInputs = { tool: '1', for: 'one', 'reach-X': '45', 'reach-Z': '12.5' }
const writes = (routine: string, raw: RawInputs, standing: [RegisterRef, number][], machine?: MachineRecord) =>
  Object.fromEntries(
    run(routine, raw, at(standing, machine)).sheet.result?.writes.map(({ register, value }) => [registerKey(register), value]) ?? [],
  )
const refusal = (routine: string, raw: RawInputs, standing: [RegisterRef, number][]) =>
  run(routine, raw, at(standing)).sheet.refusal?.sentence

describe('stations', () => {
  it('are counted through the turrets, each with its use and side', () => {
    const two = [...TURRET_LATHE.turrets, { name: 'lower', stations: 4 }]
    expect(stationNumbers(two)).toHaveLength(16)
    expect(stationOf(two, '8')).toMatchObject({ use: 'driven', spindle: 'main', place: 7 })
    expect(stationOf(two, '11')).toMatchObject({ use: 'turning', spindle: 'sub' })
    expect(stationOf(two, '13')).toMatchObject({ place: 0, turret: { name: 'lower' } })
    expect([stationOf(two, '17'), stationOf(two, '0'), stationOf(two, 'x')]).toEqual([null, null, null])
  })

  it('have registers where the turret has them', () => {
    const has = (number: string, machine: MachineRecord) => hasRegister(stationDatum(number, 'X'), machine)
    expect([has('12', TURRET_LATHE), has('13', TURRET_LATHE), has('1', { ...TURRET_LATHE, turrets: [] })]).toEqual([true, false, false])
  })
})

describe('what goes into a station', () => {
  it.each([
    ['end-mill', '8', null],
    ['end-mill', '7', /^Station 7 drives no tool, and an end mill has to turn/],
    ['chamfer-mill', '2', /a chamfer mill has to turn/],
    ['drill', '8', null],
    ['turning', '13', /^Lathe 1 has stations 1 to 12; there is no station 13/],
  ] as const)('%s in %s', (kind, number, why) => {
    const found = stationRefusal(kind, number, TURRET_LATHE)
    if (why) expect(found).toMatch(why)
    else expect(found).toBeNull()
    expect(stationRefusal(kind, number, { ...TURRET_LATHE, turrets: [] })).toBeNull()
  })
})

describe('the datum of a station', () => {
  it('is what a tip on the reference point would have: \u2212248.832 \u2212 2\u00b745 = \u2212338.832, 0 \u2212 12.5 = \u221212.5', () => {
    expect(writes('station-datum', known, MASTER)).toEqual({
      'station/1/X/geometry': mm(-338.832),
      'station/1/Z/geometry': mm(-12.5),
    })
    const { facts } = run('station-datum', known, at(MASTER)).sheet.working
    // Printed −338.900: 0.068 in diameters, 0.034 as a rule would see it.
    expect(facts).toEqual([
      { label: 'Printed X', text: '\u2212338.900, it lies 0.034 further in' },
      { label: 'Printed Z', text: '\u221212.500, the same' },
    ])
  })

  it('counts a reach once where X reads radii, and mirrors Z for the sub-spindle', () => {
    const radii: MachineRecord = { ...TURRET_LATHE, xReads: 'radius' }
    expect(writes('station-datum', known, [[geometryRegister('1', 'X'), mm(-124.416)], MASTER[1]!], radii)).toMatchObject({
      'station/1/X/geometry': mm(-169.416),
    })
    const sub: [RegisterRef, number][] = [
      [geometryRegister('11', 'X'), mm(-240)],
      [geometryRegister('11', 'Z'), mm(31.25)],
    ]
    // It works toward machine Z+: a tip that reaches 20 further would have a geometry that is 20 less.
    expect(writes('station-datum', { ...known, tool: '11', 'reach-Z': '20' }, sub)).toMatchObject({ 'station/11/Z/geometry': mm(51.25) })
  })

  it('can hold for all stations of its kind, and for those alone', () => {
    const all = Object.keys(writes('station-datum', { ...known, for: 'all' }, MASTER))
    expect(all.filter((key) => key.includes('/X/'))).toEqual(
      ['1', '3', '4', '5', '6', '7', '9', '10', '12'].map((number) => `station/${number}/X/geometry`),
    )
  })

  it('is questioned far from its print, and refused without a geometry or a station', () => {
    const far = run('station-datum', { ...known, 'reach-X': '22.5' }, at(MASTER)).findings.find(({ name }) => name === 'X as printed')
    expect(far).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('\u2212338.900 is printed') as string })
    expect(refusal('station-datum', known, [MASTER[0]!])).toBe('T1 Z is unset; unset is not zero. Measure T1 first.')
    expect(refusal('station-datum', { ...known, 'reach-X': '-1' }, MASTER)).toBe(
      'Reaches toward the axis by: zero or more. T1 stands out that way.',
    )
  })
})

describe('how far a tool stands out', () => {
  const bar: [RegisterRef, number][] = [[geometryRegister('3', 'X'), mm(-231.406)], [geometryRegister('3', 'Z'), mm(53.132)], ...DATUM('3')]

  it('follows from geometry and datum: 53.132 + 12.5 = 65.632, (\u2212231.406 + 338.832)/2 = 53.713', () => {
    expect([standsOut(TOOLS[2]!, 'Z', at(bar)), standsOut(TOOLS[2]!, 'X', at(bar))]).toEqual([mm(65.632), mm(53.713)])
    expect(standsOut(TOOLS[2]!, 'Z', at(bar.slice(0, 2)))).toBeNull()
  })

  it('gives an estimate of the geometry the other way round', () => {
    const raw = { tool: '3', 'out-X': '53.713', 'out-Z': '65.632' }
    expect(writes('tool-stick-out', raw, DATUM('3'))).toEqual({ 'tool/3/X/geometry': mm(-231.406), 'tool/3/Z/geometry': mm(53.132) })
    const { result } = run('tool-stick-out', raw, at(DATUM('3'))).sheet
    expect(result!.writes.map(({ state }) => state)).toEqual(['estimated', 'estimated'])
  })

  it('ends a wear that was found with the geometry before', () => {
    const worn: [RegisterRef, number] = [wearOf(geometryRegister('3', 'X')), mm(0.02)]
    const raw = { tool: '3', 'out-X': '53', 'out-Z': '65' }
    expect(writes('tool-stick-out', raw, [...DATUM('3'), worn])).toMatchObject({ 'tool/3/X/wear': 0 })
  })

  it('is refused below zero along the holder, and without a datum', () => {
    expect(refusal('tool-stick-out', { tool: '3', 'out-X': '53', 'out-Z': '-2' }, DATUM('3'))).toMatch(
      /below zero the tip would lie behind/,
    )
    expect(refusal('tool-stick-out', { tool: '3', 'out-X': '53', 'out-Z': '65' }, [])).toMatch(/^station 3 datum X is unset on Lathe 1/)
  })

  const touched = (reading: string, more: Partial<(typeof TOOLS)[number]> = {}) =>
    run(
      'tool-length',
      { tool: '3', method: 'part', slot: 'G54', between: 'none', place: '0', reading },
      scene(
        [...DATUM('3'), [workRegister('G54', 'Z'), mm(-455.3)] as [RegisterRef, number]].map(([register, value]) => [
          register,
          stands(nm(value)),
        ]),
        { machine: TURRET_LATHE, plan: null, tools: TOOLS.map((tool) => (tool.number === '3' ? { ...tool, ...more } : tool)) },
      ),
    ).findings.find(({ check }) => check === 'stick-out')

  // G_z = M + 455.3, and it stands out 12.5 further than that.
  it.each([
    ['-402.168', {}, 'query', /65\.632, 6\.6 times its shank; a steel bar over 4/],
    ['-402.168', { properties: {} }, 'clear', /^T3 stands out 65\.632/],
    ['-404.3', {}, 'query', /63\.500; the rule said 66\.000/],
    ['-410.3', {}, 'stop', /the rule said 66\.000/],
    ['-340.3', { estimate: null }, 'stop', /stand out 127\.500, and it is 125\.000 long in all/],
    ['-470.3', {}, 'stop', /would lie 2\.500 behind its holder/],
  ] as const)('touched at %s %j: %s', (reading, more, verdict, sentence) => {
    expect(touched(reading, more)).toMatchObject({ verdict, sentence: expect.stringMatching(sentence) as string })
  })
})

describe('the centre of a station', () => {
  const axis: [RegisterRef, number] = [workRegister('G54', 'X'), 0]
  const raw = { station: '2', slot: 'G54', round: 'bar', with: 'indicator', reading: '-210.4', far: '0.06', near: '0.02' }

  it('lies half of the difference of the two sides away, which counts twice in diameters', () => {
    // A bar that reads 0.06 on its far side and 0.02 on its near side lies 0.02 too far out: 0.04 in diameters.
    expect(writes('station-centre', raw, [axis])).toEqual({ 'station/2/centre/geometry': mm(-210.44) })
    expect(writes('station-centre', { ...raw, round: 'hole' }, [axis])).toEqual({ 'station/2/centre/geometry': mm(-210.36) })
    expect(writes('station-centre', raw, [axis], { ...TURRET_LATHE, xReads: 'radius' })).toEqual({
      'station/2/centre/geometry': mm(-210.42),
    })
  })

  it('is what a drill in it has as its X', () => {
    const centre: [RegisterRef, number] = [stationCentre('2'), mm(-210.44)]
    expect(writes('on-centre', { tool: '2' }, [centre])).toEqual({ 'tool/2/X/geometry': mm(-210.44) })
    expect(refusal('on-centre', { tool: '2' }, [])).toMatch(/^station 2 centre X is unset/)
    // Of a turning tool X is touched for: it is not offered.
    const [asked] = routineById('on-centre')!.inputs(at([centre]), {})
    expect(asked!.kind === 'choice' && asked!.options.map(({ value }) => value)).toEqual(['2'])
  })

  it('is questioned where the two sides are far apart', () => {
    const found = run('station-centre', { ...raw, far: '1.4' }, at([axis])).findings.find(({ name }) => name === 'near the axis')
    expect(found).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('0.690 off the axis') as string })
  })
})

describe('wear that a control takes off', () => {
  const takes: MachineRecord = { ...TURRET_LATHE, turning: { ...PLAIN_TURNING, wear: 'taken-off' } }
  const worn: [RegisterRef, number][] = [
    [geometryRegister('1', 'X'), mm(-248.832)],
    [geometryRegister('1', 'Z'), mm(0)],
    [wearOf(geometryRegister('1', 'X')), mm(0.05)],
    [wearOf(geometryRegister('1', 'Z')), mm(0.04)],
  ]

  it('counts with the other sign in a sum', () => {
    expect(withWear(mm(10), mm(0.04), takes)).toBe(mm(9.96))
    const raw = { slot: 'G54', tool: '1', between: 'none', place: '0', reading: '-455.3' }
    // W = M − (G − w) = −455.3 + 0.04.
    expect(writes('face', raw, worn, takes)).toEqual({ 'work/G54/Z/geometry': mm(-455.26) })
    expect(writes('face', raw, worn)).toEqual({ 'work/G54/Z/geometry': mm(-455.34) })
    // K = M − (G − w) = −92.418 + 248.832 + 0.05.
    const arm = { setter: 'setter', tool: '1', face: 'X-', reading: '-92.418' }
    expect(writes('arm-constant', arm, worn, takes)).toEqual({ 'setter/setter/X-/geometry': mm(156.464) })
  })

  it('is corrected the other way, and its words say the same of the tip', () => {
    const raw = { tool: '1', kind: 'outside', by: 'measured', with: 'mic', target: '25', measured: '25.03' }
    const [off, added] = [takes, TURRET_LATHE].map((machine) => run('turned-size', raw, at(worn, machine)).sheet)
    expect(off!.result!.writes[0]!.value).toBe(mm(0.08))
    expect(added!.result!.writes[0]!.value).toBe(mm(0.02))
    const words = [off!, added!].map(({ working }) => working.facts.find(({ label }) => label === 'In words')!.text)
    expect(words).toEqual(Array<string>(2).fill('tip further in, smaller diameter'))
    const counts = [off!, added!].map(({ working }) => working.facts.find(({ label }) => label === 'The control then counts')!.text)
    expect(counts).toEqual(['\u2212248.912 X', '\u2212248.812 X'])
  })
})
