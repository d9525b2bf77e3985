import { reachRegister, registerKey, registerName } from '../../register/index.ts'
import { givenSize, chosenTool, toolInput, type Routine } from '../../routine/index.ts'
import { toolByNumber } from '../../scene/index.ts'
import { correctionInputs, wearSheet } from './correction.ts'
import { DEPTH } from './planned-size.ts'
import { sizeDrawing } from './size-drawing.ts'

const WORDS = { less: 'shorter stated tool, deeper cut', more: 'longer stated tool, shallower cut' }
const WANTED = 'Surface higher by'

/**
 * Depth: a milled surface that stands at another part Z than it should. The spindle goes to M = W + H + P, so a
 * larger stated length leaves the surface higher: ΔH = −(P measured − P target), into the wear of the length.
 */
export const depthSize: Routine = {
  id: 'depth-size',
  name: 'Depth',
  manner: 'from a depth on the part',
  purpose: 'Corrects a milled face or floor that stands too high or too low, by the wear of the tool\u2019s length.',
  kind: 'wear',
  machines: ['mill'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    const register = tool && reachRegister(scene.machine, tool)
    const target = givenSize(raw.target, scene.machine)
    return [
      toolInput(scene),
      ...correctionInputs(scene, raw, WANTED, { register, routine: depthSize.id, kind: null, target }).map((input) =>
        input.id === 'target' || input.id === 'measured'
          ? { ...input, label: `${input.label} part Z`, role: 'place' as const, axis: 'Z' as const }
          : input,
      ),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const register = tool ? reachRegister(scene.machine, tool) : null
    const unset = register !== null && !scene.standing[registerKey(register)]
    return wearSheet({
      values,
      scene,
      register,
      routine: depthSize.id,
      kind: null,
      entered: DEPTH,
      label: tool ? registerName(register!) : 'Length',
      sum: tool && register ? { tool, register, sign: 1, halved: false } : null,
      refusal: unset ? { input: 'tool', sentence: `${registerName(register!)} is unset; wear is added to it. Measure it first.` } : null,
      words: WORDS,
      wantedLabel: WANTED,
      drawing: sizeDrawing('deep', values, tool, scene),
      remarks: [],
    })
  },
}
