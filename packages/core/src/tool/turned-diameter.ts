import { drawBar, type Drawing } from '../drawing/index.ts'
import { minus, mm, nm, plus, type Nm } from '../length/index.ts'
import { commonRegister, geometryRegister, registerKey, timesInDiameter, workRegister } from '../register/index.ts'
import {
  chosenTool,
  placeInput,
  readingInput,
  slotInput,
  toolInput,
  touchOffSheet,
  valueOf,
  wearInput,
  type Refusal,
  type Routine,
  type SingleTouch,
  type Slip,
  type Values,
} from '../routine/index.ts'
import { restingOn } from '../reach/index.ts'
import { commonShift, toolByNumber, type MountedTool, type Scene, type Standing } from '../scene/index.ts'
import { doubtBy } from '../check/limits.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'

/**
 * Tool X from a turned diameter: a skim cut, measured without X having moved.
 * G_x = M − W − P, where P is the diameter, or half of it when the machine reads radii.
 */
export const turnedDiameter: Routine = {
  id: 'turned-diameter',
  name: 'Tool X from a turned diameter',
  manner: 'from a turned diameter',
  purpose: 'A lathe tool\u2019s geometry X from a skim cut and the diameter measured on it.',
  kind: 'touch-off',
  machines: ['lathe'],

  inputs(scene, raw) {
    const tool = toolByNumber(scene, raw.tool ?? null)
    return [
      toolInput(scene),
      slotInput(scene, 'Part zero in'),
      readingInput('X', scene.machine, 'Machine X at the cut'),
      placeInput('Diameter measured'),
      ...wearInput(tool && geometryRegister(tool.offset, 'X'), scene),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const slot = values.choice('slot')
    const zero = slot ? scene.standing[registerKey(workRegister(slot, 'X'))] : undefined
    const diameter = values.length('place')
    const place = diameter === null ? null : placeOf(diameter, scene)
    const touch = zero ? touchOf(values.length('reading'), place, plus(zero.value, commonShift(scene, 'X'))) : null
    return touchOffSheet({
      scene,
      axis: 'X',
      values,
      rests: slot ? [registerKey(workRegister(slot, 'X')), registerKey(commonRegister('X'))] : [],
      target: tool ? geometryRegister(tool.offset, 'X') : null,
      label: tool ? `T${tool.number} geometry X` : 'Geometry X',
      lines: linesOf(values, scene, slot, zero),
      refusal: refusalOf(slot, zero, diameter, scene),
      touch,
      contributors: zero ? [restingOn(`${slot} X`, zero), micrometerIn(scene)] : [],
      gauges: [],
      assembly: tool?.assembly ?? null,
      readingLabel: 'machine X at the cut',
      slips: touch ? halfAndDouble(touch) : [],
      drawing: sideOfBar(diameter !== null && diameter > 0 ? diameter : null, touch === null, tool),
      readouts: (value) => [
        { key: `cut/T${tool?.number}`, sentence: `T${tool?.number} at that cut, ${slot} active: the control must read`, axis: 'X', value },
      ],
    })
  },
}

/** Half of a diameter; one nanometre is far below any micrometer. */
function half(diameter: Nm): Nm {
  return nm(Math.round(diameter / 2))
}

/** The micrometer reads a diameter; where X reads radii half of its doubt counts. */
function micrometerIn(scene: Scene): Contributor {
  const { label, standard } = doubtBy('micrometer', scene)
  return { label, standard: standard / timesInDiameter(geometryRegister('1', 'X'), scene.machine)! }
}

/** What stands for the turned surface on the machine's own X: the diameter, or its half. */
function placeOf(diameter: Nm, { machine }: Pick<Scene, 'machine'>): Nm {
  return timesInDiameter(geometryRegister('1', 'X'), machine) === 2 ? half(diameter) : diameter
}

function touchOf(reading: Nm | null, place: Nm | null, known: Nm): SingleTouch | null {
  if (reading === null || place === null) return null
  return {
    axis: 'X',
    direction: -1,
    reading,
    place,
    known,
    finds: 'H',
    radius: nm(0),
    thickness: nm(0),
    alternatives: { finders: [], between: [], known: [] },
  }
}

function refusalOf(slot: string | null, zero: Standing | undefined, diameter: Nm | null, scene: Scene): Refusal | null {
  if (slot && !zero)
    return {
      input: 'slot',
      sentence: `${slot} X is unset on ${scene.machine.name}; unset is not zero. Record it as deliberately zero if the spindle axis is X0.`,
    }
  return diameter !== null && diameter <= 0
    ? { input: 'place', sentence: 'Diameter measured: a diameter is more than zero; type what the micrometer shows.' }
    : null
}

function linesOf(values: Values, scene: Scene, slot: string | null, zero: Standing | undefined): WorkingLine[] {
  const diameter = values.length('place')
  const shift = commonShift(scene, 'X')
  return [
    line('start', 'Machine X at the cut', values.length('reading'), 'reading'),
    line('less', slot ? `${slot} X` : 'work offset X', zero?.value ?? null),
    ...(shift === 0 ? [] : [line('less', 'common shift X', shift)]),
    ...(placeOf(mm(2), scene) !== mm(2)
      ? [
          line('aside', 'Diameter measured', diameter, 'place'),
          line('less', 'half of it, X reads radii', diameter === null ? null : half(diameter)),
        ]
      : [line('less', 'Diameter measured', diameter, 'place')]),
  ]
}

function halfAndDouble(touch: SingleTouch): Slip[] {
  return [
    { id: 'radius', phrase: 'the figure were a radius', corrected: valueOf({ ...touch, place: nm(touch.place * 2) }) },
    { id: 'radius', phrase: 'the figure were twice the diameter', corrected: valueOf({ ...touch, place: half(touch.place) }) },
  ]
}

/** The bar from the side, the tool's tip on its upper side. */
function sideOfBar(diameter: Nm | null, lit: boolean, tool: MountedTool | null): Drawing {
  const drawing = drawBar(diameter, nm(0))
  if (!tool) return drawing
  const level = drawing.solids[0]!.box.max.y
  const tip = { x: mm(-15), y: level }
  const box = { min: { x: minus(tip.x, mm(4)), y: level }, max: { x: plus(tip.x, mm(4)), y: plus(level, mm(30)) } }
  drawing.solids.push({
    kind: 'tool',
    label: `T${tool.number}`,
    box,
    nominal: true,
    tool: { kind: tool.kind, properties: tool.properties },
  })
  drawing.touches.push({ at: tip, contact: tip, toward: { x: 0, y: -1 }, radius: null, label: `T${tool.number} at the skim`, lit })
  return drawing
}
