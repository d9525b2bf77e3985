import { describe, expect, it } from 'vitest'
import { assess } from '../../assessment/index.ts'
import { routineById } from '../../catalogue/routines.ts'
import { mm, nm } from '../../length/index.ts'
import { diameterRegister, geometryRegister, lengthRegister } from '../../register/index.ts'
import type { PlannedSize, Scene } from '../../scene/index.ts'
import { LATHE, mounted, scene, stands } from '@rook/testing'

const size = (name: string, kind: PlannedSize['kind'], nominal: number, tool: string | null): PlannedSize => ({
  name,
  kind,
  nominal: mm(nominal),
  upper: nm(20_000),
  lower: nm(0),
  tool,
  gauge: null,
  every: null,
})

/** A recess of 28 that T4 cuts inside, a boss of 40 that T5 cuts outside, and a pocket 6 deep. */
const SIZES = [size('recess 28', 'inside', 28, '4'), size('boss 40', 'outside', 40, '5'), size('pocket 6', 'depth', 6, null)]
const mill = (sizes = SIZES): Scene => {
  const tools = ['4', '5'].map((number) => mounted(number, `em-${number}`, 'End mill 12', { kind: 'end-mill' }))
  const at = scene(
    tools.flatMap(({ number, assembly }) => [
      [diameterRegister({ ...scene().machine }, number), stands(mm(12), { assembly })] as never,
      [lengthRegister(number), stands(mm(103), { assembly })] as never,
    ]),
    { tools },
  )
  return { ...at, plan: { ...at.plan!, sizes } }
}
const asked = (routine: string, raw: Record<string, string>, at: Scene) =>
  assess(routineById(routine)!, { by: 'measured', with: 'mic', ...raw }, at).findings.filter(({ check }) => check === 'planned-size')
const side = { tool: '4', kind: 'inside', target: '28.010', measured: '27.970' }

describe('a correction belongs to one size of the plan', () => {
  it('is asked nothing where target, kind and tool point to the same one', () => {
    expect(asked('side-size', side, mill())).toEqual([])
    expect(asked('depth-size', { tool: '5', target: '6.010', measured: '6.030' }, mill())).toEqual([])
    // A depth is a place below part zero as well.
    expect(asked('depth-size', { tool: '5', target: '-6.010', measured: '-6.030' }, mill())).toEqual([])
  })

  it('stops what is cut inside and was entered as outside: the correction would go the other way', () => {
    expect(asked('side-size', { ...side, kind: 'outside' }, mill())).toMatchObject([
      { verdict: 'stop', sentence: expect.stringMatching(/recess 28 is cut inside, and this is entered as outside/) as string },
    ])
  })

  it('asks where another tool cuts it', () => {
    expect(asked('side-size', { ...side, tool: '5' }, mill())).toMatchObject([
      { verdict: 'query', sentence: expect.stringMatching(/recess 28 is cut by T4, and this corrects T5/) as string },
    ])
  })

  it('asks about a target that no size has, with those that there are', () => {
    expect(asked('side-size', { ...side, target: '29.010', measured: '29.000' }, mill())).toMatchObject([
      {
        verdict: 'query',
        sentence: expect.stringMatching(
          /29\.0100 lies within the limits of no size of this operation: recess 28, boss 40 and pocket 6/,
        ) as string,
      },
    ])
  })

  it('asks about a shoulder that was entered as a diameter, and the reverse', () => {
    const lathe: Scene = {
      ...scene(
        [
          [geometryRegister('1', 'X'), stands(mm(-240), { assembly: 'fin' })],
          [geometryRegister('1', 'Z'), stands(mm(30), { assembly: 'fin' })],
        ],
        {
          machine: LATHE,
          tools: [mounted('1', 'fin', 'Finisher', { kind: 'turning' })],
        },
      ),
    }
    const at = {
      ...lathe,
      plan: { ...lathe.plan!, sizes: [size('shoulder 18', 'depth', 18, '1'), size('journal 24', 'outside', 24, '1')] },
    }
    expect(asked('turned-size', { tool: '1', kind: 'outside', target: '18.010', measured: '18.050' }, at)).toMatchObject([
      { verdict: 'query', sentence: expect.stringMatching(/shoulder 18 is a depth, and this is entered as an outside diameter/) as string },
    ])
    expect(asked('turned-size', { tool: '1', kind: 'shoulder', target: '-18.010', measured: '-18.050' }, at)).toEqual([])
    expect(asked('turned-size', { tool: '1', kind: 'outside', target: '24.010', measured: '24.050' }, at)).toEqual([])
    // A bore and an outside are both made larger by a tip further out: entered for each other they are asked about, and no correction turns round.
    expect(asked('turned-size', { tool: '1', kind: 'bore', target: '24.010', measured: '24.050' }, at)).toMatchObject([
      { verdict: 'query', sentence: expect.stringMatching(/journal 24 is cut outside, and this is entered as a bore\. Choose/) as string },
    ])
  })

  it('says nothing without a plan, without sizes, and of two sizes of which one fits', () => {
    expect(asked('side-size', { ...side, kind: 'outside' }, { ...mill(), plan: null })).toEqual([])
    expect(asked('side-size', { ...side, kind: 'outside' }, mill([]))).toEqual([])
    expect(asked('side-size', { ...side, tool: '5' }, mill([...SIZES, size('pocket 28', 'inside', 28, '5')]))).toEqual([])
  })
})
