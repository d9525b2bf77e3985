import { formatExact, mm, ZERO, type Nm } from '../length/index.ts'

/** What the designation of an indexable insert says, after ISO 1832. */
export interface Insert {
  /** Plain name of its shape. */
  shape: string
  /** Angle of its corner, degrees; null for a round one. */
  corner: number | null
  /** Clearance of its flank, degrees; null where the letter leaves it open. */
  clearance: number | null
  /** Length of its cutting edge in whole millimetres, as the designation has it; the diameter of a round one. */
  edge: number
  /** Corner radius, nanometres; zero for a sharp one, null for a round insert. */
  radius: Nm | null
}

/** Shape letters with the corner's angle, ISO 1832, position 1. */
const SHAPES: Readonly<Record<string, readonly [shape: string, corner: number | null]>> = {
  A: ['85\u00b0 parallelogram', 85],
  B: ['82\u00b0 parallelogram', 82],
  C: ['80\u00b0 rhombus', 80],
  D: ['55\u00b0 rhombus', 55],
  E: ['75\u00b0 rhombus', 75],
  H: ['hexagon', 120],
  K: ['55\u00b0 parallelogram', 55],
  L: ['rectangle', 90],
  M: ['86\u00b0 rhombus', 86],
  O: ['octagon', 135],
  P: ['pentagon', 108],
  R: ['round', null],
  S: ['square', 90],
  T: ['triangle', 60],
  V: ['35\u00b0 rhombus', 35],
  W: ['trigon', 80],
}

/** Clearance letters, ISO 1832, position 2. */
const CLEARANCES: Readonly<Record<string, number | null>> = { A: 3, B: 5, C: 7, D: 15, E: 20, F: 25, G: 30, N: 0, P: 11, O: null }

const PATTERN = /^([A-Z])([A-Z])([A-Z])([A-Z])\s?(\d{2})\s?([0-9TXS]\d)\s?(\d{2}|M0|MO)/

/**
 * Reads an insert's designation, metric: "CNMG 120408" is an 80\u00b0 rhombus with no clearance, an edge of 12 mm and a corner radius
 * of 0.8 mm. What stands behind the radius (chip breaker, grade) is the maker's own.
 *
 * @returns a sentence where it is none
 */
export function readInsert(text: string): Insert | string {
  const found = PATTERN.exec(text.trim().toUpperCase())
  if (!found) return 'Insert: four letters and six figures, such as CNMG 120408.'
  const [, shapeLetter, clearanceLetter, , , edge, , radius] = found as unknown as string[]
  const shape = SHAPES[shapeLetter!]
  if (!shape) return `Insert: ${shapeLetter} is no shape; C, D, S, T, V, W or R stand first as a rule.`
  const clearance = CLEARANCES[clearanceLetter!]
  if (clearance === undefined) return `Insert: ${clearanceLetter} is no clearance; N, C, P or B stand second as a rule.`
  const isRound = shape[1] === null
  if (!isRound && !/^\d\d$/.test(radius!))
    return 'Insert: its last two figures are the corner radius in tenths of a millimetre, such as 08.'
  return {
    shape: shape[0],
    corner: shape[1],
    clearance,
    edge: Number(edge),
    radius: isRound ? null : radius === '00' ? ZERO : mm(Number(radius) / 10),
  }
}

/** "80\u00b0 rhombus, clearance 0\u00b0, edge 12 mm, corner radius 0.8 mm" */
export function insertWords({ shape, clearance, edge, radius }: Insert): string {
  return [
    shape,
    ...(clearance === null ? [] : [`clearance ${clearance}\u00b0`]),
    radius === null ? `diameter ${edge} mm` : `edge ${edge} mm`,
    ...(radius === null ? [] : [`corner radius ${formatExact(radius, 'mm')} mm`]),
  ].join(', ')
}
