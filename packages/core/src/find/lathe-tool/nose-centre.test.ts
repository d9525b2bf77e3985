import { LATHE, mounted, run, scene, stands, TURRET_LATHE } from '@rook/testing'
import { describe, expect, it } from 'vitest'
import { mm, nm } from '../../length/index.ts'
import type { MachineRecord } from '../../machine/index.ts'
import {
  armRegister,
  geometryRegister,
  noseRegister,
  registerKey,
  tipRegister,
  workRegister,
  type RegisterRef,
} from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'

/**
 * A round nose of 0.4 whose control counts from its centre. By laying it out: machine Z − W − G is where the centre stands; what it
 * touches moving Z− lies 0.4 below the centre, what it touches moving X− lies 0.4 nearer to the axis, which is 0.8 across.
 */
const R = 0.4
const tools = [
  mounted('1', 'rn-08', 'Round tool', { kind: 'turning' }),
  mounted('2', 'dr', 'Drill', { kind: 'drill' }),
  mounted('3', 'bb', 'Boring bar', { kind: 'boring-bar' }),
]
const at = (standing: [RegisterRef, number][], machine: MachineRecord = LATHE) =>
  scene(
    standing.map(([register, value]) => [register, stands(nm(value))]),
    { machine, plan: null, tools },
  )
const ZEROS: [RegisterRef, number][] = [
  [workRegister('G54', 'X'), mm(0)],
  [workRegister('G54', 'Z'), mm(-450)],
]
const round = (offset: string, tip: number): [RegisterRef, number][] => [
  [tipRegister(offset), tip],
  [noseRegister(offset), mm(R)],
]
const found = (routine: string, raw: RawInputs, standing: [RegisterRef, number][], machine?: MachineRecord) => {
  const { sheet } = run(routine, raw, at(standing, machine))
  return { value: sheet.result?.writes[0]?.value, shows: sheet.result?.readouts[0]?.value, refusal: sheet.refusal?.sentence }
}

describe.each([0, 9])('a tool of tip direction %d', (tip) => {
  const skim = { tool: '1', slot: 'G54', reading: '-188.872', place: '60' }

  it('gives X of its centre from a skim: the bar of 60 lies under its edge, the centre 0.8 further out across', () => {
    // −188.872 − 60.8; and while it stands there the control shows 60.8.
    expect(found('turned-diameter', skim, [...ZEROS, ...round('1', tip)])).toMatchObject({ value: mm(-249.672), shows: mm(60.8) })
    expect(found('turned-diameter', skim, [...ZEROS, ...round('1', tip)], { ...LATHE, xReads: 'radius' })).toMatchObject({
      value: mm(-188.872 - 30 - R),
      shows: mm(30 + R),
    })
    // In a bore the centre lies nearer to the axis.
    expect(found('turned-diameter', { ...skim, tool: '3', surface: 'bore' }, [...ZEROS, ...round('3', tip)])).toMatchObject({
      value: mm(-188.872 - 60 + 2 * R),
      shows: mm(60 - 2 * R),
    })
  })

  it('gives X from a known diameter and a feeler, which count together', () => {
    const touched = { tool: '1', slot: 'G54', surface: 'outside', between: 'feeler', reading: '-171.306', place: '60' }
    // The centre stands 0.05 + 0.4 from the bar: 60.9 across.
    expect(found('known-diameter', touched, [...ZEROS, ...round('1', tip)])).toMatchObject({ value: mm(-171.306 - 60.9), shows: mm(60.9) })
  })

  it('gives Z from a face, and the zero back from the same face', () => {
    const touch = { tool: '1', method: 'part', slot: 'G54', between: 'none', reading: '-400', place: '0' }
    // The centre stands at part Z 0.4: −400 + 450 − 0.4.
    expect(found('tool-length', touch, [...ZEROS, ...round('1', tip)])).toMatchObject({ value: mm(49.6), shows: mm(R) })
    const face = { slot: 'G54', tool: '1', between: 'none', reading: '-400', place: '0' }
    expect(found('face', face, [[geometryRegister('1', 'Z'), mm(49.6)], ...round('1', tip)])).toMatchObject({
      value: mm(-450),
      shows: mm(R),
    })
  })

  it('touches the face of a sub-spindle from the other side', () => {
    // Moving Z+: the centre stands 0.4 before the face in machine Z, and at part Z 0.4.
    const zero: [RegisterRef, number] = [workRegister('G57', 'Z'), mm(-90)]
    const touch = { tool: '1', method: 'part', slot: 'G57', between: 'none', reading: '-60', place: '0' }
    const own = found('tool-length', touch, [zero, ...round('1', tip)], TURRET_LATHE)
    expect(own).toMatchObject({ value: mm(-60 + 90 + R), shows: mm(R) })
    const face = { slot: 'G57', tool: '1', between: 'none', reading: '-60', place: '0' }
    expect(found('face', face, [[geometryRegister('1', 'Z'), own.value!], ...round('1', tip)], TURRET_LATHE).value).toBe(mm(-90))
  })

  it('ties a setter’s arm by its edge, and is measured on it by its edge', () => {
    const geometry: [RegisterRef, number][] = [
      [geometryRegister('1', 'X'), mm(-250)],
      [geometryRegister('1', 'Z'), mm(40)],
    ]
    const arm = { setter: 'setter', tool: '1', face: 'X-', reading: '-100' }
    const own = run('arm-constant', arm, at([...geometry, ...round('1', tip)])).sheet
    const constant = own.result!.writes[0]!
    // Its edge reads as a tool of geometry −250 + 0.8 would: −100 + 249.2.
    expect(constant.value).toBe(mm(-100 + 250 - 2 * R))
    const back = found('tool-on-arm', arm, [[constant.register, constant.value], ...round('1', tip)])
    expect(back.value).toBe(mm(-250))
    const z = run('arm-constant', { ...arm, face: 'Z-' }, at([...geometry, ...round('1', tip)])).sheet.result!.writes[0]!
    expect(z.value).toBe(mm(-100 - 40 - R))
    expect(registerKey(z.register)).toBe(registerKey(armRegister('setter', 'Z-')))
  })

  it('asks for its nose radius, and rests on it', () => {
    expect(found('turned-diameter', skim, [...ZEROS, [tipRegister('1'), tip]]).refusal).toContain(
      `The point of T1 is the centre of its nose (tip direction ${tip}), and T1 nose radius is unset.`,
    )
    const { writes } = run('turned-diameter', skim, at([...ZEROS, ...round('1', tip)])).sheet.result!
    expect(writes[0]!.rests).toEqual(expect.arrayContaining([registerKey(noseRegister('1')), registerKey(tipRegister('1'))]))
  })
})

describe('any other tool', () => {
  it('touches where its point is: a tip with a direction, one that is not on record, a drill', () => {
    const skim = { tool: '1', slot: 'G54', reading: '-188.872', place: '60' }
    expect(found('turned-diameter', skim, [...ZEROS, ...round('1', 3)]).value).toBe(mm(-248.872))
    expect(found('turned-diameter', skim, ZEROS).value).toBe(mm(-248.872))
    const touch = { tool: '2', method: 'part', slot: 'G54', between: 'none', reading: '-400', place: '0' }
    expect(found('tool-length', touch, [...ZEROS, [tipRegister('2'), 0]])).toMatchObject({ value: mm(50), refusal: undefined })
  })
})
