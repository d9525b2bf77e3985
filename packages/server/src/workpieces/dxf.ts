import type { FileLine } from '@rook/core'
import type { OutlineRead } from '@rook/contract'
import { denormalise, parseString, toPolylines, type Entity, type Parsed } from 'dxf'
import { refusalOf } from '../base/files/file-refused.ts'

/** Values of $INSUNITS that a shop meets: 1 is inches, 4 is millimetres. */
const UNITS: Readonly<Record<number, OutlineRead['unit']>> = { 1: 'in', 4: 'mm' }
/** Entities that become lines; whatever else a file has is named as left out. */
const LINES = ['LINE', 'LWPOLYLINE', 'POLYLINE', 'CIRCLE', 'ARC', 'ELLIPSE', 'SPLINE']

/** The lines of a DXF file by layer. Blocks are put where they are inserted; arcs and curves are many short lines. */
export function readDxf(text: string): OutlineRead {
  if (!/\bSECTION\b/.test(text) || !/\bENTITIES\b/.test(text))
    throw refusalOf('outline-unread', 'The file is neither a DXF drawing with entities nor an SVG picture. Export it anew.')
  const parsed = parsedOf(text)
  for (const one of [...parsed.entities, ...parsed.blocks.flatMap((block) => block.entities ?? [])]) seenFromAbove(one)
  const entities = denormalise(parsed)
  const { polylines } = toPolylines(parsed)
  const layers = new Map<string, FileLine[]>()
  const leftOut = new Set<string>()
  polylines.forEach(({ vertices }, at) => {
    const { type, layer, visible, extrusionX, extrusionY } = entities[at]!
    if (visible === false) return void leftOut.add('what is hidden')
    if (extrusionX || extrusionY) return void leftOut.add(`${type.toLowerCase()} that lies aslant`)
    const points = vertices.map(([x, y]) => [x, y] as const).filter((point) => point.every(Number.isFinite))
    if (!LINES.includes(type) || points.length < 2) return void leftOut.add(type.toLowerCase())
    const name = layer ?? '0'
    layers.set(name, [...(layers.get(name) ?? []), lineOf(points)])
  })
  const unit = UNITS[parsed.header.insUnits ?? 0] ?? null
  return {
    unit,
    pixels: false,
    leftOut: [...leftOut].sort(),
    layers: [...layers].map(([name, lines]) => ({ name, lines, hidden: isHidden(parsed.tables.layers[name]) })),
  }
}

const FROZEN = 1
/** A layer is frozen by a flag, and off where its colour is below zero. */
const isHidden = (layer: Parsed['tables']['layers'][string] | undefined): boolean =>
  layer !== undefined && (((layer.flags ?? 0) & FROZEN) !== 0 || (layer.colorNumber ?? 0) < 0)

/** A polyline that was mirrored is kept as seen from below: its X counts the other way, and its arcs turn the other way. */
function seenFromAbove({ type, extrusionZ, vertices }: Entity): void {
  if (extrusionZ !== -1 || !['LWPOLYLINE', 'POLYLINE'].includes(type)) return
  for (const vertex of vertices ?? []) {
    vertex.x = 0 - vertex.x
    if (vertex.bulge) vertex.bulge = 0 - vertex.bulge
  }
}

function parsedOf(text: string): ReturnType<typeof parseString> {
  try {
    return parseString(text)
  } catch {
    throw refusalOf('outline-unread', 'The DXF file breaks off or is damaged. Export it anew, as text (ASCII) DXF.')
  }
}

/** One that ends where it begins is closed. */
function lineOf(points: readonly (readonly [number, number])[]): FileLine {
  const [first, last] = [points[0]!, points.at(-1)!]
  const closed = points.length > 3 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1e-9
  return { points: closed ? points.slice(0, -1) : points, closed }
}
