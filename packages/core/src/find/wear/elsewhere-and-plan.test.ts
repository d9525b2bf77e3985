import { describe, expect, it } from 'vitest'
import { mm } from '../../length/index.ts'
import { diameterRegister, wearOf, type RegisterKey, type RegisterRef } from '../../register/index.ts'
import type { PlannedSize, SizeTaken, Standing } from '../../scene/index.ts'
import { MILL, mounted, run, scene, stands } from '@rook/testing'

const MACHINE = { ...MILL, diameterRegister: 'diameter' as const }
const at = (tool: string): RegisterKey => `tool/${tool}/diameter/wear`
const cutter = (number: string): [RegisterRef, Standing][] => [
  [diameterRegister(MACHINE, number), stands(mm(12), { assembly: `em-${number}` })],
  [wearOf(diameterRegister(MACHINE, number)), stands(mm(-0.02), { assembly: `em-${number}` })],
]
const taken = (measured: number, step: number, hour: number, more: Partial<SizeTaken> = {}): SizeTaken => ({
  entry: `entry-${hour}`,
  at: `2026-11-23T${hour}:00:00.000Z`,
  by: 'W. Tansley',
  routine: 'side-size',
  kind: 'inside',
  target: mm(40),
  measured: mm(measured),
  step: mm(step),
  ...more,
})
const shop = (sizes: Record<RegisterKey, SizeTaken[]>, planned: PlannedSize[] = []) =>
  scene([...cutter('4'), ...cutter('5')], {
    machine: MACHINE,
    tools: ['4', '5'].map((number) => mounted(number, `em-${number}`, 'End mill 12', { kind: 'end-mill' })),
    sizes,
    plan: { ...scene().plan!, sizes: planned },
  })
const pocket = (tool: string, target: string, measured: string, kind = 'inside') => ({
  tool,
  kind,
  by: 'measured',
  with: 'bore',
  target,
  measured,
})

describe('a correction that went into another tool\u2019s row', () => {
  // T5's pocket of 30 was right at 21 h. At 22 h T4's pocket of 40 was 0.050 too small and corrected by -0.050.
  const before = { [at('5')]: [taken(30, 0, 21, { target: mm(30) })], [at('4')]: [taken(39.95, -0.05, 22)] }
  const found = (measured: string, kind = 'inside', sizes = before) =>
    run('side-size', pocket('5', '30', measured, kind), shop(sizes)).finding('entered-elsewhere')

  it('is named by the tool that was corrected: the pocket of the other grew by as much', () => {
    expect(found('30.051')).toMatchObject({ verdict: 'stop' })
    expect(found('30.051')?.sentence).toBe(
      'This size was right and is off by +0.0510, as if the last correction of D4 diameter wear, \u22120.0500 by W. Tansley, had been entered here. Look what the control holds in both rows before anything is added.',
    )
  })

  it('is not seen in an error of another size or way', () => {
    expect(found('30.02')).toBeUndefined()
    expect(found('29.95')).toBeUndefined()
    expect(found('30.004')).toBeUndefined()
  })

  it('is not seen where the other was corrected before this was last right', () => {
    expect(found('30.051', 'inside', { ...before, [at('4')]: [taken(39.95, -0.05, 20)] })).toBeUndefined()
  })

  it('makes an outside smaller that was right', () => {
    const outside = { ...before, [at('5')]: [taken(30, 0, 21, { target: mm(30), kind: 'outside' })] }
    expect(found('29.95', 'outside', outside)).toMatchObject({ verdict: 'stop' })
    expect(found('30.05', 'outside', outside)).toBeUndefined()
  })
})

describe('a target against the sizes of the operation', () => {
  // 28 +0.021 / 0: the middle is 28.0105.
  const bore: PlannedSize = {
    name: 'Bore 28',
    kind: 'inside',
    nominal: mm(28),
    upper: mm(0.021),
    lower: mm(0),
    tool: '4',
    gauge: null,
    every: null,
  }
  const found = (target: string, measured: string, sizes = [bore]) =>
    run('side-size', pocket('4', target, measured), shop({}, sizes)).finding('target-and-measured')

  it('is stopped where the measured size is the stated one and the target is not', () => {
    expect(found('27.96', '28.0105')).toMatchObject({ verdict: 'stop' })
    expect(found('27.96', '28')?.sentence).toBe(
      'Measured 28.0000 is what the operation states for Bore 28, and target 27.9600 lies outside its limits. Target and measured look swapped: the correction would go the wrong way.',
    )
  })

  it('has nothing to say of a target within the limits, of another size, or without a plan', () => {
    expect(found('28.0105', '27.96')).toBeUndefined()
    expect(found('28', '28.0105')).toBeUndefined()
    expect(found('27.96', '27.93')).toBeUndefined()
    expect(found('27.96', '28', [])).toBeUndefined()
  })
})
