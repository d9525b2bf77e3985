import type { Drawing } from '@rook/core'
import type { Shapes, Sheet } from './drawing-shapes.ts'
import {
  around,
  CAPTION,
  placeLabels,
  placesAround,
  roomOf,
  type Hindrances,
  type PlaceFor,
  type Spot,
  type Wanted,
} from './place-labels.ts'

export interface Text extends PlaceFor {
  text: string
  look: string
}

/** A text that is to be placed, with how it looks. */
interface Label extends Wanted {
  look: string
}

/** The texts in the order in which they choose their places: what is asked for now comes first. */
function labelsOf(drawing: Drawing, shapes: Shapes): Label[] {
  const { touches, surfaces, dimensions, marks, boxes, outlines, held, former, rounds } = shapes
  const first = [...touches].sort((one, other) => Number(other.lit) - Number(one.lit))
  return [
    ...first.filter(({ label, inside }) => label && !inside).map((touch) => touchLabel(touch, rounds.length > 0)),
    { text: drawing.zeroName ?? 'part zero', look: 'name', places: placesAround(shapes.zero, 12) },
    ...surfaces.filter(({ label }) => label).map(surfaceLabel),
    ...dimensions.map(({ label, kind, start, end }) => ({ text: label, look: kind, places: onDimension(start, end, kind) })),
    ...marks.filter(({ label }) => label).map(({ label, place }) => ({ text: label, look: '', places: placesAround(place, 10) })),
    // A tool is known by its touch.
    ...boxes.filter(({ kind }) => kind !== 'tool' || touches.length === 0).flatMap((box) => boxLabel(box)),
    ...outlines.flatMap(({ label, corners }) => (label ? [{ text: label, look: 'named', places: inMiddle(corners) }] : [])),
    ...held.flatMap(({ label, what, corners }) =>
      label ? [{ text: label, look: 'quiet', optional: true, places: what === 'plate' ? onLowerEdge(corners) : inMiddle(corners) }] : [],
    ),
    ...(former?.drawn ? [{ text: 'was', look: '', places: placesAround(former, 10) }] : []),
  ]
}

type ShapedTouch = Shapes['touches'][number]

function touchLabel({ label, place, r, way, tail, lit }: ShapedTouch, inRound: boolean): Label {
  const beyond: PlaceFor = {
    x: place.x + way.x * (r + 12),
    y: place.y + way.y * (r + 14) + 5,
    anchor: way.x > 0.5 ? 'start' : way.x < -0.5 ? 'end' : 'middle',
  }
  const beside: PlaceFor[] = [
    { x: tail.x, y: tail.y + (way.y > 0 ? -8 : 20), anchor: 'middle' },
    { x: tail.x - 4, y: place.y - r - 10, anchor: 'start' },
    { x: tail.x + 4, y: place.y - r - 10, anchor: 'end' },
    { x: tail.x - 4, y: place.y + r + 22, anchor: 'start' },
    { x: tail.x + 4, y: place.y + r + 22, anchor: 'end' },
  ]
  const near = placesAround(place, r + 8)
  return { text: label, look: lit ? 'lit' : 'touched', places: inRound ? [beyond, ...near, ...beside] : [...beside, ...near] }
}

/** Outside the stock, at either end of its line. */
function surfaceLabel({ label, from, to }: Shapes['surfaces'][number]): Label {
  const upright = from.x === to.x
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
  const places: PlaceFor[] = upright
    ? [
        { x: to.x, y: to.y + 16, anchor: 'middle' },
        { x: from.x, y: from.y - 6, anchor: 'middle' },
        { x: to.x + 8, y: to.y + 6, anchor: 'start' },
        { x: to.x - 8, y: to.y + 6, anchor: 'end' },
        { x: from.x + 8, y: from.y + 4, anchor: 'start' },
        { x: from.x - 8, y: from.y + 4, anchor: 'end' },
        { x: middle.x + 8, y: middle.y, anchor: 'start' },
        { x: middle.x - 8, y: middle.y, anchor: 'end' },
      ]
    : [
        { x: to.x - 6, y: to.y + 20, anchor: 'end' },
        { x: to.x - 6, y: to.y - 8, anchor: 'end' },
        { x: from.x + 6, y: from.y - 8, anchor: 'start' },
        { x: from.x + 6, y: from.y + 20, anchor: 'start' },
        { x: to.x + 4, y: to.y + 5, anchor: 'start' },
        { x: from.x - 4, y: from.y + 5, anchor: 'end' },
        { x: middle.x, y: middle.y - 8, anchor: 'middle' },
        { x: middle.x, y: middle.y + 20, anchor: 'middle' },
      ]
  return { text: label, look: '', places }
}

function onDimension(start: Spot, end: Spot, kind: 'wanted' | 'measured'): PlaceFor[] {
  const middle = { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 }
  if (Math.abs(start.y - end.y) < 1)
    return [
      { x: middle.x, y: middle.y + (kind === 'wanted' ? -6 : 20), anchor: 'middle' },
      { x: middle.x, y: middle.y + (kind === 'wanted' ? 20 : -6), anchor: 'middle' },
      { x: end.x + 8, y: middle.y + 5, anchor: 'start' },
    ]
  // Two heights beside each other: one is named below, the other above.
  const below: PlaceFor = { x: end.x, y: Math.max(start.y, end.y) + 20, anchor: 'middle' }
  const above: PlaceFor = { x: end.x, y: Math.min(start.y, end.y) - 10, anchor: 'middle' }
  return [
    ...(kind === 'wanted' ? [below, above] : [above, below]),
    { x: middle.x + 8, y: middle.y + 5, anchor: 'start' },
    { x: middle.x - 8, y: middle.y + 5, anchor: 'end' },
  ]
}

function boxLabel({ kind, label, left, top, width, height, pieces }: Shapes['boxes'][number]): Label[] {
  if (!label) return []
  if (kind === 'setter' || kind === 'table')
    return [{ text: label, look: '', places: [{ x: left + width / 2, y: top + height + 18, anchor: 'middle' }] }]
  if (kind === 'shim')
    return [
      {
        text: label,
        look: '',
        places: [
          { x: left + width + 8, y: top - 5, anchor: 'start' },
          { x: left - 8, y: top - 5, anchor: 'end' },
          { x: left - 8, y: top + 22, anchor: 'end' },
          ...placesAround({ x: left + width / 2, y: top + height / 2 }, width / 2 + 8),
        ],
      },
    ]
  return kind === 'tool' && pieces.length > 0 && height > 30
    ? [{ text: label, look: 'named', places: placesAround({ x: left + width / 2, y: top + height / 2 }, width / 2 + 10) }]
    : []
}

function inMiddle(corners: readonly Spot[]): PlaceFor[] {
  const middle = {
    x: corners.reduce((sum, { x }) => sum + x, 0) / corners.length,
    y: corners.reduce((sum, { y }) => sum + y, 0) / corners.length,
  }
  const [left, right] = [Math.min(...corners.map(({ x }) => x)), Math.max(...corners.map(({ x }) => x))]
  return [
    { ...middle, y: middle.y + 5, anchor: 'middle' },
    { x: left + 8, y: middle.y + 5, anchor: 'start' },
    { x: right - 8, y: middle.y + 5, anchor: 'end' },
  ]
}

/** A plate is seen around the part: its name stands on the rim. */
function onLowerEdge(corners: readonly Spot[]): PlaceFor[] {
  const [left, right] = [Math.min(...corners.map(({ x }) => x)), Math.max(...corners.map(({ x }) => x))]
  const low = Math.max(...corners.map(({ y }) => y))
  return [
    { x: right - 6, y: low - 7, anchor: 'end' },
    { x: left + 6, y: low - 7, anchor: 'start' },
  ]
}

/** Sides of a shape, as lines that a text should not cross. */
const sides = (corners: readonly Spot[]): (readonly [Spot, Spot])[] =>
  corners.map((corner, at) => [corner, corners[(at + 1) % corners.length]!])

const CIRCLE = 16

function hindrances({ stock, surfaces, touches, zero, outlines, dimensions, rounds, deviations, marks, boxes, held }: Shapes): Hindrances {
  const ring = ({ at, r }: Shapes['rounds'][number]): Spot[] =>
    Array.from({ length: CIRCLE }, (_, n) => ({
      x: at.x + r * Math.cos((2 * Math.PI * n) / CIRCLE),
      y: at.y + r * Math.sin((2 * Math.PI * n) / CIRCLE),
    }))
  const frame = stock
    ? sides([
        { x: stock.left, y: stock.top },
        { x: stock.left + stock.width, y: stock.top },
        { x: stock.left + stock.width, y: stock.top + stock.height },
        { x: stock.left, y: stock.top + stock.height },
      ])
    : []
  return {
    lines: [
      ...frame,
      ...held.flatMap(({ corners }) => sides(corners)),
      ...surfaces.map(({ from, to }) => [from, to] as const),
      ...touches.filter(({ still }) => !still).map(({ tail, head }) => [tail, head] as const),
      ...outlines.flatMap(({ corners }) => sides(corners)),
      ...rounds.flatMap((round) => sides(ring(round))),
      ...dimensions.map(({ start, end }) => [start, end] as const),
      ...deviations.map(({ start, end }) => [start, end] as const),
    ],
    rooms: [
      around(zero, 12),
      ...touches.map(({ place, r }) => around(place, Math.max(r, 5) + 2)),
      ...marks.map(({ place }) => around(place, 7)),
      ...boxes
        .filter(({ kind, pieces }) => kind === 'tool' && pieces.length > 0)
        .map(({ left, top, width, height }) => ({ left, top, right: left + width, bottom: top + height })),
    ],
  }
}

/** Each text of a drawing where it hides nothing; earlier ones choose first. */
export function textsOf(drawing: Drawing, shapes: Shapes, sheet: Sheet): Text[] {
  const labels = labelsOf(drawing, shapes)
  const inCircles = shapes.touches
    .filter(({ inside, label }) => inside && label)
    .map((touch): Text => ({
      text: touch.label,
      x: touch.place.x,
      y: touch.place.y + 5,
      anchor: 'middle',
      look: touch.lit ? 'lit inside' : 'inside',
    }))
  const known = hindrances(shapes)
  const blocked = { ...known, rooms: [...(known.rooms ?? []), ...inCircles.map((text) => roomOf(text.text, text))] }
  const places = placeLabels(labels, blocked, { width: sheet.width, height: sheet.height - CAPTION })
  return [
    ...inCircles,
    ...labels.flatMap(({ text, look }, at) => {
      const place = places[at]
      return place ? [{ text, look, ...place }] : []
    }),
  ]
}
