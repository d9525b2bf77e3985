import { describe, expect, it } from 'vitest'
import { LATHE, MILL, mounted, scene } from '@rook/testing'
import { runChoices, runInputs } from './index.ts'
import { taskPreset } from '../tool/index.ts'

const on = (machine: typeof MILL) => scene([], { machine, plan: null, tools: [mounted('3', 'tool-3', 'Tool')] })
const ids = (machine: typeof MILL, step: Record<string, string> = {}) => runInputs(step, on(machine)).map(({ id }) => id)

describe('what a planner says of a run of tools', () => {
  it('on a mill is what lengths and diameters are asked, without readings, tool by tool', () => {
    expect(runChoices(on(MILL))).toEqual([])
    expect(ids(MILL)).toContain('method')
    const asked = ids(MILL, { method: 'setter' })
    expect(asked).toContain('setter')
    expect(asked).toContain('diameter-method')
    for (const never of ['tool', 'reading', 'wear']) expect(asked).not.toContain(never)
    expect(new Set(asked).size).toBe(asked.length)
  })

  it('on a lathe is how X and how Z are taken, and what that asks', () => {
    expect(runChoices(on(LATHE)).map(({ id, options }) => [id, options.map(({ value }) => value)])).toEqual([
      ['x-method', ['skim', 'known', 'arm']],
      ['z-method', ['part', 'arm']],
    ])
    expect(ids(LATHE, { 'x-method': 'skim', 'z-method': 'part' })).toEqual(['slot', 'between', 'place', 'on-centre'])
    expect(ids(LATHE, { 'x-method': 'known', 'z-method': 'arm' })).toEqual(['slot', 'between', 'x-place', 'setter', 'on-centre'])
  })

  it('comes to each tool under the words of its routine', () => {
    const step = { 'x-method': 'known', slot: 'G54', 'x-place': '40', between: 'feeler', place: '0', 'z-method': 'part' }
    expect(taskPreset('X', '3', step).preset).toEqual({ tool: '3', slot: 'G54', place: '40', between: 'feeler' })
    expect(taskPreset('X', '2', { ...step, 'on-centre': '2,9' })).toEqual({ routine: 'on-centre', preset: { tool: '2' } })
    expect(taskPreset('X', '3', { ...step, 'on-centre': '2,9' }).routine).toBe('known-diameter')
    expect(taskPreset('Z', '3', step).preset).toEqual({ tool: '3', method: 'part', slot: 'G54', place: '0', between: 'feeler' })
  })
})
