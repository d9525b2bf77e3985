import { nm, ZERO, type Nm } from '../../length/index.ts'
import { drawWork, type Drawing } from '../../drawing/index.ts'
import { effectiveRadius, type Gauge } from '../../gauge/index.ts'
import { asShown, type Axis } from '../../machine/index.ts'
import { registerKey, reachRegister } from '../../register/index.ts'
import {
  betweenInputs,
  betweenName,
  chosenBetween,
  chosenDirection,
  chosenTool,
  directionInput,
  gaugesUsed,
  placeInput,
  readingInput,
  rowInput,
  toolInput,
  understated,
  valueOf,
  wayName,
  zeroInputs,
  zeroSheet,
  type Between,
  type FoundZero,
  type InputSpec,
  type Readout,
  type Remark,
  type Routine,
  type SingleTouch,
  type FoundSize,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, type Scene } from '../../scene/index.ts'
import { reachOf, restingOn, wearIn } from '../../reach/index.ts'
import { contactCorrection, readoutAtTouch, type Direction } from '../../touch/index.ts'
import { ofReadout, type Contributor } from '../../uncertainty/index.ts'
import type { WorkingCell, WorkingLine } from '../../working/index.ts'
import { doubtBy, limitOf } from '../../limits/index.ts'
import { UNDER_A_TIP } from './face.ts'
import { lengthRefusal } from './length-usable.ts'
import { witnessed, witnessInputs, witnessLines } from './witness.ts'
import { calibrationOf, finderInputs, SIDE_NAMES, type SideAxis } from './finders.ts'

/** Corner: part zero on X and Y from two sides, and on Z from the face when it is wanted. Each axis is one touch. */
export const corner: Routine = {
  id: 'corner',
  name: 'Corner',
  manner: 'from a corner',
  purpose: 'Part zero in X and Y from two sides that meet, and in Z from the face between them.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const withZ = raw.axes === 'XYZ'
    return [
      ...zeroInputs(scene, raw, { square: true }),
      rowInput('axes', 'Axes', [
        { value: 'XY', label: 'X and Y' },
        { value: 'XYZ', label: 'X, Y and Z' },
      ]),
      directionInput('X', SIDE_NAMES.X, 'directionX', 'Moving in X'),
      directionInput('Y', SIDE_NAMES.Y, 'directionY', 'Moving in Y'),
      ...finderInputs(scene, raw),
      ...(withZ
        ? [toolInput(scene, 'Touching in Z'), ...betweenInputs(scene, raw, { families: UNDER_A_TIP, prefix: 'z-', label: 'Between in Z' })]
        : []),
      ...axesOf(withZ).flatMap((axis): InputSpec[] => [
        readingInput(axis, scene.machine, `Machine ${axis} at the touch`, `reading${axis}`),
        placeInput(axis === 'Z' ? 'Face stands at part Z' : `Side stands at part ${axis}`, axis, `place${axis}`),
      ]),
      { ...readingInput('X', scene.machine, 'Machine X, first touch repeated', 'again'), optional: true },
      ...FLAT.flatMap((axis) => witnessInputs(axis, directionOf(raw[`direction${axis}`]), scene, raw, axis)),
    ]
  },

  sheet(values, scene) {
    const sides = axesOf(values.choice('axes') === 'XYZ').map((axis) => sideOf(axis, values, scene))
    const z = sides.find(({ axis }) => axis === 'Z')
    const tool = z ? chosenTool(values, scene) : null
    const finder = gaugeById(scene, values.choice('finder'))
    return zeroSheet({
      values,
      scene,
      square: { point: null },
      found: sides.map((side) => foundBy(side)),
      refusal: tool ? lengthRefusal(tool, scene) : null,
      lines: linesOf(values, sides, scene),
      gauges: gaugesUsed(finder?.id, ...sides.map(({ between }) => between?.gauge)),
      readings: sides.flatMap(({ axis, touch }) => (touch ? [{ axis, label: `machine ${axis} at the touch`, value: touch.reading }] : [])),
      sizes: sides.flatMap((side) => witnessOf(side, values, scene)),
      touched: sides.flatMap(({ touch }) => (touch ? [{ axis: touch.axis, direction: touch.direction, place: touch.place }] : [])),
      remarks: [...repeatRemark(values.length('readingX'), values.length('again'), scene, finder), ...understated(z?.between ?? null)],
      drawing: drawingOf(values, scene, sides),
      readouts: (slot) => sides.flatMap((side) => readoutOf(side, slot)),
    })
  },
}

const FLAT: readonly SideAxis[] = ['X', 'Y']
const directionOf = (raw: string | undefined): Direction | null => (raw === '+' ? 1 : raw === '-' ? -1 : null)

const axesOf = (withZ: boolean): Axis[] => (withZ ? ['X', 'Y', 'Z'] : ['X', 'Y'])

interface Side {
  axis: Axis
  direction: Direction | null
  /** "Finder 10", "T4" */
  name: string
  /** Number of the tool that touches; null for a finder. */
  tool: string | null
  radius: Nm | null
  between: Between | null
  known: Nm | null
  touch: SingleTouch | null
  contributors: Contributor[]
  rests: string[]
}

function sideOf(axis: Axis, values: Values, scene: Scene): Side {
  return axis === 'Z' ? faceOf(values, scene) : edgeOf(axis, values, scene)
}

function edgeOf(axis: SideAxis, values: Values, scene: Scene): Side {
  const direction = chosenDirection(values, `direction${axis}`)
  const finder = gaugeById(scene, values.choice('finder'))
  const between = chosenBetween(values, scene)
  const radius = finder && direction ? effectiveRadius(finder, axis, direction) : null
  return {
    axis,
    direction,
    name: finder?.name ?? 'what touches',
    tool: null,
    radius,
    between,
    known: ZERO,
    touch: touchOf(axis, values, { direction, radius, between, known: ZERO }),
    contributors:
      finder && between
        ? [ofReadout(scene.machine.increment), { label: finder.name, standard: finder.uncertainty }, between.contributor]
        : [],
    rests: calibrationOf(finder, scene),
  }
}

function faceOf(values: Values, scene: Scene): Side {
  const tool = chosenTool(values, scene)
  const reach = tool ? reachOf(tool, scene) : undefined
  const between = chosenBetween(values, scene, 'z-')
  const known = reach?.value ?? null
  return {
    axis: 'Z',
    direction: -1,
    name: tool ? `T${tool.number}` : 'the tool',
    tool: tool?.number ?? null,
    radius: ZERO,
    between,
    known,
    touch: touchOf('Z', values, { direction: -1, radius: ZERO, between, known, wear: tool ? wearIn(tool, scene) : ZERO }),
    contributors:
      tool && reach && between
        ? [
            ofReadout(scene.machine.increment),
            restingOn(`T${tool.number} length`, reach),
            between.contributor,
            doubtBy('feltContact', scene),
          ]
        : [],
    rests: tool && reach ? [registerKey(reachRegister(scene.machine, tool))] : [],
  }
}

interface Given {
  direction: Direction | null
  radius: Nm | null
  between: Between | null
  known: Nm | null
  wear?: Nm
}

function touchOf(axis: Axis, values: Values, { direction, radius, between, known, wear = ZERO }: Given): SingleTouch | null {
  const reading = values.length(`reading${axis}`)
  const place = values.length(`place${axis}`)
  if (!direction || radius === null || !between || known === null || reading === null || place === null) return null
  return { axis, direction, reading, place, known, finds: 'W', radius, thickness: between.thickness, wear }
}

function foundBy({ axis, touch, contributors, rests }: Side): FoundZero {
  return {
    axis,
    total: touch ? valueOf(touch) : null,
    contributors,
    rests,
  }
}

function linesOf(values: Values, sides: Side[], scene: Scene): WorkingLine[] {
  const field = (id: string) => sides.map(({ axis }): WorkingCell => ({ figure: values.length(`${id}${axis}`), input: `${id}${axis}` }))
  const flat = sides.filter(({ axis }) => axis !== 'Z')
  const ways = flat.flatMap(({ axis, direction }) => (direction ? [wayName(axis, direction)] : []))
  const radii = sides.map(({ axis, direction, radius }): WorkingCell | null =>
    axis === 'Z' ? null : { figure: direction && radius !== null ? nm(direction * radius) : null },
  )
  const lines: WorkingLine[] = [
    { operation: 'start', label: 'Machine at the touch', cells: field('reading') },
    { operation: 'less', label: 'it stands at part', cells: field('place') },
    { operation: 'add', label: `radius of ${flat[0]!.name}${ways.length > 0 ? `, moving ${ways.join(' and ')}` : ''}`, cells: radii },
  ]
  const z = sides.find(({ axis }) => axis === 'Z')
  if (z) lines.push({ operation: 'less', label: `${z.name} length`, cells: sides.map((side) => (side === z ? { figure: z.known } : null)) })
  lines.push(...betweenRow(values, sides, scene))
  lines.push({
    operation: 'aside',
    label: 'first touch repeated',
    cells: sides.map(({ axis }) => (axis === 'X' ? { figure: values.length('again'), input: 'again' } : null)),
  })
  const asked = sides.map(({ axis, direction }) => (axis === 'Z' ? { axis: null, direction } : { axis, direction, of: axis }))
  lines.push(...witnessLines(values, asked, scene))
  return lines
}

/** The width over a side and its opposite, where that was touched to be sure. */
function witnessOf({ axis, direction, between }: Side, values: Values, scene: Scene): FoundSize[] {
  if (axis === 'Z') return []
  const finder = gaugeById(scene, values.choice('finder'))
  return witnessed(values, values.length(`reading${axis}`), { axis, direction, finder, between }, scene, axis)
}

/** What lay between, signed as it enters each column. */
function betweenRow(values: Values, sides: Side[], scene: Scene): WorkingLine[] {
  const typed = { X: values.choice('between') === 'typed', Z: values.choice('z-between') === 'typed' }
  const cells = sides.map(({ axis, direction, between }): WorkingCell | null => {
    const input = axis === 'X' && typed.X ? 'thickness' : axis === 'Z' && typed.Z ? 'z-thickness' : undefined
    if (!between && !input) return null
    if (between?.thickness === 0 && !input) return null
    const figure = between && direction ? nm(direction * between.thickness) : null
    return input ? { figure, input } : { figure }
  })
  if (cells.every((cell) => cell === null)) return []
  const names = [...new Set(sides.flatMap(({ between }) => (between && between.thickness !== 0 ? [betweenName(between, scene)] : [])))]
  return [{ operation: 'add', label: names.join('; ') || 'thickness between', cells }]
}

/** The first touch repeated at the end: the block must not have moved meanwhile. */
export function repeatRemark(first: Nm | null, again: Nm | null, scene: Scene, finder: Gauge | null): Remark[] {
  if (first === null || again === null) return []
  const off = nm(Math.abs(again - first))
  const limit = Math.max(limitOf(scene.machine, 'repeatOff'), 4 * (finder?.uncertainty ?? 0))
  const moved = off > limit
  return [
    {
      id: 'repeat',
      name: 'first touch repeats',
      verdict: moved ? 'stop' : 'clear',
      sentence: moved
        ? `The repeated first touch is ${asShown(off, scene.machine)} off: the part has moved meanwhile, or something lay between. Clamp it and touch all of it again.`
        : `The first touch repeats within ${asShown(off, scene.machine)}.`,
      figures: [
        { label: 'first touch', value: first },
        { label: 'made again', value: again },
      ],
    },
  ]
}

function readoutOf({ axis, name, tool, touch, direction, radius, between }: Side, slot: string): Readout[] {
  if (!touch || !direction || radius === null || !between) return []
  const c = contactCorrection({ direction, radius, gauge: between.thickness })
  return [
    {
      key: `touch/${slot}/${axis}`,
      about: { slot, tool },
      sentence: `${name} at the touch in ${axis}, ${slot} active: the control must read`,
      axis,
      value: readoutAtTouch({ P: touch.place, c }),
    },
  ]
}

function drawingOf(values: Values, scene: Scene, sides: Side[]): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  for (const { axis, direction, radius, name, between } of sides) {
    if (axis === 'Z') continue
    const along = axis === 'X' ? 'x' : 'y'
    const across = axis === 'X' ? 'y' : 'x'
    const place = values.length(`place${axis}`) ?? (direction === -1 ? box.max[along] : box.min[along])
    drawing.surfaces.push({ axis, at: place, label: `${axis} ${asShown(place, scene.machine)}` })
    if (!direction) continue
    const size = radius ?? nm(5_000_000)
    const centre = nm(place + contactCorrection({ direction, radius: size, gauge: between?.thickness ?? ZERO }))
    // A touch a third along the side: away from the corner, and the two do not hide each other.
    const third = nm(Math.round(box.min[across] + (box.max[across] - box.min[across]) * 0.36))
    const at = axis === 'X' ? { x: centre, y: third } : { x: third, y: centre }
    const contact = axis === 'X' ? { x: place, y: third } : { x: third, y: place }
    drawing.touches.push({
      at,
      contact,
      toward: { x: axis === 'X' ? direction : 0, y: axis === 'Y' ? direction : 0 },
      radius: size,
      label: `${name}, ${wayName(axis, direction)}`,
      lit: values.length(`reading${axis}`) === null,
      done: values.length(`reading${axis}`) !== null,
    })
  }
  const [first] = drawing.touches.filter(({ lit }) => lit)
  for (const touch of drawing.touches) touch.lit = touch === first
  return drawing
}
