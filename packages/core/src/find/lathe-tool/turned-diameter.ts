import { minus, nm, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import {
  gaugesUsed,
  placeInput,
  readingInput,
  touchOffSheet,
  type Refusal,
  type Remark,
  type Routine,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import { restingOn } from '../../reach/index.ts'
import { commonShift, type Scene, type Standing } from '../../scene/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { bySecondDiameter, secondDiameterInputs, secondDiameterLines } from './second-diameter.ts'
import { sideOfBar } from './side-of-bar.ts'
import { surfaceInput, surfaceOf, TOWARD } from './surface.ts'
import { withinStock } from './journal.ts'
import { noseAtTouch } from '../../tip/nose-centre.ts'
import { tipRefusal } from '../../tip/tip.ts'
import { xInputs, xOfTool, xReadout } from './x-of-tool.ts'
import { diameterDoubt, diameterLines, measuredWithInput, placeOf, readsRadii } from '../../tip/x-reads.ts'

/**
 * Tool X from a turned diameter: a skim cut outside or in a bore, measured without X having moved.
 * G_x = M \u2212 W \u2212 P, where P is the diameter, or half of it when the machine reads radii. The tool is backed off in Z only:
 * an X that reads otherwise afterwards has moved between the cut and the measurement, and the skim is void.
 */
export const turnedDiameter: Routine = {
  id: 'turned-diameter',
  name: 'Tool X from a turned diameter',
  manner: 'from a turned diameter',
  purpose: 'A lathe tool\u2019s geometry X from a skim cut and the diameter measured on it.',
  kind: 'touch-off',
  machines: ['lathe'],

  inputs(scene, raw) {
    return xInputs(scene, raw, [
      { ...surfaceInput(), optional: true },
      readingInput('X', scene.machine, 'Machine X at the cut'),
      { ...readingInput('X', scene.machine, 'Machine X after backing off in Z', 'after'), optional: true },
      measuredWithInput(scene, raw),
      { ...placeInput('Diameter measured', null), gauged: true },
      ...secondDiameterInputs(scene, raw),
    ])
  },

  sheet(values, scene) {
    const { tool, slot, zero, known, target, label, rests } = xOfTool(values, scene)
    const surface = surfaceOf(values, tool)
    const diameter = values.length('place')
    const place = diameter === null ? null : placeOf(diameter, scene)
    const nose = noseAtTouch(tool, 'X', scene)
    const bare = known === null ? null : touchOf(values.length('reading'), place, known, TOWARD[surface])
    const touch = bare && { ...bare, radius: nose.radius, diameterAxis: !readsRadii(scene) }
    return touchOffSheet({
      scene,
      axis: 'X',
      values,
      rests: [...rests, ...nose.rests],
      target,
      label,
      lines: [...linesOf(values, scene, slot, zero), ...nose.lines(TOWARD[surface]), ...secondDiameterLines(values, scene)],
      sizes: bySecondDiameter(values, scene),
      refusal: refusalOf(slot, zero, diameter, scene) ?? (tool && tipRefusal(tool, 'X', TOWARD[surface], scene)) ?? nose.refusal,
      touch,
      contributors: zero ? [restingOn(`${slot} X`, zero), diameterDoubt(values, scene), ...nose.contributors] : [],
      gauges: gaugesUsed(values.choice('with')),
      assembly: tool?.assembly ?? null,
      readingLabel: 'machine X at the cut',
      remarks: [...retreatRemarks(values, scene), ...withinStock(surface, diameter, scene)],
      turned: diameter === null ? null : { surface, diameter },
      drawing: sideOfBar({ surface, diameter, tool, between: null, label: `T${tool?.number} at the skim`, lit: touch === null }),
      readouts: (value) => xReadout({ tool, slot }, 'cut', 'cut', value),
    })
  },
}

function touchOf(reading: Nm | null, place: Nm | null, known: Nm, direction: 1 | -1): SingleTouch | null {
  if (reading === null || place === null) return null
  return {
    axis: 'X',
    direction,
    reading,
    place,
    known,
    finds: 'H',
    radius: nm(0),
    thickness: nm(0),
  }
}

/** What is wrong with a part zero that a tool\u2019s X or Y is counted from; null where it stands. */
export function axisRefusal(slot: string | null, zero: Standing | undefined, scene: Scene, axis: 'X' | 'Y' = 'X'): Refusal | null {
  return slot && !zero
    ? {
        input: 'slot',
        sentence: `${slot} ${axis} is unset on ${scene.machine.name}; unset is not zero. Record it as deliberately zero if the spindle axis is ${axis}0.`,
      }
    : null
}

function refusalOf(slot: string | null, zero: Standing | undefined, diameter: Nm | null, scene: Scene): Refusal | null {
  return (
    axisRefusal(slot, zero, scene) ??
    (diameter !== null && diameter <= 0
      ? { input: 'place', sentence: 'Diameter measured: a diameter is more than zero; type what the micrometer shows.' }
      : null)
  )
}

/** The control has to read the same after the tool was backed off in Z: only then does the diameter belong to that X. */
function retreatRemarks(values: Values, { machine }: Scene): Remark[] {
  const [cut, after] = [values.length('reading'), values.length('after')]
  if (cut === null || after === null) return []
  const moved = minus(after, cut)
  const stood = moved === 0
  return [
    {
      id: 'retreat',
      name: 'X stood still',
      verdict: stood ? 'clear' : 'query',
      sentence: stood
        ? 'X reads the same after backing off as at the cut.'
        : `X has moved by ${asShown(moved, machine, 'always')} since the cut: the diameter that was measured is not the one at this reading. Skim again and back off in Z only, or say why it still holds.`,
      figures: [
        { label: 'at the cut', value: cut },
        { label: 'after backing off', value: after },
      ],
    },
  ]
}

function linesOf(values: Values, scene: Scene, slot: string | null, zero: Standing | undefined): WorkingLine[] {
  const after = values.length('after')
  return [
    line('start', 'Machine X at the cut', values.length('reading'), 'reading'),
    line('aside', 'after backing off in Z', after, 'after'),
    ...zeroLines(slot, zero, scene),
    ...diameterLines('Diameter measured', values.length('place'), scene),
  ]
}

/** What the part zero takes off, the common shift with it. */
export function zeroLines(slot: string | null, zero: Standing | undefined, scene: Scene, axis: 'X' | 'Y' = 'X'): WorkingLine[] {
  const shift = commonShift(scene, axis)
  return [
    line('less', slot ? `${slot} ${axis}` : `work offset ${axis}`, zero?.value ?? null),
    ...(shift === 0 ? [] : [line('less', `common shift ${axis}`, shift)]),
  ]
}
