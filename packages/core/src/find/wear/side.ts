import { answersToWear } from '../../assembly/index.ts'
import { ZERO, type Nm } from '../../length/index.ts'
import { diameterRegister, registerKey, timesInDiameter } from '../../register/index.ts'
import { givenSize, chosenTool, rowInput, toolInput, type Refusal, type Routine, type Values } from '../../routine/index.ts'
import { toolByNumber, type MountedTool, type Scene } from '../../scene/index.ts'
import { correctionInputs, wearSheet } from './correction.ts'
import { CUT_INSIDE, CUT_OUTSIDE } from './planned-size.ts'
import { sizeDrawing } from './size-drawing.ts'

const INSIDE = { less: 'smaller stated cutter, larger pocket', more: 'larger stated cutter, smaller pocket' }
const OUTSIDE = { less: 'smaller stated cutter, smaller outside', more: 'larger stated cutter, larger outside' }

/**
 * Side size with cutter compensation. The control keeps off the wall by the stated cutter, so a smaller stated
 * diameter cuts nearer to it:
 * inside, stated new = stated − (target − measured); outside, stated new = stated − (measured − target);
 * half of that where the register holds radii. The change goes to the wear register, geometry stays.
 */
export const sideSize: Routine = {
  id: 'side-size',
  name: 'Size across',
  manner: 'from a size on the part',
  purpose: 'Corrects a pocket, bore or outside that is milled with cutter compensation, by the wear of its cutter.',
  kind: 'wear',
  machines: ['mill'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    return [
      toolInput(scene),
      rowInput('kind', 'Which is cut', [
        { value: 'inside', label: 'Inside', note: 'pocket, slot, bore' },
        { value: 'outside', label: 'Outside', note: 'boss, contour' },
      ]),
      ...correctionInputs(scene, raw, wantedLabel(raw.kind), {
        register: tool && diameterRegister(scene.machine, tool.diameterOffset),
        routine: sideSize.id,
        kind: raw.kind ?? null,
        target: givenSize(raw.target, scene.machine),
      }),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const kind = values.choice('kind') as 'inside' | 'outside' | null
    const register = tool ? diameterRegister(scene.machine, tool.diameterOffset) : null
    const halved = register !== null && timesInDiameter(register, scene.machine) === 2
    return wearSheet({
      values,
      scene,
      register,
      routine: sideSize.id,
      kind,
      entered: kind && (kind === 'inside' ? CUT_INSIDE : CUT_OUTSIDE),
      label: tool ? `D${tool.diameterOffset} ${register!.property}` : 'Cutter',
      sum: tool && register && kind ? { tool, register, sign: kind === 'inside' ? -1 : 1, halved } : null,
      refusal: tool ? refusalOf(tool, values, scene) : null,
      words: kind === 'outside' ? OUTSIDE : INSIDE,
      wantedLabel: wantedLabel(kind ?? undefined),
      drawing: sizeDrawing('across', values, tool, scene),
      remarks: [],
    })
  },
}

const wantedLabel = (kind: string | undefined) => (kind === 'outside' ? 'Outside larger by' : 'Inside larger by')

function refusalOf(tool: MountedTool, values: Values, scene: Scene): Refusal | null {
  if (!answersToWear(tool))
    return {
      input: 'tool',
      sentence: `T${tool.number} is a ${tool.kind.replace('-', ' ')}: it makes the size that it has, and no register changes that.`,
    }
  if (!scene.standing[registerKey(diameterRegister(scene.machine, tool.diameterOffset))])
    return {
      input: 'tool',
      sentence: `D${tool.diameterOffset} has no diameter yet; wear is added to it. Measure the cutter, or take it from its record, first.`,
    }
  return notASize(values)
}

export function notASize(values: Values): Refusal | null {
  for (const [id, label] of [
    ['target', 'Target'],
    ['measured', 'Measured'],
  ] as const) {
    const value: Nm | null = values.length(id)
    if (value !== null && value <= ZERO) return { input: id, sentence: `${label}: a size is more than zero; type what the gauge shows.` }
  }
  return null
}
