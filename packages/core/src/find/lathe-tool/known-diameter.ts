import { doubtBy } from '../../limits/index.ts'
import { times } from '../../length/index.ts'
import {
  betweenInputs,
  betweenLines,
  chosenBetween,
  gaugesUsed,
  placeInput,
  readingInput,
  touchOffSheet,
  understated,
  wayName,
  type Refusal,
  type Routine,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import { UNDER_A_TIP } from '../zero/face.ts'
import { restingOn } from '../../reach/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Contributor } from '../../uncertainty/index.ts'
import { line, type WorkingLine } from '../../working/index.ts'
import { sideOfBar } from './side-of-bar.ts'
import { surfaceInput, surfaceOf, TOWARD } from './surface.ts'
import { noseAtTouch } from '../../tip/nose-centre.ts'
import { tipRefusal } from '../../tip/tip.ts'
import { xInputs, xOfTool, xReadout } from './x-of-tool.ts'
import { axisRefusal, zeroLines } from './turned-diameter.ts'
import { diameterDoubt, diameterLines, measuredWithInput, placeOf, readsRadii } from '../../tip/x-reads.ts'

/**
 * Tool X on a known diameter: a ground bar or a turned journal is touched, bare or over a feeler.
 * G_x = M \u2212 W \u2212 D \u2212 c with c = \u2212d\u00b7g; where X reads diameters a feeler counts twice, c = \u22122d\u00b7g.
 */
export const knownDiameter: Routine = {
  id: 'known-diameter',
  name: 'Tool X on a known diameter',
  manner: 'on a known diameter',
  purpose: 'A lathe tool\u2019s geometry X from one touch on a bar or bore whose diameter is known.',
  kind: 'touch-off',
  machines: ['lathe'],

  inputs(scene, raw) {
    return xInputs(scene, raw, [
      surfaceInput(),
      ...betweenInputs(scene, raw, { families: UNDER_A_TIP, mayCountLess: false }),
      readingInput('X', scene.machine),
      measuredWithInput(scene, raw),
      { ...placeInput('Diameter touched', null), hint: 'as measured, not as drawn', gauged: true },
    ])
  },

  sheet(values, scene) {
    const given = givenOf(values, scene)
    const { tool, slot, surface, zero, between, diameter, reading, target, label, rests } = given
    const touch = touchOf(given, scene)
    return touchOffSheet({
      scene,
      axis: 'X',
      values,
      rests: [...rests, ...given.nose.rests],
      target,
      label,
      lines: [
        line('start', 'Machine X at the touch', reading, 'reading'),
        ...zeroLines(slot, zero, scene),
        ...diameterLines('Diameter touched', diameter, scene),
        ...feelerLines(given, values, scene),
        ...given.nose.lines(TOWARD[surface]),
      ],
      refusal: refusalOf(given, values.choice('surface') !== null, scene),
      touch,
      contributors: contributorsOf(given, values, scene),
      gauges: gaugesUsed(between?.gauge, values.choice('with')),
      assembly: tool?.assembly ?? null,
      readingLabel: 'machine X at the touch',
      remarks: understated(between),
      drawing: sideOfBar({
        surface,
        diameter,
        tool,
        between,
        label: `T${tool?.number}, moving ${wayName('X', TOWARD[surface])}`,
        lit: reading === null,
      }),
      readouts: (value) => xReadout(given, 'known', 'touch', value),
    })
  },
}

function givenOf(values: Values, scene: Scene) {
  const own = xOfTool(values, scene)
  return {
    ...own,
    surface: surfaceOf(values, own.tool),
    between: chosenBetween(values, scene),
    nose: noseAtTouch(own.tool, 'X', scene),
    diameter: values.length('place'),
    reading: values.length('reading'),
  }
}

type Given = ReturnType<typeof givenOf>

function refusalOf({ tool, slot, surface, zero, diameter, nose }: Given, isSaid: boolean, scene: Scene): Refusal | null {
  if (slot && !zero) return axisRefusal(slot, zero, scene)
  if (diameter !== null && diameter <= 0)
    return { input: 'place', sentence: 'Diameter touched: a diameter is more than zero; type what was measured.' }
  return (tool && isSaid ? tipRefusal(tool, 'X', TOWARD[surface], scene) : null) ?? nose.refusal
}

/** What lies between, and how it was felt, are of the radius: where X reads diameters they count twice. */
function contributorsOf({ slot, zero, between, nose }: Given, values: Values, scene: Scene): Contributor[] {
  if (!zero || !between) return []
  const often = readsRadii(scene) ? 1 : 2
  const felt = doubtBy('feltContact', scene)
  return [
    restingOn(`${slot} X`, zero),
    diameterDoubt(values, scene),
    { ...between.contributor, standard: between.contributor.standard * often },
    { ...felt, standard: felt.standard * often },
    ...nose.contributors,
  ]
}

function touchOf({ surface, known, between, diameter, reading, nose }: Given, scene: Scene): SingleTouch | null {
  if (known === null || !between || reading === null || diameter === null) return null
  return {
    axis: 'X',
    direction: TOWARD[surface],
    reading,
    place: placeOf(diameter, scene),
    known,
    finds: 'H',
    radius: nose.radius,
    thickness: between.thickness,
    diameterAxis: !readsRadii(scene),
  }
}

/** What lies between, with the sign and as often as it counts: moving X\u2212 the tip stands further out by it. */
function feelerLines({ between, surface }: Given, values: Values, scene: Scene): WorkingLine[] {
  const once = betweenLines(values, between, scene, surface === 'outside' ? 1 : -1)
  if (readsRadii(scene)) return once
  return once.flatMap((one) => [
    { ...one, operation: 'aside' as const },
    line(one.operation, 'twice that, X reads diameters', between && times(between.thickness, 2)),
  ])
}
