import { nm, type LengthUnit, type Nm } from '../length/index.ts'
import type { Drawing, Point } from './drawing.ts'

/** A line of a drawing file, in the file's own unit: x and y in turn. */
export interface FileLine {
  points: readonly (readonly [number, number])[]
  closed: boolean
}

/** A line of a part's outline, nanometres in part coordinates: X and Y as seen from above, of a turned part Z and X as a radius. */
export interface OutlineLine {
  points: readonly (readonly [Nm, Nm])[]
  closed: boolean
}

/** A part's outline as it is laid under an operation's drawings. */
export interface PartOutline {
  /** Name of the file it came from. */
  file: string
  lines: readonly OutlineLine[]
}

/** A pixel of a picture is a 96th of an inch (CSS Values and Units). */
const NM_PER: Readonly<Record<LengthUnit | 'px', number>> = { mm: 1e6, in: 25.4e6, px: 25.4e6 / 96 }

/**
 * Lines of a file in part coordinates: part zero goes to the origin, the unit to nanometres.
 * @param zero where part zero lies in the file, in its own unit
 * @param mirrored true where the file shows a turned part with its front end on the left: Z counts to the left there
 */
export function outlineIn(
  lines: readonly FileLine[],
  unit: LengthUnit | 'px',
  zero: { x: number; y: number },
  mirrored = false,
): OutlineLine[] {
  const place = (value: number, origin: number): Nm => nm(Math.round((value - origin) * NM_PER[unit]) + 0)
  const along = (x: number): Nm => (mirrored ? place(zero.x, x) : place(x, zero.x))
  return lines.map(({ points, closed }) => ({ closed, points: points.map(([x, y]) => [along(x), place(y, zero.y)] as const) }))
}

/** A line of an outline as a drawing shows it. */
export interface SeenLine {
  points: Point[]
  closed: boolean
}

/**
 * The part's own outline as it lies under a drawing: under the stock from above, or, of a turned part, along the bar, where a section
 * of one half stands for both. Nothing in a view that does not show the part so.
 */
export function outlineSeen({ view, solids, turns }: Drawing, outline: PartOutline | null): SeenLine[] {
  const showsPart = view === (turns ? 'front' : 'above') && solids.some(({ kind }) => kind === 'stock')
  if (!outline || !showsPart) return []
  const sides = turns ? [1, -1] : [1]
  return outline.lines.flatMap(({ points, closed }) =>
    sides.map((side) => ({ closed, points: points.map(([x, y]): Point => ({ x, y: nm(side * y + 0) })) })),
  )
}

/** The box around lines of a file, in its own unit; null where there is nothing. */
export function boxAround(lines: readonly FileLine[]): { min: { x: number; y: number }; max: { x: number; y: number } } | null {
  let box: ReturnType<typeof boxAround> = null
  for (const { points } of lines)
    for (const [x, y] of points)
      box = box
        ? {
            min: { x: Math.min(box.min.x, x), y: Math.min(box.min.y, y) },
            max: { x: Math.max(box.max.x, x), y: Math.max(box.max.y, y) },
          }
        : { min: { x, y }, max: { x, y } }
  return box
}
