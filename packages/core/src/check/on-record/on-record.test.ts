import { describe, expect, it } from 'vitest'
import { GAUGES, LATHE, MILL, mounted, scene, stands, TURRET_LATHE } from '@rook/testing'
import { assess } from '../../assessment/index.ts'
import { mm } from '../../length/index.ts'
import { geometryRegister, setterRegister, stationDatum, workRegister } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { routineById } from '../../catalogue/routines.ts'
import type { Scene } from '../../scene/index.ts'

const asked = (routine: string, raw: RawInputs, at: Scene) =>
  assess(routineById(routine)!, raw, at).findings.filter(({ verdict }) => verdict !== 'clear')
const said = (routine: string, raw: RawInputs, at: Scene) =>
  asked(routine, raw, at)
    .map(({ verdict, sentence }) => `${verdict}: ${sentence}`)
    .join('\n')

// Figures by hand: W = −476.5655, the face at part Z 0.8. T4 is 103.4755 long; a rule has said 103.5.
describe('the first length of a tool, a rule has been held to it', () => {
  const zero = [workRegister('G54', 'Z'), stands(mm(-476.5655))] as const
  const K = [setterRegister('setter'), stands(mm(-502.118))] as const
  const at = scene([[...zero], [...K]])

  it('is asked about nothing where it comes near', () => {
    expect(asked('tool-length', { tool: '4', method: 'setter', setter: 'setter', reading: '-398.6425' }, at)).toEqual([])
  })

  it('names the block that lay under it: −322.29 + 476.5655 − 0.8 = 153.4755', () => {
    const raw = { tool: '4', method: 'part', slot: 'G54', between: 'none', reading: '-322.29', place: '0.8' }
    expect(said('tool-length', raw, at)).toContain('if Block 50 had lain between')
  })

  it('names the sign that was lost on the way from the display', () => {
    const raw = { tool: '4', method: 'setter', setter: 'setter', reading: '398.6425' }
    expect(said('tool-length', raw, at)).toContain('had the other sign')
  })

  it('says that it was compared with the rule alone, for it is wide', () => {
    const { findings } = assess(routineById('tool-length')!, { tool: '4', method: 'setter', setter: 'setter', reading: '-398.6425' }, at)
    expect(findings.find(({ check }) => check === 'compared')?.sentence).toContain('Compared with the estimate alone, which is wide')
  })

  it('where a last length stands it is that which counts, and the rule says only how far off it is', () => {
    const known = { ...at, standing: { ...at.standing, 'tool/4/length/geometry': stands(mm(153.4755), { assembly: 'em-12' }) } }
    const raw = { tool: '4', method: 'part', slot: 'G54', between: 'none', reading: '-322.29', place: '0.8' }
    expect(said('tool-length', raw, known)).not.toContain('Block 50')
  })
})

describe('a lathe’s tool whose geometry was only estimated', () => {
  const tools = [mounted('1', 'rough', 'Roughing tool', { kind: 'turning' })]
  const estimated = (assembly: string): Scene =>
    scene(
      [
        [geometryRegister('1', 'X'), stands(mm(-241.3), { state: 'estimated', assembly, standard: mm(0.25) })],
        [workRegister('G54', 'X'), stands(mm(0), { state: 'deliberately-zero' })],
      ],
      { machine: LATHE, tools, plan: null },
    )
  // A bar skimmed to 24.8: M = −216.52, G = −216.52 − 24.8 = −241.32.
  const raw = { tool: '1', slot: 'G54', surface: 'outside', reading: '-216.52', place: '24.8' }

  it('agrees with it within what an estimate allows', () => expect(asked('turned-diameter', raw, estimated('rough'))).toEqual([]))

  it('counts a reach twice where X reads diameters: 1.9 off is near an estimate there, and asked about where X reads radii', () => {
    expect(asked('turned-diameter', { ...raw, reading: '-214.62' }, estimated('rough'))).toEqual([])
    const radii = { ...estimated('rough'), machine: { ...LATHE, xReads: 'radius' as const } }
    // G = −228.92 − 12.4 = −241.32, and 1.9 beside it.
    expect(asked('turned-diameter', { ...raw, reading: '-228.92' }, radii)).toEqual([])
    expect(said('turned-diameter', { ...raw, reading: '-227.02' }, radii)).toContain('from its estimate')
  })

  it('names the diameter that was measured in inches', () => {
    expect(said('turned-diameter', { ...raw, place: '0.9764' }, estimated('rough'))).toMatch(/had been typed in/)
  })

  it('of another tool is no estimate of this one', () => {
    expect(said('turned-diameter', { ...raw, place: '0.9764' }, estimated('finish'))).not.toContain('its estimate')
  })
})

describe('a lathe’s tool that a rule has been held to, in a station whose place is known', () => {
  // Station X −338.9: 50 out on X that reads diameters is −338.9 + 100 = −238.9.
  const at = (estimate: number) =>
    scene(
      [
        [stationDatum('1', 'X'), stands(mm(-338.9))],
        [workRegister('G54', 'X'), stands(mm(0), { state: 'deliberately-zero' })],
      ],
      { machine: TURRET_LATHE, tools: [mounted('1', 'rough', 'Roughing tool', { kind: 'turning', estimate: mm(estimate) })], plan: null },
    )
  const raw = { tool: '1', slot: 'G54', surface: 'outside', reading: '-214.1', place: '24.8' }

  it('agrees with the rule', () => expect(asked('turned-diameter', raw, at(50.2))).toEqual([]))
  it('names the inch where the rule shows it', () => {
    expect(said('turned-diameter', { ...raw, place: '0.9764' }, at(50.2))).toMatch(/the rule said 50.2.*had been typed in/)
  })
})

describe('a probe in its first ring', () => {
  const at = {
    ...scene([], { machine: MILL, plan: null }),
    gauges: GAUGES.map((one) => (one.id === 'probe' ? { ...one, radii: null } : one)),
  }
  // Half the ring’s 40 less the way to the wall is the radius there, near half the ball’s 6.
  const raw = (way: number) => ({
    probe: 'probe',
    ring: 'ring',
    repeats: '1',
    seated: 'yes',
    centreX: '-300',
    centreY: '-200',
    'X+1': String(-300 + way),
    'X-1': String(-300 - way + 0.003),
    'Y+1': String(-200 + way - 0.002),
    'Y-1': String(-200 - way + 0.004),
  })

  it('comes out as half its ball', () => expect(asked('probe-in-ring', raw(17.014), at)).toEqual([]))

  it('asks where it was another ring: one of 42 makes 20 \u2212 18 = 2 of it', () => {
    expect(said('probe-in-ring', raw(18), at)).toContain('from half its ball')
  })
})
