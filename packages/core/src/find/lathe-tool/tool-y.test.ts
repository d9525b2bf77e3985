import { describe, expect, it } from 'vitest'
import { LATHE, mounted, run, scene, stands, Y_LATHE } from '@rook/testing'
import { mm } from '../../length/index.ts'
import { geometryRegister, workRegister } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { toolY } from './tool-y.ts'

const at = (zero: number | null = 0.15) =>
  scene(zero === null ? [] : [[workRegister('G54', 'Y'), stands(mm(zero))]], {
    machine: Y_LATHE,
    plan: null,
    tools: [mounted('8', 'em-10', 'End mill 10', { kind: 'end-mill', properties: { DC: mm(10) } })],
  })
const both = (more: RawInputs, zero?: number | null) => run('tool-y', { tool: '8', slot: 'G54', sides: 'both', ...more }, at(zero))
const one = (direction: string, reading: string, between = 'feeler') =>
  run('tool-y', { tool: '8', slot: 'G54', sides: 'one', direction, bar: '30', across: '10', between, reading }, at())
const value = ({ sheet }: ReturnType<typeof both>) => sheet.result?.writes[0]

describe('a tool\u2019s Y on a bar', () => {
  // Worked by hand: the axis is half-way between the touches, so G = (−19.700 + 20.300)/2 − 0.150 = 0.150.
  it('is the middle of both sides, less part zero', () => {
    expect(value(both({ low: '-19.7', high: '20.3' }))).toMatchObject({ register: geometryRegister('8', 'Y'), value: mm(0.15) })
    expect(both({ low: '-19.7', high: '20.3' }).sheet.result!.readouts[0]!.value).toBe(0)
  })

  // Worked by hand: bar Ø30 and cutter Ø10 are 15 + 5, a feeler 0.05: moving Y+ from below M = W + G − 20.05.
  it('follows from one side with bar, cutter and feeler, from above and from below alike', () => {
    expect(value(one('+', '-19.75'))?.value).toBe(mm(0.15))
    expect(value(one('-', '20.35'))?.value).toBe(mm(0.15))
    // Bare, the same readings give a figure that is off by the feeler, to either side.
    expect(value(one('+', '-19.75', 'none'))?.value).toBe(mm(0.1))
    expect(value(one('-', '20.35', 'none'))?.value).toBe(mm(0.2))
  })

  it('says what the control must read at the touch', () => {
    expect(one('-', '20.35').sheet.result!.readouts[0]!.value).toBe(mm(20.05))
  })

  it('holds the way between the touches against bar and cutter', () => {
    const finding = (high: string) =>
      both({ low: '-19.7', high, bar: '30', across: '10' }).findings.find(({ sentence }) => sentence.includes('bar and cutter'))
    expect(finding('20.3')?.verdict).toBe('clear')
    expect(finding('20.5')?.verdict).toBe('query')
    expect(finding('20.5')?.sentence).toContain('lie 40.200 apart, and bar and cutter are 40.000 together')
  })

  it('is refused with sides the wrong way round, without a zero, and on a lathe without Y', () => {
    expect(both({ low: '20.3', high: '-19.7' }).refusal).toContain('the other way round')
    expect(both({ low: '-19.7', high: '20.3' }, null).refusal).toContain('G54 Y is unset')
    expect(toolY.unfit!(LATHE)).toBe('Lathe 1 has no Y axis.')
    expect(toolY.unfit!(Y_LATHE)).toBeNull()
  })
})
