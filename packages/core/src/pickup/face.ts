import { nm } from '../length/index.ts'
import { workRegister } from '../machine/index.ts'
import {
  betweenInputs,
  betweenLines,
  chosenBetween,
  chosenTool,
  faceDrawing,
  FELT_CONTACT,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  slotInput,
  toolInput,
  touchSheet,
  type Between,
  type Refusal,
  type Routine,
  type SingleTouch,
  type Values,
} from '../routine/index.ts'
import type { MountedTool, Scene, Standing } from '../scene/index.ts'
import { otherReaches, reachOf, restingOn } from '../reach/index.ts'
import type { WorkingLine } from '../working/index.ts'

/**
 * Face: part zero in Z from one touch with a tool (or the probe) of known length.
 * W = M − H − P − c with c = +g, since Z falls toward the face.
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
      slotInput(scene),
      toolInput(scene, 'Touching with'),
      ...betweenInputs(scene, raw.between, ['shim', 'gauge-block', 'gauge-pin']),
      readingInput('Z', scene.machine),
      placeInput('Face stands at part Z'),
    ]
  },

  sheet(values, scene) {
    const slot = values.choice('slot')
    const tool = chosenTool(values, scene)
    const between = chosenBetween(values, scene)
    const reach = tool ? reachOf(tool, scene) : undefined
    const target = slot ? workRegister(slot, 'Z') : null
    return touchSheet({
      scene,
      target,
      label: slot ? `${slot} Z` : 'Work offset Z',
      lines: linesOf(values, tool, reach, between),
      refusal: tool && !reach ? noLength(tool, scene) : null,
      touch: tool && reach ? touchOf(values, scene, tool, reach, between) : null,
      contributors: tool && reach && between ? [restingOn(`T${tool.number} length`, reach), between.contributor, FELT_CONTACT] : [],
      gauges: gaugesUsed(between?.gauge),
      readingLabel: 'machine Z at the touch',
      drawing: (fresh) => faceDrawing(values, scene, { tool, between, fresh }),
      readouts: (value) => [
        { key: `touch/${slot}/Z`, sentence: `T${tool?.number} at the touch, ${slot} active: the control must read`, axis: 'Z', value },
      ],
    })
  },
}

function noLength(tool: MountedTool, scene: Scene): Refusal {
  return {
    input: 'tool',
    sentence: `T${tool.number} has no length on ${scene.machine.name}; unset is not zero. Measure it first, or touch with a tool that has one.`,
  }
}

function touchOf(values: Values, scene: Scene, tool: MountedTool, reach: Standing, between: Between | null): SingleTouch | null {
  const reading = values.length('reading')
  const place = values.length('place')
  if (reading === null || place === null || !between) return null
  return {
    axis: 'Z',
    direction: -1,
    reading,
    place,
    known: reach.value,
    finds: 'W',
    radius: nm(0),
    thickness: between.thickness,
    alternatives: {
      finders: [],
      between: offered(scene, ['shim', 'gauge-block', 'gauge-pin']),
      known: otherReaches(tool, scene),
    },
  }
}

function linesOf(values: Values, tool: MountedTool | null, reach: Standing | undefined, between: Between | null): WorkingLine[] {
  return [
    { operation: 'start', label: 'Machine Z at the touch', figure: values.length('reading'), input: 'reading' },
    { operation: 'less', label: tool ? `T${tool.number} length` : 'tool length', figure: reach?.value ?? null },
    { operation: 'less', label: 'Face stands at part Z', figure: values.length('place'), input: 'place' },
    ...betweenLines(values, between),
  ]
}
