import { describe, expect, it } from 'vitest'
import { mounted, run, scene, stands } from '@rook/testing'
import { mm } from '../../length/index.ts'
import { lengthRegister, workRegister } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { toolLength } from './tool-length.ts'

const TOOLS = { tools: [mounted('4', 'tool-4', 'End mill 12')], plan: null }
const FIRST = scene([[workRegister('G54', 'Z'), stands(mm(-412.5))]], TOOLS)
// Zero at -412.5, a tool of 103.2, the face at part zero: over 1 it stands at -308.3, over the block of 50 at -259.3.
const raw = { tool: '4', method: 'part', slot: 'G54', place: '0', between: 'shim', reading: '-308.3' }
const over = (more: RawInputs, where = FIRST) =>
  run('tool-length', { ...raw, witness: '-259.3', 'witness-between': 'block', ...more }, where)
const asked = (given: RawInputs, where = FIRST) => toolLength.inputs(where, given).map(({ id }) => id)

describe('a second touch over another thickness', () => {
  it('is offered where the length has no past and something lies between, and not on a setter', () => {
    expect(asked(raw)).toContain('witness')
    expect(asked({ ...raw, method: 'setter' })).not.toContain('witness')
    const known = scene(
      [
        [workRegister('G54', 'Z'), stands(mm(-412.5))],
        [lengthRegister('4'), stands(mm(103.2), { assembly: 'tool-4' })],
      ],
      TOOLS,
    )
    expect(asked(raw, known)).not.toContain('witness')
    expect(run('tool-length', raw, FIRST).finding('compared')?.sentence).toContain('Touch over another thickness too')
  })

  it('changes nothing of the length, and says that both agree', () => {
    expect(over({}).value('tool/4/length')).toBe(run('tool-length', raw, FIRST).value('tool/4/length'))
    expect(over({}).finding('size')).toMatchObject({ verdict: 'clear', sentence: expect.stringContaining('0.0000') as string })
    expect(over({}).finding('compared')).toBeUndefined()
  })

  it('names a shim that was forgotten, and another one', () => {
    expect(over({ between: 'none' }).finding('size')?.sentence).toContain('Shim 1.000 had lain between')
    expect(over({ between: 'feeler' }).finding('size')?.sentence).toContain('Shim 1.000 had lain between')
  })

  it('counts a thickness that is typed, and shows nothing with the same one', () => {
    expect(over({ 'witness-between': 'typed', 'witness-thickness': '50' }).finding('size')?.verdict).toBe('clear')
    expect(over({ witness: '-308.3', 'witness-between': 'shim' }).finding('size')).toMatchObject({
      verdict: 'stop',
      sentence: expect.stringContaining('touch over another one') as string,
    })
  })
})
