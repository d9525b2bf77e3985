import { describe, expect, it } from 'vitest'
import { LATHE, MILL, mounted, run, scene, stands } from '@rook/testing'
import { mm, nm } from '../length/index.ts'
import { geometryRegister, workRegister, type RegisterRef } from '../register/index.ts'
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
