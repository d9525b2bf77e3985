import { doubtBy } from '../check/limits.ts'
import { nm, plus, type Nm } from '../length/index.ts'
import { commonRegister, geometryRegister, registerKey, workRegister } from '../register/index.ts'
import {
  betweenInputs,
  betweenName,
  chosenBetween,
  chosenTool,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  slotInput,
  toolInput,
  touchOffSheet,
  understated,
  wearInput,
  type Between,
  type Routine,
  type SingleTouch,
} from '../routine/index.ts'
import type { GaugeFamily } from '../gauge/index.ts'
import { restingOn } from '../reach/index.ts'
import { commonShift, toolByNumber, type Scene } from '../scene/index.ts'
import { line, type WorkingLine } from '../working/index.ts'
import { sideOfBar } from './side-of-bar.ts'
import { surfaceInput, surfaceOf, TOWARD, type Surface } from './surface.ts'
import { tipRefusal } from './tip.ts'
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
    const tool = toolByNumber(scene, raw.tool ?? null)
    return [
      toolInput(scene),
      slotInput(scene, 'Part zero in'),
      surfaceInput(),
      ...betweenInputs(scene, raw, { families: UNDER, mayCountLess: false }),
      readingInput('X', scene.machine),
      { ...placeInput('Diameter touched'), hint: 'as measured, not as drawn' },
      ...wearInput(tool && geometryRegister(tool.offset, 'X'), scene),
    ]
  },

  sheet(values, scene) {
    const tool = chosenTool(values, scene)
    const slot = values.choice('slot')
    const surface = surfaceOf(values, tool)
    const zero = slot ? scene.standing[registerKey(workRegister(slot, 'X'))] : undefined
    const between = chosenBetween(values, scene)
    const diameter = values.length('place')
    const isDiameter = diameter === null || diameter > 0
    const reading = values.length('reading')
    const known = zero ? plus(zero.value, commonShift(scene, 'X')) : null
    const touch =
      known !== null && between && reading !== null && diameter !== null ? touchOf(reading, diameter, known, surface, between, scene) : null
    const times = readsRadii(scene) ? 1 : 2
    return touchOffSheet({
      scene,
      axis: 'X',
      values,
      rests: slot ? [registerKey(workRegister(slot, 'X')), registerKey(commonRegister('X'))] : [],
      target: tool ? geometryRegister(tool.offset, 'X') : null,
      label: tool ? `T${tool.number} geometry X` : 'Geometry X',
      lines: [
        line('start', 'Machine X at the touch', reading, 'reading'),
        ...zeroLines(slot, zero, scene),
        ...diameterLines('Diameter touched', diameter, scene),
        ...feelerLines(between, surface, scene),
      ],
      refusal:
        axisRefusal(slot, zero, scene) ??
        (isDiameter ? null : { input: 'place', sentence: 'Diameter touched: a diameter is more than zero; type what was measured.' }) ??
        (tool && values.choice('surface') ? tipRefusal(tool, 'X', TOWARD[surface], scene) : null),
      touch,
      contributors:
        zero && between
          ? [
              restingOn(`${slot} X`, zero),
              micrometerIn(scene),
              { ...between.contributor, standard: between.contributor.standard * times },
              feltIn(scene, times),
            ]
          : [],
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

/** A touch that is felt, as it goes into X: its doubt is one of the radius. */
function feltIn(scene: Scene, times: 1 | 2) {
  const { label, standard } = doubtBy('feltContact', scene)
  return { label, standard: standard * times }
}

function touchOf(reading: Nm, diameter: Nm, known: Nm, surface: Surface, between: Between, scene: Scene): SingleTouch {
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
