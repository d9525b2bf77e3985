import { doubtBy } from '../check/limits.ts'
import { nm } from '../length/index.ts'
import {
  betweenInputs,
  betweenName,
  chosenBetween,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  touchOffSheet,
  understated,
  type Between,
  type Refusal,
  type Routine,
  type SingleTouch,
  type Values,
} from '../routine/index.ts'
import type { GaugeFamily } from '../gauge/index.ts'
import { restingOn } from '../reach/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'
import { sideOfBar } from './side-of-bar.ts'
import { surfaceInput, surfaceOf, TOWARD, type Surface } from './surface.ts'
import { tipRefusal } from './tip.ts'
import { xInputs, xOfTool } from './x-of-tool.ts'
import { axisRefusal, halfAndDouble, zeroLines } from './turned-diameter.ts'
import { diameterLines, micrometerIn, placeOf, readsRadii } from './x-reads.ts'

const UNDER: readonly GaugeFamily[] = ['shim', 'gauge-block', 'gauge-pin']

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
      ...betweenInputs(scene, raw, { families: UNDER, mayCountLess: false }),
      readingInput('X', scene.machine),
      { ...placeInput('Diameter touched'), hint: 'as measured, not as drawn' },
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
      rests,
      target,
      label,
      lines: [
        line('start', 'Machine X at the touch', reading, 'reading'),
        ...zeroLines(slot, zero, scene),
        ...diameterLines('Diameter touched', diameter, scene),
        ...feelerLines(between, surface, scene),
      ],
      refusal: refusalOf(given, values.choice('surface') !== null, scene),
      touch,
      contributors: contributorsOf(given, scene),
      gauges: gaugesUsed(between?.gauge),
      assembly: tool?.assembly ?? null,
      readingLabel: 'machine X at the touch',
      remarks: understated(between),
      slips: touch ? halfAndDouble(touch) : [],
      drawing: sideOfBar({
        surface,
        diameter,
        tool,
        between,
        label: `T${tool?.number}, moving X${TOWARD[surface] === 1 ? '+' : '\u2212'}`,
        lit: reading === null,
      }),
      readouts: (value) => [
        {
          key: `known/T${tool?.number}`,
          sentence: `T${tool?.number} at that touch, ${slot} active: the control must read`,
          axis: 'X',
          value,
        },
      ],
    })
  },
}

function givenOf(values: Values, scene: Scene) {
  const own = xOfTool(values, scene)
  return {
    ...own,
    surface: surfaceOf(values, own.tool),
    between: chosenBetween(values, scene),
    diameter: values.length('place'),
    reading: values.length('reading'),
  }
}

type Given = ReturnType<typeof givenOf>

function refusalOf({ tool, slot, surface, zero, diameter }: Given, isSaid: boolean, scene: Scene): Refusal | null {
  if (slot && !zero) return axisRefusal(slot, zero, scene)
  if (diameter !== null && diameter <= 0)
    return { input: 'place', sentence: 'Diameter touched: a diameter is more than zero; type what was measured.' }
  return tool && isSaid ? tipRefusal(tool, 'X', TOWARD[surface], scene) : null
}

/** What lies between, and how it was felt, are of the radius: where X reads diameters they count twice. */
function contributorsOf({ slot, zero, between }: Given, scene: Scene): Contributor[] {
  if (!zero || !between) return []
  const times = readsRadii(scene) ? 1 : 2
  const felt = doubtBy('feltContact', scene)
  return [
    restingOn(`${slot} X`, zero),
    micrometerIn(scene),
    { ...between.contributor, standard: between.contributor.standard * times },
    { ...felt, standard: felt.standard * times },
  ]
}

function touchOf({ surface, known, between, diameter, reading }: Given, scene: Scene): SingleTouch | null {
  if (known === null || !between || reading === null || diameter === null) return null
  return {
    axis: 'X',
    direction: TOWARD[surface],
    reading,
    place: placeOf(diameter, scene),
    known,
    finds: 'H',
    radius: nm(0),
    thickness: between.thickness,
    diameterAxis: !readsRadii(scene),
    alternatives: { finders: [], between: offered(scene, UNDER), known: [] },
  }
}

/** What lies between, with the sign and as often as it counts: moving X\u2212 the tip stands further out by it. */
function feelerLines(between: Between | null, surface: Surface, scene: Scene): WorkingLine[] {
  const operation = surface === 'outside' ? 'less' : 'add'
  if (!between) return [line(operation, 'what lies between', null)]
  if (between.thickness === 0 && between.gauge === null && between.label === 'nothing between') return []
  const input = between.gauge === null ? 'thickness' : undefined
  if (readsRadii(scene)) return [line(operation, betweenName(between, scene), between.thickness, input)]
  return [
    line('aside', betweenName(between, scene), between.thickness, input),
    line(operation, 'twice that, X reads diameters', nm(between.thickness * 2)),
  ]
}
