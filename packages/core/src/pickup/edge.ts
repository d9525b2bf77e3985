import { mm, minus, negate, nm, plus, ZERO, type Nm } from '../length/index.ts'
import { formerZeroAt, stockView, type Drawing } from '../drawing/index.ts'
import { effectiveRadius, type Gauge, type GaugeFamily } from '../gauge/index.ts'
import { registerKey, workRegister, type Axis } from '../machine/index.ts'
import {
  betweenInputs,
  chosenBetween,
  directionInput,
  gaugeInput,
  gaugesUsed,
  offered,
  placeInput,
  readingInput,
  slotInput,
  touchSheet,
  type Between,
  type InputSpec,
  type Routine,
  type SingleTouch,
  type Values,
} from '../routine/index.ts'
import { gaugeById, type Scene } from '../scene/index.ts'
import { contactCorrection, type Direction } from '../touch/index.ts'
import { asShown } from '../machine/index.ts'
import { signedLine, type WorkingLine } from '../working/index.ts'

const FINDERS: readonly GaugeFamily[] = ['edge-finder', 'touch-probe', 'gauge-pin']

type SideAxis = 'X' | 'Y'

/**
 * Edge: part zero in X or Y from one touch on a side.
 * W = M − H − P − c with H = 0, c = −d·(r + g).
 */
export const edge: Routine = {
  id: 'edge',
  name: 'Edge',
  manner: 'from an edge',
  purpose: 'Part zero in X or Y from one side of the part or of a fixed jaw.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const axis = raw.axis === 'Y' ? 'Y' : 'X'
    const inputs: InputSpec[] = [
      slotInput(scene),
      {
        kind: 'choice',
        id: 'axis',
        label: 'Axis',
        shown: 'row',
        options: [
          { value: 'X', label: 'X' },
          { value: 'Y', label: 'Y' },
        ],
      },
      directionInput(
        axis,
        axis === 'X' ? { '+': 'onto its left side', '-': 'onto its right side' } : { '+': 'onto its near side', '-': 'onto its far side' },
      ),
      gaugeInput('finder', 'What touches', scene, FINDERS),
      ...betweenInputs(scene, raw.between),
      readingInput(axis, scene.machine),
      placeInput(`Edge stands at part ${axis}`),
    ]
    return inputs
  },

  sheet(values, scene) {
    const axis = values.choice('axis') as SideAxis | null
    const slot = values.choice('slot')
    const direction = directionOf(values)
    const finder = gaugeById(scene, values.choice('finder'))
    const between = chosenBetween(values, scene)
    const target = slot && axis ? workRegister(slot, axis) : null
    return touchSheet({
      scene,
      target,
      label: target ? `${slot} ${axis}` : 'Work offset',
      lines: linesOf(values, { axis, direction, finder, between }),
      touch: touchOf(values, scene, { axis, direction, finder, between }),
      contributors: finder && between ? [{ label: finder.name, standard: finder.uncertainty }, between.contributor] : [],
      gauges: gaugesUsed(finder?.id, between?.gauge),
      readingLabel: `machine ${axis} at the touch`,
      drawing: (fresh) => drawingOf(values, scene, { axis, direction, finder, between, fresh }),
      readouts: (value) => [
        {
          key: `touch/${slot}/${axis}`,
          sentence: `${finder?.name} at the touch, ${slot} active: the control must read`,
          axis: axis!,
          value,
        },
      ],
    })
  },
}

interface Chosen {
  axis: SideAxis | null
  direction: Direction | null
  finder: Gauge | null
  between: Between | null
}

function directionOf(values: Values): Direction | null {
  const chosen = values.choice('direction')
  return chosen === null ? null : chosen === '+' ? 1 : -1
}

function touchOf(values: Values, scene: Scene, { axis, direction, finder, between }: Chosen): SingleTouch | null {
  const reading = values.length('reading')
  const place = values.length('place')
  if (!axis || !direction || !finder || !between || reading === null || place === null) return null
  return {
    axis,
    direction,
    reading,
    place,
    known: ZERO,
    finds: 'W',
    radius: effectiveRadius(finder, axis, direction),
    thickness: between.thickness,
    alternatives: { finders: offered(scene, FINDERS), between: offered(scene, ['shim']), known: [] },
  }
}

function linesOf(values: Values, { axis, direction, finder, between }: Chosen): WorkingLine[] {
  const moving = axis && direction ? `, moving ${axis}${direction === 1 ? '+' : '\u2212'}` : ''
  const lines: WorkingLine[] = [
    { operation: 'start', label: `Machine ${axis ?? ''} at the touch`, figure: values.length('reading'), input: 'reading' },
    { operation: 'less', label: `Edge stands at part ${axis ?? ''}`, figure: values.length('place'), input: 'place' },
  ]
  const known = axis && direction && finder
  const correction = known ? contactCorrection({ direction, radius: effectiveRadius(finder, axis, direction), gauge: ZERO }) : null
  lines.push(
    correction === null
      ? { operation: 'add', label: 'radius of what touches', figure: null }
      : signedLine(`radius of ${finder!.name}${moving}`, negate(correction)),
  )
  const typed = values.choice('between') === 'typed'
  if (typed)
    lines.push({
      operation: direction === -1 ? 'less' : 'add',
      label: 'thickness between',
      figure: between?.thickness ?? null,
      input: 'thickness',
    })
  else if (between && between.thickness !== 0 && direction)
    lines.push(signedLine(`${between.label} between${moving}`, nm(direction * between.thickness)))
  return lines
}

function drawingOf(values: Values, scene: Scene, chosen: Chosen & { fresh: Nm | null }): Drawing {
  const { stock, middle, ...view } = stockView('above', scene.plan?.stock ?? null)
  const { axis, direction, finder, fresh } = chosen
  const slot = values.choice('slot')
  const former = slot && axis ? scene.standing[registerKey(workRegister(slot, axis))] : undefined
  const drawing: Drawing = { ...view, solids: [stock], touches: [], surface: null, formerZero: null }
  if (!axis) return drawing
  const along = axis === 'X' ? 'x' : 'y'
  // Until the edge's place is typed, it is drawn on the side that the motion says.
  const place = values.length('place') ?? (direction === -1 ? stock.box.max[along] : stock.box.min[along])
  drawing.surface = { axis, at: place, label: surfaceLabel(values, scene, axis) }
  if (fresh !== null && former) drawing.formerZero = formerZeroAt(axis, 'X', former.value, fresh)
  if (!direction) return drawing
  const radius = finder ? effectiveRadius(finder, axis, direction) : mm(5)
  const thickness = chosen.between?.thickness ?? ZERO
  const centre = plus(place, contactCorrection({ direction, radius, gauge: thickness }))
  const contact = minus(place, nm(direction * thickness))
  const at = (value: Nm) => (axis === 'X' ? { x: value, y: middle.y } : { x: middle.x, y: value })
  drawing.touches.push({
    at: at(centre),
    contact: at(contact),
    toward: { x: axis === 'X' ? direction : 0, y: axis === 'Y' ? direction : 0 },
    radius,
    label: `touch, moving ${axis}${direction === 1 ? '+' : '\u2212'}`,
    lit: values.length('reading') === null,
  })
  return drawing
}

function surfaceLabel(values: Values, scene: Scene, axis: Axis): string {
  const place = values.length('place')
  return place === null ? `part ${axis} ?` : `${axis} ${asShown(place, scene.machine)}`
}
