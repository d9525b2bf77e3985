import { degreesOf, formatAngle, microdegrees } from '../../angle/index.ts'
import { limitOf } from '../../limits/index.ts'
import { nm, type Nm } from '../../length/index.ts'
import { drawWork, type Box, type Drawing } from '../../drawing/index.ts'
import { radiusToward } from '../../gauge/index.ts'
import { asShown } from '../../machine/index.ts'
import {
  chosenBetween,
  chosenDirection,
  directionInput,
  gaugesUsed,
  placeInput,
  readingInput,
  rotationWrite,
  rowInput,
  wayName,
  zeroInputs,
  zeroSheet,
  type Refusal,
  type Remark,
  type Routine,
  type Values,
} from '../../routine/index.ts'
import { gaugeById, turned, type Scene } from '../../scene/index.ts'
import type { Direction } from '../../touch/index.ts'
import { contributorsTo, ofReadout, type Source } from '../../uncertainty/index.ts'
import type { WorkingCell, WorkingLine } from '../../working/index.ts'
import { calibrationOf, finderInputs, SIDE_NAMES, type SideAxis } from './finders.ts'
import { placeSeen, standingReadouts } from './seen-from-zero.ts'
import { turnedWidth, turnedWitnessInputs, turnedWitnessLines, type TurnedSide } from './turned-witness.ts'

/**
 * Corner of a block that is turned a little: two touches on one side give its angle, one on the square side
 * the corner. The side runs through both contact points; the square side stands at a right angle to it; they
 * meet in the corner. With the rotation θ: W = corner − R(θ)·P, where the control turns with the part, and
 * W = corner − P where it cannot.
 */
export const turnedCorner: Routine = {
  id: 'turned-corner',
  name: 'Corner of a turned block',
  manner: 'from a turned corner',
  purpose: 'Part zero in X and Y and the angle of a block that does not lie square: two touches on one side, one on the next.',
  kind: 'pick-up',
  machines: ['mill'],

  inputs(scene, raw) {
    const long = raw.side === 'Y' ? 'Y' : 'X'
    const [longTouch, squareTouch] = touchAxes(long)
    return [
      ...zeroInputs(scene, raw, { several: false }),
      rowInput('side', 'Two touches on', [
        { value: 'X', label: 'a side along X' },
        { value: 'Y', label: 'a side along Y' },
      ]),
      directionInput(longTouch, SIDE_NAMES[longTouch], 'directionLong', `Moving in ${longTouch}`),
      directionInput(squareTouch, SIDE_NAMES[squareTouch], 'directionSquare', `Moving in ${squareTouch}`),
      ...finderInputs(scene, raw),
      ...TOUCHES.flatMap((touch) =>
        (['X', 'Y'] as const).map((axis) =>
          readingInput(axis, scene.machine, `Machine ${axis} at touch ${touch}`, `${axis}${touch}`, `touch ${touch}`),
        ),
      ),
      placeInput('Corner stands at part X', 'X', 'placeX'),
      placeInput('Corner stands at part Y', 'Y', 'placeY'),
      ...turnedWitnessInputs([longTouch, squareTouch], scene, raw),
    ]
  },

  sheet(values, scene) {
    const finder = gaugeById(scene, values.choice('finder'))
    const read = readTouches(values, scene)
    const solved = read && 'corner' in read ? read : null
    const turns = scene.machine.rotates
    const zeros = solved ? zeroOf(solved, values, turns) : null
    return zeroSheet({
      values,
      scene,
      refusal: read && 'sentence' in read ? read : null,
      found: (['X', 'Y'] as const).map((axis, at) => {
        const total = zeros?.[axis] ?? null
        return {
          axis,
          total,
          contributors: solved ? contributorsTo(at, onZero(solved, values, turns)) : [],
          rests: calibrationOf(finder, scene),
        }
      }),
      lines: [...linesOf(values, solved, turns), ...turnedWitnessLines(values, scene)],
      sizes: solved ? solved.sides.flatMap((side) => turnedWidth(side, values, finder!, chosenBetween(values, scene)!, scene)) : [],
      facts: solved ? [{ label: 'turned', text: formatAngle(microdegrees((solved.angle * 180) / Math.PI)) }] : [],
      gauges: gaugesUsed(finder?.id, chosenBetween(values, scene)?.gauge),
      readings: TOUCHES.flatMap((touch) =>
        (['X', 'Y'] as const).flatMap((axis) => {
          const value = values.length(`${axis}${touch}`)
          return value === null ? [] : [{ axis, label: `machine ${axis} at touch ${touch}`, value }]
        }),
      ),
      remarks: solved ? [turnedRemark(solved, scene)] : [],
      drawing: drawingOf(values, scene, solved),
      readouts: (slot, seen) =>
        standingReadouts(slot, 'Spindle over the corner', placeSeen(values.length('placeX')!, values.length('placeY')!, seen)),
      alsoWritten: (slot) => (turns && solved ? [rotationWrite(slot, solved.angle, scene, solved.sources)] : []),
    })
  },
}

const TOUCHES = [1, 2, 3] as const

/** On a side along X the spindle moves in Y, and the square side is touched moving in X. */
const touchAxes = (side: SideAxis): [SideAxis, SideAxis] => (side === 'X' ? ['Y', 'X'] : ['X', 'Y'])

interface Solved {
  corner: { x: number; y: number }
  /** Radians from the axis to the side, counter-clockwise positive. */
  angle: number
  /** On corner X, corner Y and the angle. */
  sources: Source[]
  sides: TurnedSide[]
}

interface Touches {
  side: SideAxis
  points: { x: number; y: number }[]
  long: Direction
  square: Direction
  radiusLong: number
  radiusSquare: number
}

function readTouches(values: Values, scene: Scene): Solved | Refusal | null {
  const side = values.choice('side') as SideAxis | null
  const finder = gaugeById(scene, values.choice('finder'))
  const between = chosenBetween(values, scene)
  const [long, square] = [chosenDirection(values, 'directionLong'), chosenDirection(values, 'directionSquare')]
  const points = TOUCHES.map((touch) => ({ x: values.length(`X${touch}`), y: values.length(`Y${touch}`) }))
  if (!side || !finder || !between || !long || !square || points.some(({ x, y }) => x === null || y === null)) return null
  const touches: Touches = {
    side,
    points: points as { x: Nm; y: Nm }[],
    long,
    square,
    radiusLong: 0,
    radiusSquare: 0,
  }
  const [first, second] = touches.points as [Point, Point]
  const apart = side === 'X' ? second.x - first.x : second.y - first.y
  if (Math.abs(apart) < 1_000_000)
    return {
      input: `${side}2`,
      sentence: `The two touches on the side along ${side} are less than 1 mm apart: no angle can be told. Touch further along it.`,
    }
  // The ball touches where the side's normal points, whichever axis the spindle moved along.
  const { t, n } = directionsOf(touches)
  touches.radiusLong = radiusToward(finder, { x: long * n.x, y: long * n.y }) + between.thickness
  touches.radiusSquare = radiusToward(finder, { x: square * t.x, y: square * t.y }) + between.thickness
  const corner = solve(touches)
  if (Math.abs(corner.angle) > Math.PI / 6)
    return {
      input: null,
      sentence: `The side along ${side} would be turned by ${Math.round((Math.abs(corner.angle) * 180) / Math.PI)}\u00b0. Look for a reading typed on the wrong line.`,
    }
  const [longTouch, squareTouch] = touchAxes(side)
  return {
    ...corner,
    sources: sourcesOf(touches, finder.name, finder.uncertainty, between.contributor, scene),
    sides: [
      { which: 'long', axis: longTouch, direction: long, normal: n, centre: first },
      { which: 'square', axis: squareTouch, direction: square, normal: t, centre: touches.points[2]! },
    ],
  }
}

interface Point {
  x: number
  y: number
}

/** Unit vectors along the side, growing with its axis, and square to it, growing with the other. */
function directionsOf({ side, points }: Pick<Touches, 'side' | 'points'>): { t: Point; n: Point } {
  const [first, second] = points as [Point, Point]
  const flip = (side === 'X' ? second.x - first.x : second.y - first.y) < 0 ? -1 : 1
  const length = Math.hypot(second.x - first.x, second.y - first.y)
  const t = { x: (flip * (second.x - first.x)) / length, y: (flip * (second.y - first.y)) / length }
  return { t, n: side === 'X' ? { x: -t.y, y: t.x } : { x: t.y, y: -t.x } }
}

/** The corner in machine coordinates, from stylus centres that stop r short of their sides. */
function solve(touches: Touches): { corner: Point; angle: number } {
  const { side, points, long, square, radiusLong, radiusSquare } = touches
  const [first, , third] = points as [Point, Point, Point]
  const { t, n } = directionsOf(touches)
  const angle = side === 'X' ? Math.atan2(t.y, t.x) : -Math.atan2(t.x, t.y)
  const onLong = { x: first.x + long * radiusLong * n.x, y: first.y + long * radiusLong * n.y }
  const onSquare = { x: third.x + square * radiusSquare * t.x, y: third.y + square * radiusSquare * t.y }
  const along = (onSquare.x - onLong.x) * t.x + (onSquare.y - onLong.y) * t.y
  return { corner: { x: onLong.x + along * t.x, y: onLong.y + along * t.y }, angle }
}

/**
 * How each reading and what lay between move corner and angle, by differences of the same function: exact
 * enough for an uncertainty, and the one formula stays the only one.
 */
function sourcesOf(touches: Touches, name: string, standard: number, between: { label: string; standard: number }, scene: Scene): Source[] {
  const step = 1_000
  const base = solve(touches)
  const change = (changed: Touches) => {
    const moved = solve(changed)
    return [(moved.corner.x - base.corner.x) / step, (moved.corner.y - base.corner.y) / step, (moved.angle - base.angle) / step]
  }
  const pushed = (at: number, axis: 'x' | 'y') =>
    change({ ...touches, points: touches.points.map((point, index) => (index === at ? { ...point, [axis]: point[axis] + step } : point)) })
  const [longTouch, squareTouch] = touchAxes(touches.side).map((axis) => axis.toLowerCase() as 'x' | 'y')
  const readout = ofReadout(scene.machine.increment)
  const sources = TOUCHES.flatMap((touch, at): Source[] => [
    { ...readout, effects: pushed(at, 'x') },
    { ...readout, effects: pushed(at, 'y') },
    { label: name, standard, effects: pushed(at, touch === 3 ? squareTouch! : longTouch!) },
  ])
  const thicker = change({ ...touches, radiusLong: touches.radiusLong + step, radiusSquare: touches.radiusSquare + step })
  return [...sources, { ...between, effects: thicker }]
}

function zeroOf({ corner, angle }: Solved, values: Values, turns: boolean): Record<SideAxis, number> | null {
  const [x, y] = [values.length('placeX'), values.length('placeY')]
  if (x === null || y === null) return null
  const [cos, sin] = turns ? [Math.cos(angle), Math.sin(angle)] : [1, 0]
  return { X: corner.x - (cos * x - sin * y), Y: corner.y - (sin * x + cos * y) }
}

/** What each cause does to the zero: to the corner, and by the angle to a place far from it, d(R\u00b7P)/d\u03b8. */
function onZero({ sources, angle }: Solved, values: Values, turns: boolean): Source[] {
  const [x, y] = [values.length('placeX') ?? 0, values.length('placeY') ?? 0]
  if (!turns) return sources
  const at = turned({ x, y }, angle)
  return sources.map(({ effects, ...source }) => {
    const [onX = 0, onY = 0, onAngle = 0] = effects
    return { ...source, effects: [onX + at.y * onAngle, onY - at.x * onAngle, onAngle] }
  })
}

function turnedRemark({ angle }: Solved, scene: Scene): Remark {
  const millionths = microdegrees((angle * 180) / Math.PI)
  const limit = limitOf(scene.machine, 'turned')
  const name = scene.machine.name
  const stock = scene.plan?.stock
  const length = stock ? Math.max(stock.X.to - stock.X.from, stock.Y.to - stock.Y.from) : null
  const strays = length === null ? '' : `, ${asShown(nm(Math.round(length * Math.abs(Math.sin(angle)))), scene.machine)} over the stock`
  const tooMuch = !scene.machine.rotates && Math.abs(millionths) > limit
  return {
    id: 'turned',
    name: 'lies square',
    verdict: tooMuch ? 'query' : 'clear',
    sentence: tooMuch
      ? `The block is turned by ${formatAngle(millionths)}${strays}, and ${name} cannot turn with it. Tap it square and pick it up again, or turn the program by ${degreesOf(millionths).toFixed(4)}\u00b0.`
      : scene.machine.rotates
        ? `The block is turned by ${formatAngle(millionths)}; the rotation is recorded with the zero.`
        : `The block lies square within ${formatAngle(millionths)}.`,
    figures: [{ label: 'turned, millionths of a degree', value: nm(millionths) }],
  }
}

function linesOf(values: Values, solved: Solved | null, turns: boolean): WorkingLine[] {
  const field = (id: string): WorkingCell => ({ figure: values.length(id), input: id })
  const side = (values.choice('side') as SideAxis | null) ?? 'X'
  const [longTouch, squareTouch] = touchAxes(side)
  const way = (id: string, axis: SideAxis) => {
    const direction = chosenDirection(values, id)
    return direction ? `, moving ${wayName(axis, direction)}` : ''
  }
  const round = (value: number | undefined): WorkingCell => ({ figure: value === undefined ? null : nm(Math.round(value)) })
  const lines: WorkingLine[] = TOUCHES.map((touch) => ({
    operation: 'touch',
    label:
      touch === 3 ? `3  square side${way('directionSquare', squareTouch)}` : `${touch}  along ${side}${way('directionLong', longTouch)}`,
    cells: [field(`X${touch}`), field(`Y${touch}`)],
  }))
  if (values.choice('between') === 'typed')
    lines.push({ operation: 'touch', label: 'thickness between', cells: [field('thickness'), null] })
  lines.push(
    { operation: 'start', label: 'corner, radius and angle counted', cells: [round(solved?.corner.x), round(solved?.corner.y)] },
    { operation: turns ? 'aside' : 'less', label: 'it stands at part', cells: [field('placeX'), field('placeY')] },
  )
  if (turns) {
    const [x, y] = [values.length('placeX'), values.length('placeY')]
    const known = solved && x !== null && y !== null
    const [cos, sin] = [Math.cos(solved?.angle ?? 0), Math.sin(solved?.angle ?? 0)]
    lines.push({
      operation: 'less',
      label: 'the same, turned with the part',
      cells: [known ? round(cos * x - sin * y) : { figure: null }, known ? round(sin * x + cos * y) : { figure: null }],
    })
  }
  return lines
}

function drawingOf(values: Values, scene: Scene, solved: Solved | null): Drawing {
  const drawing = drawWork('above', scene)
  const { box } = drawing.solids[0]!
  const side = (values.choice('side') as SideAxis | null) ?? 'X'
  const [long, square] = [chosenDirection(values, 'directionLong'), chosenDirection(values, 'directionSquare')]
  const finder = gaugeById(scene, values.choice('finder'))
  const lit = TOUCHES.find((touch) => values.length(`X${touch}`) === null || values.length(`Y${touch}`) === null)
  const [alongX, alongY] = [box.max.x - box.min.x, box.max.y - box.min.y]
  const placed = [
    { touch: 1 as const, direction: long, on: 0.2, square: false },
    { touch: 2 as const, direction: long, on: 0.75, square: false },
    { touch: 3 as const, direction: square, on: 0.45, square: true },
  ]
  for (const one of placed) {
    if (!one.direction) continue
    const horizontal = (side === 'X') === one.square
    const edge = horizontal
      ? { x: one.direction === 1 ? box.min.x : box.max.x, y: nm(Math.round(box.min.y + alongY * one.on)) }
      : { x: nm(Math.round(box.min.x + alongX * one.on)), y: one.direction === 1 ? box.min.y : box.max.y }
    const toward = horizontal ? { x: one.direction, y: 0 } : { x: 0, y: one.direction }
    const radius = finder ? nm(Math.round(radiusToward(finder, toward))) : nm(3_000_000)
    drawing.touches.push({
      at: { x: nm(edge.x - toward.x * radius), y: nm(edge.y - toward.y * radius) },
      contact: edge,
      toward,
      radius,
      label: String(one.touch),
      lit: lit === one.touch,
      done: values.length(`X${one.touch}`) !== null && values.length(`Y${one.touch}`) !== null,
    })
  }
  if (solved && Math.abs(solved.angle) > 1e-6) drawing.outlines = [{ kind: 'turned', turn: solved.angle, points: corners(box) }]
  return drawing
}

/** The block's corners as they would lie unturned; the picture turns them. */
const corners = ({ min, max }: Box): Box['min'][] => [min, { x: max.x, y: min.y }, max, { x: min.x, y: max.y }]
