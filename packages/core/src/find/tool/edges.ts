import { doubtOfFurthest, type Contributor } from '../../uncertainty/index.ts'
import { magnitude, minus, nm, type Nm } from '../../length/index.ts'
import type { EdgeMark } from '../../drawing/index.ts'
import { asShown, type MachineRecord } from '../../machine/index.ts'
import { limitOf } from '../../limits/index.ts'
import { readingInput, type InputSpec, type Remark, type Values } from '../../routine/index.ts'
import type { MountedTool } from '../../scene/index.ts'
import type { Axis } from '../../machine/index.ts'
import { registerKey, type RegisterRef } from '../../register/index.ts'

/** Setters can take one edge after the other; more than this no tool here has. */
const MOST = 8

/** How many edges are measured one by one: asked only of tools that have several. */
export function edgesInput(tool: MountedTool | null): InputSpec[] {
  if (!tool?.flutes || tool.flutes < 2) return []
  const counts = [...new Set([tool.flutes, 2, 4])]
    .filter((count) => count > 1 && count <= Math.min(tool.flutes!, MOST))
    .sort((a, b) => a - b)
  return [
    {
      kind: 'choice',
      id: 'edges',
      label: 'Edges one by one',
      shown: 'list',
      optional: true,
      options: [
        { value: '1', label: 'The tool as a whole' },
        ...counts.map((count) => ({ value: String(count), label: `${count} edges` })),
      ],
    },
  ]
}

/** How many readings are asked: one, or one for each edge. */
export const edgeCount = (text: string | null | undefined): number => Math.min(MOST, Math.max(1, Math.round(Number(text ?? 1)) || 1))

export const edgeReading = (edge: number): string => (edge === 1 ? 'reading' : `reading-${edge}`)

/** The readings that are asked on an axis, one for each edge. */
export function edgeReadings(axis: Axis, machine: MachineRecord, count: number): InputSpec[] {
  if (count === 1) return [readingInput(axis, machine)]
  return Array.from({ length: count }, (_, at) => readingInput(axis, machine, `Edge ${at + 1}, machine ${axis}`, edgeReading(at + 1)))
}

export interface EdgesRead {
  /** What each edge reads, in order; null while one is missing. */
  readings: (Nm | null)[]
  /** The reading that counts, nanometres; null while one is missing. A real number where it is a mean: it is rounded once, at the end. */
  counts: number | null
  /** Number of the edge that counts; null for the mean. */
  edge: number | null
}

/**
 * One reading out of several edges: that of the edge which stands out furthest, or their mean.
 * @param outward +1 where the edge that stands out furthest reads most, −1 where it reads least
 */
export function countingEdge(values: Values, count: number, tool: MountedTool | null, outward: 1 | -1): EdgesRead {
  const readings = Array.from({ length: count }, (_, at) => values.length(edgeReading(at + 1)))
  if (readings.some((reading) => reading === null)) return { readings, counts: null, edge: null }
  const all = readings as Nm[]
  if (tool?.edges.rule === 'mean' && count > 1) return { readings, counts: all.reduce((sum, one) => sum + one, 0) / count, edge: null }
  const furthest = all.reduce((best, one, at) => (outward * one > outward * all[best]! ? at : best), 0)
  return { readings, counts: all[furthest]!, edge: furthest + 1 }
}

/**
 * What the readings of the edges add to the doubt of the one figure made of them: a single reading its own scatter, a
 * mean that scatter over the root of their number, the furthest one the bias and spread of a maximum.
 * @param single contributors of one reading, the readout's step among them
 */
export function edgesDoubt({ readings, edge }: EdgesRead, single: readonly Contributor[], outward: 1 | -1): Contributor[] {
  const count = readings.length
  if (count < 2) return [...single]
  if (edge === null) return single.map((one) => ({ ...one, standard: one.standard / Math.sqrt(count) }))
  const scatter = Math.hypot(...single.map((one) => one.standard))
  const most = doubtOfFurthest(
    (readings as Nm[]).map((one) => outward * one),
    scatter,
  )
  return [{ label: `furthest of ${count} edges`, standard: most }]
}

/** How far each edge falls behind the one that stands out furthest, nanometres, none below zero. */
export function behindOf({ readings }: EdgesRead, outward: 1 | -1): Nm[] {
  const all = readings as Nm[]
  const furthest = outward * Math.max(...all.map((one) => outward * one))
  return all.map((one) => magnitude(minus(nm(furthest), one)))
}

/** The spread of the edges held against its limit, and the edge that is apart. Nothing for a single reading. */
export function spreadRemark(read: EdgesRead, tool: MountedTool, machine: MachineRecord, outward: 1 | -1, of: RegisterRef): Remark[] {
  if (read.readings.length < 2 || read.counts === null) return []
  const behind = behindOf(read, outward)
  const spread = nm(Math.max(...behind))
  const limit = tool.edges.spread ?? nm(limitOf(machine, 'edgeSpread'))
  const figures = behind.map((value, at) => ({ label: `edge ${at + 1} behind`, value }))
  const shown = (value: Nm) => asShown(value, machine)
  if (spread <= limit)
    return [{ id: 'edge-spread', name: 'edges alike', verdict: 'clear', sentence: `The edges lie within ${shown(spread)}.`, figures }]
  return [
    {
      id: 'edge-spread',
      name: 'edges alike',
      verdict: spread > limit * 4 || isChipped(behind) ? 'stop' : 'query',
      sentence: `${apart(behind)} by ${shown(spread)}, more than the ${shown(limit)} that T${tool.number} may have. Look at the edge before it cuts.`,
      figures,
      // One touch that was early does both: the edges lie apart, and what is found of them is off.
      odd: [registerKey(of)],
    },
  ]
}

/** One edge far from the rest is chipped; a fall from edge to edge is the whole tool running out. */
function apart(behind: readonly Nm[]): string {
  const worst = behind.indexOf(nm(Math.max(...behind)))
  if (isChipped(behind)) return `Edge ${worst + 1} falls behind the others, chipped or broken,`
  return `The edges fall behind each other, the tool runs out (edge ${worst + 1} most),`
}

/** One edge far behind, and all others near each other. */
function isChipped(behind: readonly Nm[]): boolean {
  const [worst = 0, second = 0] = [...behind].sort((one, other) => other - one)
  return behind.length > 2 && second * 3 < worst
}

/** What the small picture of the edges shows. */
export function edgeMarks(read: EdgesRead, outward: 1 | -1): EdgeMark[] {
  if (read.readings.length < 2) return []
  const known = read.counts !== null
  const behind = known ? behindOf(read, outward) : null
  return read.readings.map((reading, at) => ({
    edge: at + 1,
    behind: behind?.[at] ?? null,
    counts: known && (read.edge === null || read.edge === at + 1),
    read: reading !== null,
  }))
}
