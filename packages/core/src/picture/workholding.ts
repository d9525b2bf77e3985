import { mm, nm, type Nm } from '../length/index.ts'
import type { Box, Drawing, Point } from '../drawing/index.ts'
import type { Holding, StockSide } from '../scene/index.ts'

/** A closed outline of one thing in a picture, part coordinates, nanometres. */
export interface Piece {
  what: 'jaw' | 'parallel' | 'plate' | 'clamp' | 'bed' | 'chuck'
  points: Point[]
  label?: string
  /** True for what stands before the stock as it is looked at, so that the stock is seen through it. */
  before?: boolean
}

/** What can be drawn of how the work is held: a view of the stock. */
type Held = Pick<Drawing, 'view' | 'turns' | 'holding' | 'solids'>

const rectangle = (left: number, low: number, right: number, high: number): Point[] =>
  [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ].map(([x, y]) => ({ x: nm(Math.round(x!)), y: nm(Math.round(y!)) }))

/**
 * What holds the work, around the stock that a drawing shows: jaws, parallels, plate, clamps, chuck. How far a jaw grips,
 * how high parallels are and how far a bar stands out are true where they are on record; the rest is drawn by usual sizes.
 */
export function holdingPieces({ view, turns, holding, solids }: Held): Piece[] {
  const stock = solids.find(({ kind }) => kind === 'stock')
  if (!holding || !stock) return []
  const isLathe = holding.kind === 'chuck' || holding.kind === 'collet'
  // A block is not held in a chuck, nor a bar in a vise.
  if (isLathe !== (turns ?? false)) return []
  if (holding.kind === 'chuck') return chuck(stock.box, holding.stickOut)
  if (holding.kind === 'collet') return collet(stock.box, holding.stickOut)
  return view === 'above' ? fromAbove(holding, stock.box) : fromFront(holding, stock.box)
}

type OnMill = Exclude<Holding, { kind: 'chuck' | 'collet' }>
type Vise = Extract<Holding, { kind: 'vise' }>

const sizes = ({ min, max }: Box) => ({ wide: max.x - min.x, tall: max.y - min.y })
const opposite = (side: StockSide): StockSide => `${side[0] as 'X' | 'Y'}${side[1] === '+' ? '-' : '+'}`

function fromAbove(holding: OnMill, box: Box): Piece[] {
  const { min, max } = box
  const { wide, tall } = sizes(box)
  const thick = Math.max(mm(10), Math.min(wide, tall) * 0.2)
  if (holding.kind === 'plate')
    return [{ what: 'plate', points: rectangle(min.x - thick, min.y - thick, max.x + thick, max.y + thick), label: 'fixture' }]
  if (holding.kind === 'clamps') {
    const half = Math.max(mm(6), tall * 0.09)
    const middle = (min.y + max.y) / 2
    return [
      { what: 'clamp', before: true, points: rectangle(min.x - thick * 1.6, middle - half, min.x + thick * 0.5, middle + half) },
      { what: 'clamp', before: true, points: rectangle(max.x - thick * 0.5, middle - half, max.x + thick * 1.6, middle + half) },
    ]
  }
  return [
    ...jaws(holding, box, holding.fixedJaw, 'fixed jaw', thick),
    ...jaws(holding, box, opposite(holding.fixedJaw), 'moving jaw', thick),
  ]
}

/** The jaws on one side of the stock from above: one for each vise, with room between them. */
function jaws({ count }: Vise, { min, max }: Box, side: StockSide, label: string, thick: number): Piece[] {
  const across = side[0] === 'X'
  const [low, high] = across ? [min.x, max.x] : [min.y, max.y]
  const [from, to] = side[1] === '-' ? [low - thick, low] : [high, high + thick]
  const [begins, ends] = across ? [min.y - thick * 0.6, max.y + thick * 0.6] : [min.x - thick * 0.6, max.x + thick * 0.6]
  const gap = count > 1 ? (ends - begins) * 0.12 : 0
  const long = (ends - begins - gap * (count - 1)) / count
  return Array.from({ length: count }, (_, at) => {
    const [start, end] = [begins + at * (long + gap), begins + at * (long + gap) + long]
    return {
      what: 'jaw',
      ...(at === 0 ? { label } : {}),
      points: across ? rectangle(from, start, to, end) : rectangle(start, from, end, to),
    }
  })
}

function fromFront(holding: OnMill, box: Box): Piece[] {
  const { min, max } = box
  const { wide, tall } = sizes(box)
  const thick = Math.max(mm(10), Math.min(wide * 0.2, mm(30)))
  if (holding.kind === 'plate') {
    const under = holding.thickness ?? thick
    return [{ what: 'plate', points: rectangle(min.x - thick, min.y - under, max.x + thick, min.y), label: 'fixture' }]
  }
  const raised = holding.parallels ?? 0
  const bed = min.y - raised
  const table: Piece = { what: 'bed', points: rectangle(min.x - thick * 1.8, bed - mm(6), max.x + thick * 1.8, bed) }
  if (holding.kind === 'clamps') {
    const strap = mm(8)
    return [
      table,
      ...parallels(box, raised, true),
      { what: 'clamp', points: rectangle(min.x - thick * 1.4, max.y, min.x + thick * 0.4, max.y + strap) },
      { what: 'clamp', points: rectangle(min.x - thick * 1.4, bed, min.x - thick * 0.9, max.y) },
      { what: 'clamp', points: rectangle(max.x - thick * 0.4, max.y, max.x + thick * 1.4, max.y + strap) },
      { what: 'clamp', points: rectangle(max.x + thick * 0.9, bed, max.x + thick * 1.4, max.y) },
    ]
  }
  const top = min.y + Math.min(holding.grip ?? tall / 3, tall)
  const across = holding.fixedJaw[0] === 'X'
  // Jaws on the near and the far side: the near one stands before the stock.
  const seen: Piece[] = across
    ? [
        { what: 'jaw', points: rectangle(min.x - thick, bed, min.x, top), label: holding.fixedJaw === 'X-' ? 'fixed jaw' : 'moving jaw' },
        { what: 'jaw', points: rectangle(max.x, bed, max.x + thick, top), label: holding.fixedJaw === 'X+' ? 'fixed jaw' : 'moving jaw' },
      ]
    : [
        {
          what: 'jaw',
          before: true,
          points: rectangle(min.x - thick * 0.6, bed, max.x + thick * 0.6, top),
          label: holding.fixedJaw === 'Y-' ? 'fixed jaw' : 'moving jaw',
        },
      ]
  return [table, ...parallels(box, raised, across), ...seen]
}

/** Two bars seen from their ends, or one seen along its length. */
function parallels({ min, max }: Box, raised: number, fromEnds: boolean): Piece[] {
  if (raised <= 0) return []
  const bed = min.y - raised
  if (!fromEnds) return [{ what: 'parallel', points: rectangle(min.x, bed, max.x, min.y) }]
  const width = Math.min(mm(8), (max.x - min.x) / 6)
  return [
    { what: 'parallel', points: rectangle(min.x + width * 0.4, bed, min.x + width * 1.4, min.y) },
    { what: 'parallel', points: rectangle(max.x - width * 1.4, bed, max.x - width * 0.4, min.y) },
  ]
}

/** How far a bar stands out where nobody has said it: half of what is drawn of it. */
const stands = ({ min, max }: Box, stickOut: Nm | null) => max.x - (stickOut ?? (max.x - min.x) / 2)

function chuck({ min, max }: Box, stickOut: Nm | null): Piece[] {
  const front = stands({ min, max }, stickOut)
  const jaw = { long: mm(22), high: Math.max(mm(14), (max.y - min.y) * 0.3) }
  const back = front - jaw.long
  const body = max.y + jaw.high * 1.25
  return [
    { what: 'chuck', points: rectangle(back - mm(28), -body, back, body), label: 'chuck' },
    { what: 'jaw', points: rectangle(back, max.y, front, max.y + jaw.high) },
    { what: 'jaw', points: rectangle(back, min.y - jaw.high, front, min.y) },
  ]
}

function collet({ min, max }: Box, stickOut: Nm | null): Piece[] {
  const front = stands({ min, max }, stickOut)
  const side = (sign: 1 | -1): Piece => {
    const [inner, outer] = [sign * max.y, sign * (max.y + mm(12))]
    const taper = sign * (max.y + mm(5))
    return {
      what: 'chuck',
      ...(sign === 1 ? { label: 'collet' } : {}),
      points: [
        [front, inner],
        [front, taper],
        [front - mm(8), outer],
        [front - mm(44), outer],
        [front - mm(44), inner],
      ].map(([x, y]) => ({ x: nm(Math.round(x!)), y: nm(Math.round(y!)) })),
    }
  }
  return [side(1), side(-1)]
}
