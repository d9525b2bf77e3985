import { mm, minus, nm, plus, ZERO, type Nm } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { effectiveRadius } from '../../gauge/index.ts'
import { asShown } from '../../machine/index.ts'
import {
  chosenBetween,
  chosenDirection,
  directionInput,
  gaugesUsed,
  placeInput,
  readingInput,
  rowInput,
  pickUpSheet,
  zeroInputs,
  type Routine,
  type SingleTouch,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { contactCorrection } from '../../touch/index.ts'
import { line } from '../../working/index.ts'
import { calibrationOf, finderInputs, SIDE_NAMES, sideLines, type SideAxis, type SideTouch } from './finders.ts'
import { witnessed, witnessInputs, witnessLines } from './witness.ts'

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
    return [
      ...zeroInputs(scene, raw, { square: true }),
      rowInput('axis', 'Axis', [
        { value: 'X', label: 'X' },
        { value: 'Y', label: 'Y' },
      ]),
      directionInput(axis, SIDE_NAMES[axis]),
      ...finderInputs(scene, raw),
      readingInput(axis, scene.machine),
      placeInput(`Edge stands at part ${axis}`, axis),
      ...witnessInputs(axis, raw.direction === '+' ? 1 : raw.direction === '-' ? -1 : null, scene, raw),
    ]
  },

  sheet(values, scene) {
    const side: SideTouch = {
      axis: values.choice('axis') as SideAxis | null,
      direction: chosenDirection(values),
      finder: gaugeById(scene, values.choice('finder')),
      between: chosenBetween(values, scene),
    }
    const { axis, finder, between } = side
    return pickUpSheet({
      values,
      scene,
      axis: axis ?? 'X',
      square: true,
      lines: [
        line('start', axis ? `Machine ${axis} at the touch` : 'Machine at the touch', values.length('reading'), 'reading'),
        line('less', axis ? `Edge stands at part ${axis}` : 'Edge stands at', values.length('place'), 'place'),
        ...sideLines(values, scene, side),
        ...witnessLines(values, [{ axis, direction: side.direction }], scene),
      ],
      touch: touchOf(values, side),
      contributors: finder && between ? [{ label: finder.name, standard: finder.uncertainty }, between.contributor] : [],
      gauges: gaugesUsed(finder?.id, between?.gauge),
      rests: calibrationOf(finder, scene),
      sizes: witnessed(values, values.length('reading'), side, scene),
      readingLabel: `machine ${axis} at the touch`,
      drawing: drawingOf(values, scene, side),
      readouts: (value, slot) => [
        {
          key: `touch/${slot}/${axis}`,
          about: { slot, tool: null },
          sentence: `${finder?.name} at the touch, ${slot} active: the control must read`,
          axis: axis!,
          value,
        },
      ],
    })
  },
}

function touchOf(values: Values, { axis, direction, finder, between }: SideTouch): SingleTouch | null {
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
  }
}

function drawingOf(values: Values, scene: Scene, chosen: SideTouch): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  const { axis, direction, finder } = chosen
  if (!axis) return drawing
  const along = axis === 'X' ? 'x' : 'y'
  // Until the edge's place is typed, it is drawn on the side that the motion says.
  const place = values.length('place') ?? (direction === -1 ? box.max[along] : box.min[along])
  drawing.surfaces.push({ axis, at: place, label: surfaceLabel(values, scene, axis) })
  if (!direction) return drawing
  const radius = finder ? effectiveRadius(finder, axis, direction) : mm(5)
  const thickness = chosen.between?.thickness ?? ZERO
  const centre = plus(place, contactCorrection({ direction, radius, gauge: thickness }))
  const contact = minus(place, nm(direction * thickness))
  const across = axis === 'X' ? 'y' : 'x'
  const middle = nm(Math.round((box.min[across] + box.max[across]) / 2))
  const at = (value: Nm) => (axis === 'X' ? { x: value, y: middle } : { x: middle, y: value })
  drawing.touches.push({
    at: at(centre),
    contact: at(contact),
    toward: { x: axis === 'X' ? direction : 0, y: axis === 'Y' ? direction : 0 },
    radius,
    label: `touch, moving ${axis}${direction === 1 ? '+' : '\u2212'}`,
    lit: values.length('reading') === null,
    done: values.length('reading') !== null,
  })
  return drawing
}

function surfaceLabel(values: Values, scene: Scene, axis: SideAxis): string {
  const place = values.length('place')
  return place === null ? `part ${axis} ?` : `${axis} ${asShown(place, scene.machine)}`
}
