import { plus, type Nm } from '../../length/index.ts'
import { commonRegister, geometryRegister, registerKey, workRegister, type RegisterKey, type RegisterRef } from '../../register/index.ts'
import type { InputSpec, RawInputs, Readout } from '../../routine/index.ts'
import { chosenTool, slotInput, toolInput, wearInput, type Values } from '../../routine/index.ts'
import { commonShift, toolByNumber, type MountedTool, type Scene, type Standing } from '../../scene/index.ts'

/** What every way of finding a tool's X from a turned surface asks first and last: tool and slot, and what becomes of its wear. */
export function xInputs(scene: Scene, raw: RawInputs, between: readonly InputSpec[]): InputSpec[] {
  const tool = toolByNumber(scene, raw.tool ?? null)
  return [toolInput(scene), slotInput(scene, 'Part zero in'), ...between, ...wearInput(tool && geometryRegister(tool.offset, 'X'), scene)]
}

/** The tool whose X is found, the part zero that it is counted from, and what the entry rests on. */
export interface XOfTool {
  tool: MountedTool | null
  slot: string | null
  zero: Standing | undefined
  /** Part zero and common shift together; null while the slot has none. */
  known: Nm | null
  target: RegisterRef | null
  label: string
  rests: RegisterKey[]
}

export function xOfTool(values: Values, scene: Scene): XOfTool {
  const tool = chosenTool(values, scene)
  const slot = values.choice('slot')
  const zero = slot ? scene.standing[registerKey(workRegister(slot, 'X'))] : undefined
  return {
    tool,
    slot,
    zero,
    known: zero ? plus(zero.value, commonShift(scene, 'X')) : null,
    target: tool ? geometryRegister(tool.offset, 'X') : null,
    label: tool ? `T${tool.number} geometry X` : 'Geometry X',
    rests: slot ? [registerKey(workRegister(slot, 'X')), registerKey(commonRegister('X'))] : [],
  }
}

/** What the control has to show while the tool stands where it touched or cut. */
export const xReadout = ({ tool, slot }: Pick<XOfTool, 'tool' | 'slot'>, key: string, at: 'touch' | 'cut', value: Nm): Readout[] =>
  !slot
    ? []
    : [
        {
          key: `${key}/T${tool?.number}`,
          about: { slot, tool: tool?.number ?? null },
          sentence: `T${tool?.number} at that ${at}, ${slot} active: the control must read`,
          axis: 'X',
          value,
        },
      ]
