import { nm, type LengthUnit, type Nm } from '../length/index.ts'

/** A line of a drawing file, in the file's own unit: x and y in turn. */
export interface FileLine {
  points: readonly (readonly [number, number])[]
  closed: boolean
}

/** A line of a part's outline, part coordinates as seen from above, nanometres. */
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
 */
export function outlineIn(lines: readonly FileLine[], unit: LengthUnit | 'px', zero: { x: number; y: number }): OutlineLine[] {
  const place = (value: number, origin: number): Nm => nm(Math.round((value - origin) * NM_PER[unit]))
  return lines.map(({ points, closed }) => ({ closed, points: points.map(([x, y]) => [place(x, zero.x), place(y, zero.y)] as const) }))
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
