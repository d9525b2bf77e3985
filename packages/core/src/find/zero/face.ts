import { doubtBy } from '../../limits/index.ts'
import { minus, type Nm } from '../../length/index.ts'
import type { GaugeFamily } from '../../gauge/index.ts'
import { layoutOf, reachRegister, registerKey, wearOf } from '../../register/index.ts'
import {
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenTool,
  faceDrawing,
  gaugesUsed,
  readingInput,
  toolInput,
  pickUpSheet,
  slotOfZero,
  understated,
  zeroInputs,
  type Between,
  type Refusal,
  type Routine,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import { reachOf, restingOn, touchingReach, wearIn, wearLine } from '../../reach/index.ts'
import type { Contributor } from '../../uncertainty/index.ts'
import { line } from '../../working/index.ts'
import { zSense } from '../../machine/index.ts'
import { noseAtTouch, type NoseAtTouch } from '../../tip/nose-centre.ts'
import { tipRefusal } from '../../tip/tip.ts'
import { lengthRefusal } from './length-usable.ts'
import { bySecondTool, secondToolInputs, secondToolLines, secondToolRefusal } from './second-tool.ts'
import { standsDoubt, standsInputs, standsLines, standsRefusal, withStanding } from './face-stands.ts'

/** What may lie between a tool's tip and a face. */
export const UNDER_A_TIP: readonly GaugeFamily[] = ['shim', 'gauge-block', 'gauge-pin']

/**
 * Face: part zero in Z from one touch with a tool (or the probe) of known length.
 * W = M − H − m·P − c with c = +g, since Z falls toward the face; on a sub-spindle m is −1 and Z grows toward it. A face that will be cut away stands above
 * part zero: P is then what is cut away, and zero lies inside the stock.
 */
export const face: Routine = {
  id: 'face',
  name: 'Face',
  manner: 'from a face',
  purpose: 'Part zero in Z from one touch with a tool whose length stands.',
  kind: 'pick-up',
  machines: ['mill', 'lathe'],

  inputs(scene, raw) {
    return [
      ...zeroInputs(scene, raw),
      toolInput(scene, 'Touching with'),
      ...betweenInputs(scene, raw, { families: UNDER_A_TIP }),
      readingInput('Z', scene.machine),
      ...standsInputs(raw),
      ...secondToolInputs(scene, raw),
    ]
  },

  sheet(given, scene) {
    const values = withStanding(given)
    const tool = chosenTool(values, scene)
    const sense = zSense(scene.machine, slotOfZero(values))
    const between = chosenBetween(values, scene)
    const reach = tool ? reachOf(tool, scene) : undefined
    const taken = tool ? touchingReach(tool, scene) : null
    const register = tool ? registerKey(reachRegister(scene.machine, tool)) : null
    const nose = noseAtTouch(tool, 'Z', scene)
    return pickUpSheet({
      values,
      scene,
      axis: 'Z',
      lines: [
        line('start', 'Machine Z at the touch', values.length('reading'), 'reading'),
        line('less', reachName(tool, scene), reach?.value ?? null),
        ...(taken && taken.wear !== 0 ? [wearLine(`T${tool!.number} wear Z`, taken.wear, scene)] : []),
        ...standsLines(values, sense),
        ...betweenLines(values, between, scene, sense),
        ...nose.lines(sense === 1 ? -1 : 1),
        ...secondToolLines(values, scene),
      ],
      refusal: refusalOf(values, tool, sense, nose, scene),
      touch: tool && taken ? touchOf(values, scene, tool, { ...taken, nose }, between, sense) : null,
      contributors: tool && between ? doubtsOf(values, scene, tool, between, nose) : [],
      gauges: gaugesUsed(between?.gauge),
      rests:
        register && reach
          ? [register, ...nose.rests, ...(taken!.wear === 0 ? [] : [registerKey(wearOf(reachRegister(scene.machine, tool!)))])]
          : [],
      readingLabel: 'machine Z at the touch',
      sizes: bySecondTool(values, tool, scene),
      remarks: understated(between),
      drawing: faceDrawing(values, scene, { tool, between }),
      readouts: (value, slot) => [
        {
          key: `touch/${slot}/Z`,
          about: { slot, tool: tool?.number ?? null },
          sentence: `T${tool?.number} at the touch, ${slot} active: the control must read`,
          axis: 'Z',
          value,
        },
      ],
    })
  },
}

function refusalOf(values: Values, tool: MountedTool | null, sense: 1 | -1, nose: NoseAtTouch, scene: Scene): Refusal | null {
  const own = tool && (lengthRefusal(tool, scene) ?? tipOnFace(tool, sense, scene))
  return own ?? nose.refusal ?? standsRefusal(values, scene) ?? secondToolRefusal(values, scene)
}

/** A turning tool touches a face with the side of its tip that lies toward it; a mill's tool has no tip direction. */
const tipOnFace = (tool: MountedTool, sense: 1 | -1, scene: Scene): Refusal | null =>
  layoutOf(scene.machine).hasTips ? tipRefusal(tool, 'Z', sense === 1 ? -1 : 1, scene) : null

const reachName = (tool: MountedTool | null, { machine }: Scene): string => {
  const words = layoutOf(machine).countsLengths ? 'length' : 'geometry Z'
  return tool ? `T${tool.number} ${words}` : `tool ${words}`
}

/** What the zero is worth: the tool's length, what lies between, how it was felt, and what stands above it. */
function doubtsOf(values: Values, scene: Scene, tool: MountedTool, between: Between, nose: NoseAtTouch): Contributor[] {
  const reach = reachOf(tool, scene)
  const taken = touchingReach(tool, scene)
  if (!reach || !taken) return []
  return [
    restingOn(reachName(tool, scene), reach),
    ...wornOf(tool, scene, taken),
    between.contributor,
    doubtBy('feltContact', scene),
    ...standsDoubt(values, scene),
    ...nose.contributors,
  ]
}

/** The doubt of a wear that a lathe adds; none where it takes no part. */
function wornOf(tool: MountedTool, scene: Scene, { wear }: { wear: Nm }) {
  const standing = wear === 0 ? undefined : scene.standing[registerKey(wearOf(reachRegister(scene.machine, tool)))]
  return standing ? [restingOn(`T${tool.number} wear Z`, standing)] : []
}

function touchOf(
  values: Values,
  scene: Scene,
  tool: MountedTool,
  taken: { total: Nm; wear: Nm; nose: NoseAtTouch },
  between: Between | null,
  sense: 1 | -1,
): SingleTouch | null {
  const reading = values.length('reading')
  const place = values.length('place')
  if (reading === null || place === null || !between) return null
  return {
    axis: 'Z',
    direction: sense === 1 ? -1 : 1,
    ...(sense === 1 ? {} : { sense }),
    reading,
    place,
    known: taken.total,
    finds: 'W',
    radius: taken.nose.radius,
    thickness: between.thickness,
    // What the sum has taken off is not in the readout a second time.
    wear: minus(wearIn(tool, scene), taken.wear),
  }
}
