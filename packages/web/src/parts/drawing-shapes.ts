import { goesInto, holdingPieces, setterOutline, standingTool, turningTool, type Drawing, type Point, type Solid } from '@rook/core'
import { readableMagnification, readableTurn } from './magnify.ts'
import type { Spot } from './place-labels.ts'
import { touchShapes } from './touch-shapes.ts'

/** From nanometres to pixels. */
export interface Scale {
  x(value: number): number
  y(value: number): number
  perPixel: number
}

export interface Sheet {
  width: number
  height: number
}

/** Points as SVG wants them. */
export const joined = (points: readonly Spot[]): string => points.map(({ x, y }) => `${x},${y}`).join(' ')

/** Everything of a drawing but its texts, as shapes on the screen. */
export function shapesOf(drawing: Drawing, scale: Scale, sheet: Sheet) {
  const at = ({ x, y }: Spot): Spot => ({ x: scale.x(x), y: scale.y(y) })
  const path = (points: readonly Spot[]) => joined(points.map(at))
  const boxes = drawing.solids.map((solid) => {
    const [min, max] = [at(solid.box.min), at(solid.box.max)]
    const frame = { left: min.x, top: max.y, width: Math.max(1, max.x - min.x), height: Math.max(2, min.y - max.y) }
    return { ...solid, ...frame, pieces: piecesOf(solid, drawing).map(({ points, ...rest }) => ({ ...rest, points: path(points) })) }
  })
  const stock = boxes.find(({ kind }) => kind === 'stock') ?? boxes[0]
  const held = holdingPieces(drawing).map((piece) => ({ ...piece, corners: piece.points.map(at), points: path(piece.points) }))
  const rounds = (drawing.rounds ?? []).map((round) => ({ ...round, at: at(round.centre), r: Math.max(3, round.radius / scale.perPixel) }))
  const turn = readableTurn((drawing.outlines ?? []).map((one) => one.turn ?? 0))
  const outlines = (drawing.outlines ?? []).map((one) => {
    const corners = turned(one.points, (one.turn ?? 0) * turn).map(at)
    return { ...one, corners, points: joined(corners) }
  })
  const placed = drawing.touches.map((touch) => ({ ...touch, at: turned([touch.at], (touch.turn ?? 0) * turn)[0]! }))
  const touches = touchShapes(placed, { at, perPixel: scale.perPixel, rounds })
  const zero = at({ x: 0, y: 0 })
  const former = formerZero(drawing, zero, at, sheet)
  const surfaces = drawing.surfaces.flatMap((line) => (stock ? [{ ...line, ...surfaceLine(line, drawing, scale, stock) }] : []))
  const many = readableMagnification(drawing.deviations ?? [], scale.perPixel)
  const deviations = (drawing.deviations ?? []).map(({ from, by }) => {
    const start = at(from)
    return { start, end: { x: start.x + (by.x * many) / scale.perPixel, y: start.y - (by.y * many) / scale.perPixel } }
  })
  const dimensions = (drawing.dimensions ?? []).map((one) => ({ ...one, start: at(one.from), end: at(one.to) }))
  const marks = (drawing.marks ?? []).map((mark) => ({ ...mark, place: at(mark.at) }))
  const magnified = { deviations: deviations.length > 0 ? many : 1, turn }
  return { boxes, stock, held, rounds, outlines, touches, zero, former, surfaces, deviations, dimensions, marks, magnified }
}

export type Shapes = ReturnType<typeof shapesOf>

/** A tool and a setter are drawn as they look; whatever else is a box. */
function piecesOf(solid: Solid, { horizontal, view, touches }: Drawing): { what: string; nominal: boolean; points: Point[] }[] {
  const { kind, tool, box } = solid
  // A lathe is drawn with Z across; the stylus of its arm is a plain block.
  const onLathe = horizontal === 'Z'
  if (kind === 'setter' && view === 'front' && !onLathe) return [{ what: 'setter', nominal: true, points: setterOutline(box) }]
  if (kind !== 'tool' || !tool) return []
  if (!onLathe) return standingTool(tool, box)
  const corner = solid.corner ?? touches.find(({ radius }) => radius === null)?.at ?? box.min
  // What no mill can use does not turn itself.
  if (!goesInto(tool.kind, 'mill')) return turningTool(tool, corner)
  // A drill lies along the spindle's axis with its point to the chuck.
  const room = box.max.x - box.min.x
  const upright = { min: { x: 0, y: 0 }, max: { x: 0, y: room } } as Solid['box']
  return standingTool(tool, upright).map(({ points, ...piece }) => ({
    ...piece,
    points: points.map(({ x, y }) => ({ x: corner.x + y, y: corner.y + x }) as Point),
  }))
}

function turned(points: readonly Spot[], angle: number): Spot[] {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  return points.map(({ x, y }) => ({ x: cos * x - sin * y, y: sin * x + cos * y }))
}

function formerZero(
  { formerZero: former }: Drawing,
  zero: Spot,
  at: (point: Spot) => Spot,
  { width, height }: { width: number; height: number },
) {
  if (!former) return null
  const point = at(former)
  const inside = point.x > 0 && point.x < width && point.y > 0 && point.y < height
  return { ...point, drawn: Math.hypot(point.x - zero.x, point.y - zero.y) > 4 && inside, far: !inside }
}

interface Frame {
  left: number
  top: number
  width: number
  height: number
}

function surfaceLine(line: Drawing['surfaces'][number], { horizontal }: Drawing, scale: Scale, box: Frame): { from: Spot; to: Spot } {
  if (line.axis === horizontal) {
    const x = scale.x(line.at)
    return { from: { x, y: box.top - 12 }, to: { x, y: box.top + box.height + 18 } }
  }
  const y = scale.y(line.at)
  return { from: { x: box.left - 14, y }, to: { x: box.left + box.width + 14, y } }
}
