import { describe, expect, it } from 'vitest'
import { INCH_LATHE, LATHE, mounted, run, scene, stands } from '@rook/testing'
import { routineById } from '../../catalogue/index.ts'
import { mm, nm } from '../../length/index.ts'
import type { MachineRecord } from '../../machine/index.ts'
import {
  armRegister,
  commonRegister,
  geometryRegister,
  noseRegister,
  registerKey,
  tipRegister,
  wearOf,
  workRegister,
  type RegisterRef,
} from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { TIP_PLACES, tipReaches, tipWords } from '../../tip/tip.ts'

const TOOLS = [
  mounted('1', 'ld-80', 'Turning tool 80\u00b0', { kind: 'turning' }),
  mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar' }),
]
const at = (standing: [RegisterRef, number][], machine: MachineRecord = LATHE) =>
  scene(
    standing.map(([register, value]) => [register, stands(nm(value))]),
    { machine, plan: null, tools: TOOLS },
  )
/** The same with an X of T3 that was measured before, on the bar that still sits there. */
const knownX = (scene: Scene, value: number): Scene => {
  const { assembly } = scene.tools.find(({ number }) => number === '3')!
  return { ...scene, standing: { ...scene.standing, [registerKey(geometryRegister('3', 'X'))]: stands(mm(value), { assembly }) } }
}
const axis: [RegisterRef, number] = [workRegister('G54', 'X'), 0]
const values = (routine: string, raw: RawInputs, standing: [RegisterRef, number][], machine?: MachineRecord) =>
  run(routine, raw, at(standing, machine)).sheet.result?.writes.map(({ value }) => value)
const refused = (routine: string, raw: RawInputs, standing: [RegisterRef, number][]) =>
  run(routine, raw, at(standing)).sheet.refusal?.sentence

describe('a tip direction', () => {
  // The table of eight directions, seen with X up and Z to the right, and its centre.
  it.each([
    [3, 'X', -1, true],
    [4, 'X', -1, true],
    [8, 'X', -1, true],
    [2, 'X', -1, false],
    [1, 'X', 1, true],
    [2, 'X', 1, true],
    [6, 'X', 1, true],
    [3, 'X', 1, false],
    [2, 'Z', -1, true],
    [3, 'Z', -1, true],
    [7, 'Z', -1, true],
    [8, 'Z', -1, false],
    [0, 'X', 1, true],
    [9, 'Z', -1, true],
  ] as const)('%d moving %s %d: %s', (code, on, direction, reaches) => expect(tipReaches(code, on, direction)).toBe(reaches))

  it('has a place for each number, each of the eight ways once', () => {
    const ways = Object.entries(TIP_PLACES).filter(([code]) => code !== '0' && code !== '9')
    expect(new Set(ways.map(([, { X, Z }]) => `${X} ${Z}`)).size).toBe(8)
    expect(tipWords(3)).toBe('toward the axis and toward the chuck')
    expect(tipWords(9)).toBe('the centre of the nose')
  })
})

describe('a skim cut', () => {
  const raw = { tool: '1', slot: 'G54', reading: '-188.872', place: '59.96' }

  it('gives X with the diameter taken off, outside and in a bore alike', () => {
    // −188.872 − 59.96 = −248.832
    expect(values('turned-diameter', raw, [axis])).toEqual([mm(-248.832)])
    expect(values('turned-diameter', { ...raw, tool: '3' }, [axis])).toEqual([mm(-248.832)])
  })

  it('is worth what measured it: a micrometer more than nobody knows what', () => {
    const worth = (gauge?: string) => {
      const { gauges, writes } = run('turned-diameter', { ...raw, ...(gauge ? { with: gauge } : {}) }, at([axis])).sheet.result!
      return { gauges, U: writes[0]!.uncertainty!.expanded }
    }
    const [mic, unsaid] = [worth('mic'), worth()]
    expect([mic.gauges, unsaid.gauges]).toEqual([['mic'], []])
    expect(mic.U).toBeLessThan(unsaid.U / 3)
  })

  it('leaves the wear that stays beside it: the control comes out at the cut, added or taken off', () => {
    const own = geometryRegister('1', 'X')
    const worn: [RegisterRef, number][] = [axis, [own, mm(-248.832)], [wearOf(own), mm(0.1)]]
    const kept = (wear: 'added' | 'taken-off') => {
      const machine = { ...LATHE, turning: { ...LATHE.turning, wear } }
      const result = run('turned-diameter', { ...raw, wear: 'keep' }, at(worn, machine)).sheet.result!
      return [result.writes[0]!.value, result.readouts[0]!.value]
    }
    // −188.872 − 59.96 = −248.832, of which 0.1 is in the wear already; the control reads the diameter either way.
    expect(kept('added')).toEqual([mm(-248.932), mm(59.96)])
    expect(kept('taken-off')).toEqual([mm(-248.732), mm(59.96)])
  })

  it('finds the face again that it was set on, with wear that stays', () => {
    const [own, zero] = [geometryRegister('1', 'Z'), workRegister('G54', 'Z')]
    for (const wear of ['added', 'taken-off'] as const)
      for (const common of [0, 12.5]) {
        const machine = { ...LATHE, turning: { ...LATHE.turning, wear } }
        const standing: [RegisterRef, number][] = [
          [zero, mm(-455.3)],
          [commonRegister('Z'), mm(common)],
          [wearOf(own), mm(-0.04)],
        ]
        const touch = { tool: '1', slot: 'G54', between: 'none', place: '0.5', reading: '-402.1' }
        const set = run('tool-length', { ...touch, method: 'part', wear: 'keep' }, at(standing, machine)).sheet.result!
        const back = run('face', touch, at([...standing, [own, set.writes[0]!.value]], machine)).sheet.result!
        expect(back.writes.map(({ value }) => value)).toEqual([mm(-455.3)])
        expect(back.readouts[0]!.value).toBe(set.readouts[0]!.value)
      }
  })

  it('is questioned when X reads otherwise after backing off', () => {
    const found = (after: string) => run('turned-diameter', { ...raw, after }, at([axis])).findings.find(({ check }) => check === 'retreat')
    expect(found('-188.872')).toMatchObject({ verdict: 'clear' })
    expect(found('-188.852')).toMatchObject({ verdict: 'query', sentence: expect.stringContaining('moved by +0.020') as string })
  })

  it('is refused with a tip that points away from what it is said to have cut', () => {
    const bored: [RegisterRef, number][] = [axis, [tipRegister('1'), 2]]
    expect(refused('turned-diameter', raw, bored)).toBe(
      'T1 cannot touch moving X\u2212: its tip direction is 2, away from the axis and toward the chuck. Look which tool touched, or put its tip direction right.',
    )
    expect(refused('turned-diameter', { ...raw, surface: 'bore' }, bored)).toBeUndefined()
    expect(refused('turned-diameter', raw, [axis, [tipRegister('1'), 3]])).toBeUndefined()
  })
})

describe('a known diameter that is touched', () => {
  const raw = { tool: '3', slot: 'G54', surface: 'outside', between: 'feeler', reading: '-171.306', place: '60' }

  it('counts the feeler twice on a diameter, with the side that it lies on', () => {
    // Outside: −171.306 − 60 − 2 × 0.05 = −231.406. In a bore the feeler lies on the other side.
    expect(values('known-diameter', raw, [axis])).toEqual([mm(-231.406)])
    expect(values('known-diameter', { ...raw, surface: 'bore', reading: '-171.506' }, [axis])).toEqual([mm(-231.406)])
  })

  it('counts it once where X reads radii', () => {
    // −201.356 − 30 − 0.05
    expect(values('known-diameter', { ...raw, reading: '-201.356' }, [axis], { ...LATHE, xReads: 'radius' })).toEqual([mm(-231.406)])
  })

  it('is the same in inches, where X reads radii', () => {
    const machine = { ...INCH_LATHE, xReads: 'radius' as const }
    const [found] = values('known-diameter', { ...raw, between: 'none', reading: '-8', place: '2' }, [axis], machine)!
    expect(found).toBe(-9 * 25_400_000)
  })

  it('names the feeler that was forgotten when the figure jumps by it', () => {
    const known = knownX(at([axis]), -231.406)
    expect(run('known-diameter', { ...raw, between: 'none' }, known).finding('jump')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('It would agree if Feeler 0.05 had lain between and was not taken off.') as string,
    })
  })

  it('says what is wrong', () => {
    expect(refused('known-diameter', raw, [])).toContain('unset is not zero')
    expect(refused('known-diameter', { ...raw, place: '-60' }, [axis])).toBe(
      'Diameter touched: a diameter is more than zero; type what was measured.',
    )
    expect(refused('known-diameter', raw, [axis, [tipRegister('3'), 6]])).toContain('cannot touch moving X\u2212')
  })
})

describe('a setter arm', () => {
  const master: [RegisterRef, number] = [geometryRegister('1', 'X'), mm(-248.832)]
  const face = { setter: 'setter', tool: '1', face: 'X-', reading: '-92.418' }

  it('is calibrated by the master, and the opposite face comes with the width of its stylus', () => {
    // K(X−) = −92.418 + 248.832 = 156.414; K(X+) = 156.414 − 2 × 10 = 136.414
    expect(values('arm-constant', { ...face, width: '10' }, [master])).toEqual([mm(156.414), mm(136.414)])
    expect(values('arm-constant', face, [master])).toEqual([mm(156.414)])
    // On Z, and where X reads radii, the width counts once.
    const along = { setter: 'setter', tool: '1', face: 'Z-', reading: '-92.418', width: '10' }
    expect(values('arm-constant', along, [[geometryRegister('1', 'Z'), 0]])).toEqual([mm(-92.418), mm(-102.418)])
    expect(values('arm-constant', { ...face, width: '10' }, [master], { ...LATHE, xReads: 'radius' })).toEqual([mm(156.414), mm(146.414)])
    // Begun at the other face it is the same.
    expect(values('arm-constant', { ...face, face: 'X+', reading: '-112.418', width: '10' }, [master])).toEqual([mm(136.414), mm(156.414)])
  })

  it('takes the master\u2019s wear off too, as the control adds it', () => {
    const worn: [RegisterRef, number] = [wearOf(master[0]), mm(0.03)]
    // −92.418 − (−248.832 + 0.03)
    expect(values('arm-constant', face, [master, worn])).toEqual([mm(156.384)])
    const { working, result } = run('arm-constant', face, at([master, worn])).sheet
    expect(working.lines.map(({ label }) => label)).toContain('T1 wear X')
    expect(result!.writes[0]!.rests).toEqual([registerKey(master[0]), registerKey(worn[0])])
  })

  it('measures a boring bar from the other side', () => {
    const raw = { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }
    expect(values('tool-on-arm', raw, [[armRegister('setter', 'X+'), mm(136.414)]])).toEqual([mm(-231.406)])
  })

  it('names the face when the figure is that of the other one', () => {
    const standing: [RegisterRef, number][] = [
      [armRegister('setter', 'X+'), mm(136.414)],
      [armRegister('setter', 'X-'), mm(156.414)],
    ]
    const known = knownX(at(standing), -251.406)
    const found = run('tool-on-arm', { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }, known).finding('jump')
    expect(found).toMatchObject({ verdict: 'stop', sentence: expect.stringContaining('had been X\u2212, not X+') as string })
  })

  it('is refused without a master, without a constant, and with a tip that cannot reach the face', () => {
    expect(refused('arm-constant', face, [])).toContain('Touch with the master')
    expect(refused('arm-constant', { ...face, width: '0' }, [master])).toBe('Width of the stylus: more than zero, or left empty.')
    expect(refused('arm-constant', face, [master, [tipRegister('1'), 1]])).toContain('cannot touch moving X\u2212')
    const raw = { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }
    expect(refused('tool-on-arm', raw, [])).toContain('has no constant moving X+')
    const known: [RegisterRef, number][] = [[armRegister('setter', 'X+'), mm(136.414)]]
    expect(refused('tool-on-arm', raw, [...known, [tipRegister('3'), 3]])).toContain('cannot touch moving X+')
  })

  it('rests its tools on the face, and the face on the master', () => {
    const rests = (routine: string, raw: RawInputs, standing: [RegisterRef, number][]) =>
      run(routine, raw, at(standing)).sheet.result!.writes[0]!.rests
    expect(rests('arm-constant', face, [master])).toEqual([registerKey(master[0])])
    const known: [RegisterRef, number] = [armRegister('setter', 'X+'), mm(136.414)]
    expect(rests('tool-on-arm', { tool: '3', setter: 'setter', face: 'X+', reading: '-94.992' }, [known])).toEqual([registerKey(known[0])])
  })
})

describe('nose radius and tip', () => {
  const tools = [
    mounted('1', 'ld-80', 'Turning tool 80\u00b0', { kind: 'turning', insert: 'CNMG 120408' }),
    mounted('3', 'bb-10', 'Boring bar 10', { kind: 'boring-bar', properties: {} }),
  ]
  const said = (raw: RawInputs) => run('nose-and-tip', raw, scene([], { machine: LATHE, plan: null, tools }))

  it('come from the insert on record, the radius as a length and the tip as a number', () => {
    const writes = said({ tool: '1', 'nose-from': 'insert', tip: '3' }).sheet.result!.writes
    expect(writes.map(({ register, value }) => [registerKey(register), value])).toEqual([
      [registerKey(noseRegister('1')), mm(0.8)],
      [registerKey(tipRegister('1')), 3],
    ])
    expect(said({ tool: '3', 'nose-from': 'insert', tip: '2' }).sheet.refusal?.sentence).toContain('Neither a corner radius nor an insert')
  })

  it('are questioned against the kind of tool, and against the insert on the box', () => {
    const verdict = (raw: RawInputs, check: string) => said(raw).findings.find((one) => one.check === check)?.verdict
    const measured = { tool: '1', 'nose-from': 'measured', with: 'mic' }
    expect(verdict({ ...measured, nose: '0.8', tip: '3' }, 'tip-against-kind')).toBe('clear')
    expect(verdict({ ...measured, nose: '0.8', tip: '2' }, 'tip-against-kind')).toBe('query')
    expect(verdict({ ...measured, tool: '3', nose: '0.4', tip: '2' }, 'tip-against-kind')).toBe('clear')
    expect(verdict({ ...measured, nose: '0.81', tip: '3' }, 'nose-of-insert')).toBe('clear')
    expect(verdict({ ...measured, nose: '0.4', tip: '3' }, 'nose-of-insert')).toBe('query')
  })

  it('are drawn: the edges touch the nose, the tip lies where both axes end', () => {
    const { outlines, rounds, marks } = said({ tool: '1', 'nose-from': 'insert', tip: '3' }).sheet.drawing
    expect(rounds![0]!.radius).toBe(mm(0.8))
    expect(marks).toEqual([{ at: { x: mm(-0.8), y: mm(-0.8) }, label: 'tip 3' }])
    const [first, ...rest] = outlines![0]!.points
    const last = rest.pop()!
    // The arc keeps its distance from the centre; the two edges are as far from it as the radius, seen at right angles.
    for (const { x, y } of rest) expect(Math.hypot(x, y)).toBeCloseTo(mm(0.8), -2)
    const away = (from: { x: number; y: number }, to: { x: number; y: number }) =>
      Math.abs(from.x * to.y - from.y * to.x) / Math.hypot(to.x - from.x, to.y - from.y)
    expect(away(first!, rest[0]!)).toBeCloseTo(mm(0.8), -2)
    expect(away(rest.at(-1)!, last)).toBeCloseTo(mm(0.8), -2)
    // Between the edges lies the corner's angle, 80\u00b0.
    const angle = (from: { x: number; y: number }, to: { x: number; y: number }) => Math.atan2(to.y - from.y, to.x - from.x)
    const between = ((Math.abs(angle(rest[0]!, first!) - angle(rest.at(-1)!, last)) * 180) / Math.PI) % 360
    expect(Math.min(between, 360 - between)).toBeCloseTo(80, 3)
  })
})

describe('the work of a sub-spindle, whose part Z counts against machine Z', () => {
  const machine: MachineRecord = {
    ...LATHE,
    spindles: ['main', 'sub'],
    slots: [...LATHE.slots, { code: 'G57', name: 'second side', spindle: 'sub' }],
  }
  const tools = [mounted('7', 'ld-55', 'Turning tool 55\u00b0', { kind: 'turning' })]
  const on = (standing: [RegisterRef, number][]) =>
    scene(
      standing.map(([register, value]) => [register, stands(nm(value))]),
      { machine, plan: null, tools },
    )
  const reach: [RegisterRef, number] = [geometryRegister('7', 'Z'), mm(31.25)]
  const raw = { slot: 'G57', tool: '7', between: 'feeler', reading: '-58.41', place: '0' }
  const zero = (more: RawInputs = {}) => run('face', { ...raw, ...more }, on([reach])).sheet.result!

  it('has its zero where the sum by hand puts it', () => {
    // −58.410 − 31.250 + 0.05 = −89.610; a face that stands at +0.5 puts the zero 0.5 further out: −89.110.
    expect(zero().writes[0]!.value).toBe(mm(-89.61))
    expect(zero({ place: '0.5' }).writes[0]!.value).toBe(mm(-89.11))
    // On the main spindle the same reading would be another zero.
    expect(zero({ slot: 'G54' }).writes[0]!.value).toBe(mm(-89.71))
  })

  it('is seen on the control as the part counts: over the feeler, in front of the face', () => {
    expect(zero().readouts.map(({ value }) => value)).toEqual([mm(0.05)])
    expect(zero({ place: '0.5' }).readouts.map(({ value }) => value)).toEqual([mm(0.55)])
  })

  it('adds in its lines what the main spindle takes off', () => {
    const { sheet } = run('face', { ...raw, place: '0.5' }, on([reach]))
    expect(sheet.working.lines.map(({ operation, label }) => `${operation} ${label}`)).toEqual([
      'start Machine Z at the touch',
      'less T7 geometry Z',
      'add Face stands at part Z',
      'add Feeler 0.05 between',
      'aside another tool on the same face',
    ])
  })

  it('gives a tool its geometry back', () => {
    const touch = { tool: '7', method: 'part', slot: 'G57', between: 'feeler', reading: '-58.41', place: '0.5' }
    const found = run('tool-length', touch, on([[workRegister('G57', 'Z'), mm(-89.11)]])).sheet.result!
    expect(found.writes[0]!.value).toBe(mm(31.25))
    expect(found.readouts[0]!.value).toBe(mm(0.55))
  })

  it('never shares a touch with the main spindle\u2019s zero, and counts its own way into the common shift', () => {
    expect(
      routineById('face')!
        .inputs(on([reach]), raw)
        .map(({ id }) => id),
    ).not.toContain('also')
    // Sent all the same it counts for nothing: only the chosen slot is written.
    const slots = (also: string) => run('face', { ...raw, also }, on([reach])).sheet.result!.writes.map(({ register }) => register.slot)
    expect(slots('G54')).toEqual(['G57'])
    // W of G57 stands at 0: the common shift takes what its zero would have been.
    const shift = run('face', { ...raw, slot: 'common', with: 'G57', place: '0.5' }, on([reach, [workRegister('G57', 'Z'), 0]]))
    expect(shift.sheet.result!.writes.map(({ register, value }) => [register.family, value])).toEqual([['common', mm(-89.11)]])
  })

  it('is not moved from a zero of the other spindle', () => {
    const from: [RegisterRef, number] = [workRegister('G54', 'Z'), mm(-455.3)]
    const moved = { from: 'G54', axis: 'Z', by: 'typed', distance: '-0.5' }
    const refusal = (slot: string) => run('moved-zero', { ...moved, slot }, on([from])).sheet.refusal?.sentence
    expect(refusal('G57')).toContain('G54 and G57 serve different spindles')
    expect(refusal('G55')).toBeUndefined()
  })

  it('is moved by a gauge as the display counts: twice across where X reads diameters, against machine Z on the sub-spindle', () => {
    const by = (raw: RawInputs, from: [RegisterRef, number], more: Partial<typeof machine> = {}) =>
      run('moved-zero', { by: 'gauge', gauge: 'pin-10', way: '+', ...raw }, { ...on([from]), machine: { ...machine, ...more } }).sheet
        .result!.writes[0]!.value
    const x: [RegisterRef, number] = [workRegister('G54', 'X'), mm(3)]
    expect(by({ from: 'G54', slot: 'G54', axis: 'X' }, x)).toBe(mm(23))
    expect(by({ from: 'G54', slot: 'G54', axis: 'X', by: 'half' }, x)).toBe(mm(13))
    expect(by({ from: 'G54', slot: 'G54', axis: 'X' }, x, { xReads: 'radius' })).toBe(mm(13))
    expect(by({ from: 'G54', slot: 'G54', axis: 'X', by: 'typed', distance: '5' }, x)).toBe(mm(8))
    // Part zero 5 further out of the sub-spindle's chuck lies 5 lower in machine Z.
    const z = (slot: string): [RegisterRef, number] => [workRegister(slot, 'Z'), mm(-80)]
    expect(by({ from: 'G57', slot: 'G57', axis: 'Z', by: 'typed', distance: '5' }, z('G57'))).toBe(mm(-85))
    expect(by({ from: 'G54', slot: 'G54', axis: 'Z', by: 'typed', distance: '5' }, z('G54'))).toBe(mm(-75))
  })

  it('takes a tip that points away from the main chuck', () => {
    const refusal = (tip: number) => run('face', raw, on([reach, [tipRegister('7'), tip]])).sheet.refusal?.sentence
    expect(refusal(3)).toContain('T7 cannot touch moving Z+')
    expect(refusal(4)).toBeUndefined()
  })

  it('corrects a shoulder the other way, and asks which spindle holds the part', () => {
    const at = on([[geometryRegister('7', 'Z'), mm(31.25)]])
    const size = { tool: '7', kind: 'shoulder', by: 'measured', with: 'mic', target: '-24', measured: '-23.95' }
    expect(run('turned-size', size, at).sheet.result).toBeNull()
    const wear = (side: string) => run('turned-size', { ...size, side }, at).sheet.result!.writes[0]!.value
    // The shoulder stands 0.05 too far out of its own chuck: the tip has to go 0.05 toward that, which is machine Z+.
    expect(wear('sub')).toBe(mm(0.05))
    expect(wear('main')).toBe(mm(-0.05))
  })
})

describe('a nose radius from a cone', () => {
  const cone = (left: string, more = {}) => ({
    tool: '1',
    'nose-from': 'cone',
    'cone-on': 'outside',
    looks: '+',
    cone: '45',
    entered: '0.4',
    left,
    tip: '3',
    ...more,
  })

  it('follows from what is left: 0.8 entered as 0.4 leaves 0.166 on a chamfer of 45\u00b0', () => {
    // 0.4 · (sin 45° + cos 45° − 1) = 0.4 · 0.41421 = 0.1657, along the normal.
    expect(values('nose-and-tip', cone('0.1657'), [])?.[0]).toBe(mm(0.8))
    expect(values('nose-and-tip', cone('0.1464', { cone: '30' }), [])?.[0]).toBe(mm(0.8))
    expect(values('nose-and-tip', cone('-0.0828'), [])?.[0]).toBe(mm(0.2))
  })

  /** A circle laid against a wall, led by its tip as a control does that takes it for one of another radius. By coordinates alone. */
  function leftOn(radius: number, entered: number, tip: [x: number, z: number], normal: [x: number, z: number]): number {
    // The wall goes through the origin. The control puts the centre that it believes in a radius `entered` off it.
    const believed = [entered * normal[0], entered * normal[1]] as const
    const point = [believed[0] + entered * tip[0], believed[1] + entered * tip[1]] as const
    const centre = [point[0] - radius * tip[0], point[1] - radius * tip[1]] as const
    return centre[0] * normal[0] + centre[1] * normal[1] - radius
  }
  const TIPS: readonly (readonly [string, number, number])[] = [
    ['0', 0, 0],
    ['1', 1, 1],
    ['2', 1, -1],
    ['3', -1, -1],
    ['4', -1, 1],
    ['5', 0, 1],
    ['6', 1, 0],
    ['7', 0, -1],
    ['8', -1, 0],
    ['9', 0, 0],
  ]

  it('comes out for every tip and every way a wall can look, as circles laid against it have it', () => {
    let worked = 0
    for (const [tip, x, z] of TIPS)
      for (const inside of [false, true])
        for (const looks of [1, -1])
          for (const degrees of [20, 45, 70]) {
            const theta = (degrees * Math.PI) / 180
            const normal: [number, number] = [(inside ? -1 : 1) * Math.cos(theta), looks * Math.sin(theta)]
            const left = leftOn(0.8, 0.4, [x, z], normal)
            const meets = (x === 0 && z === 0) || x * normal[0] < 0 || z * normal[1] < 0
            const raw = cone(left.toFixed(6), {
              'cone-on': inside ? 'bore' : 'outside',
              looks: looks > 0 ? '+' : '-',
              cone: String(degrees),
              tip,
            })
            if (!meets) expect(refused('nose-and-tip', raw, []), `${tip} ${normal.join()}`).toMatch(/does not meet this wall/)
            else if (Math.abs(left) > 0.04) {
              worked++
              expect(values('nose-and-tip', raw, [])?.[0], `${tip} ${normal.join()}`).toBe(mm(0.8))
            }
          }
    expect(worked).toBeGreaterThan(70)
  })

  it('is refused where the nose does not show, and where it would be less than nothing', () => {
    expect(refused('nose-and-tip', cone('0.1', { cone: '2' }), [])).toMatch(/^Cone against the axis: this is so near/)
    expect(refused('nose-and-tip', cone('-0.3'), [])).toMatch(/^Left on the cone: with this the nose would be less than nothing/)
  })
})

describe('the second side', () => {
  const Z: [RegisterRef, number] = [geometryRegister('1', 'Z'), 0]
  const raw = { slot: 'G54', tool: '1', between: 'none', stands: 'left', whole: '52.8', finished: '52', reading: '-402.118' }

  it('has its zero on the finished face: what is left is taken off', () => {
    expect(values('face', raw, [Z])).toEqual([mm(-402.918)])
    expect(
      values('face', { ...raw, slot: 'G57' }, [Z], {
        ...LATHE,
        slots: [...LATHE.slots, { code: 'G57', name: null, spindle: 'sub' }],
        spindles: ['main', 'sub'],
      }),
    ).toEqual([mm(-401.318)])
    expect(refused('face', { ...raw, whole: '51.9' }, [Z])).toMatch(/^Length as it is: 51\.900 is less than the finished 52\.000/)
  })
})

describe('run-out', () => {
  const raw = { where: 'bore', with: 'indicator', counts: 'total', greatest: '0.46', least: '0.42' }
  const found = (more: RawInputs) => run('run-out', { ...raw, ...more }, at([]))

  it('is the whole reading, or half of it where a drawing states how far off centre', () => {
    expect(found({}).sheet.working.results[0]!.cells[0]).toMatchObject({ register: null, figure: mm(0.04) })
    expect(found({ counts: 'half' }).sheet.working.results[0]!.cells[0]).toMatchObject({ figure: mm(0.02) })
    expect(found({}).sheet.working.facts).toEqual([{ label: 'In words', text: 'off the axis by half of it, 0.020' }])
    expect(found({}).sheet.result!.writes).toEqual([])
  })

  it.each([
    ['0.06', 'clear'],
    ['0.044', 'query'],
    ['0.03', 'stop'],
  ] as const)('against %s allowed is %s', (tolerance, verdict) => {
    expect(found({ tolerance }).findings.find(({ name }) => name === 'runs true enough')).toMatchObject({ verdict })
  })

  it('is refused the wrong way round', () => {
    expect(found({ greatest: '0.4' }).sheet.refusal?.sentence).toMatch(/Change the two round/)
  })
})
