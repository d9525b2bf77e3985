import type { FileLine } from '@rook/core'
import type { OutlineRead } from '@rook/contract'
import { XMLParser } from 'fast-xml-parser'
import svgpath from 'svgpath'
import { refusalOf } from '../base/files/file-refused.ts'

/** In the order of the file: the name of an element leads to its children, ":@" to its attributes. */
type Node = Record<string, unknown> & { ':@'?: Record<string, string> }

const SHAPES = ['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']
/** Drawn nowhere, or only where something refers to them. */
const UNSEEN = ['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'metadata', 'style', 'title', 'desc', 'script']
const GROUPS = ['svg', 'g', 'a', 'switch']
/** Straight pieces that a curve is drawn with. */
const PIECES = 16
const DEEPEST = 60

/** The lines of an SVG picture, y up; its layers are the groups that have a name. */
export function readSvg(text: string): OutlineRead {
  const root = documentOf(text).find((node) => 'svg' in node)
  if (!root) throw refusalOf('outline-unread', 'The SVG picture breaks off or is damaged. Export it anew.')
  const { scale, unit } = scaleOf(root[':@'] ?? {})
  const layers = new Map<string, FileLine[]>()
  const leftOut = new Set<string>()
  walk(root, { layer: 'without a layer', transforms: [] }, 0)
  return {
    unit,
    pixels: unit === null,
    leftOut: [...leftOut].sort(),
    layers: [...layers].map(([name, lines]) => ({ name, lines, hidden: false })),
  }

  function walk(node: Node, around: { layer: string; transforms: readonly string[] }, depth: number): void {
    const [tag] = Object.keys(node).filter((key) => key !== ':@' && key !== '#text')
    if (!tag || UNSEEN.includes(tag)) return
    if (depth > DEEPEST) throw refusalOf('outline-unread', 'The groups of the SVG picture lie too deep in each other. Export it flat.')
    const attributes = node[':@'] ?? {}
    if (isHidden(attributes)) return void leftOut.add('what is hidden')
    const transforms = attributes.transform ? [...around.transforms, attributes.transform] : around.transforms
    if (GROUPS.includes(tag)) {
      const named = tag === 'g' ? (attributes.label ?? attributes.id) : undefined
      for (const child of node[tag] as Node[]) walk(child, { layer: named ?? around.layer, transforms }, depth + 1)
    } else if (SHAPES.includes(tag)) {
      const lines = linesOf(pathOf(tag, attributes), transforms, scale)
      if (lines.length > 0) layers.set(around.layer, [...(layers.get(around.layer) ?? []), ...lines])
    } else leftOut.add(tag)
  }
}

/** Said in an attribute of its own or in its style. */
function isHidden({ display, visibility, style = '' }: Record<string, string>): boolean {
  return display === 'none' || visibility === 'hidden' || /(^|;)\s*(display\s*:\s*none|visibility\s*:\s*hidden)\b/i.test(style)
}

function documentOf(text: string): Node[] {
  try {
    return new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      removeNSPrefix: true,
      parseTagValue: false,
      parseAttributeValue: false,
    }).parse(text) as Node[]
  } catch {
    throw refusalOf('outline-unread', 'The SVG picture breaks off or is damaged. Export it anew.')
  }
}

const PER_MILLIMETRE: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 }

/** A picture that states its width in a length has a unit; another one only has numbers. */
function scaleOf({ width = '', viewBox = '' }: Record<string, string>): { scale: number; unit: OutlineRead['unit'] } {
  const [, figure, unit] = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc|px|)\s*$/.exec(width) ?? []
  const across = Number(viewBox.trim().split(/[\s,]+/)[2])
  if (figure === undefined || !(across > 0)) return { scale: 1, unit: null }
  // Pixels say how large it is on a screen, and of a part only where somebody says so.
  if (!unit || unit === 'px') return { scale: Number(figure) / across, unit: null }
  return { scale: (Number(figure) * PER_MILLIMETRE[unit]!) / across, unit: 'mm' }
}

function pathOf(tag: string, attributes: Record<string, string>): string {
  const n = (name: string) => Number.parseFloat(attributes[name] ?? '0') || 0
  if (tag === 'path') return attributes.d ?? ''
  if (tag === 'line') return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
  if (tag === 'polyline' || tag === 'polygon') return attributes.points ? `M${attributes.points}${tag === 'polygon' ? 'Z' : ''}` : ''
  if (tag === 'rect') return rectangle(n('x'), n('y'), n('width'), n('height'), attributes)
  const [rx, ry] = tag === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')]
  return rx > 0 && ry > 0 ? `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z` : ''
}

function rectangle(x: number, y: number, w: number, h: number, { rx, ry }: Record<string, string>): string {
  if (!(w > 0 && h > 0)) return ''
  const a = Math.min(Number.parseFloat(rx ?? ry ?? '0') || 0, w / 2)
  const b = Math.min(Number.parseFloat(ry ?? rx ?? '0') || 0, h / 2)
  if (a <= 0 || b <= 0) return `M${x} ${y}h${w}v${h}h${-w}Z`
  const arc = (dx: number, dy: number) => `a${a} ${b} 0 0 1 ${dx} ${dy}`
  return `M${x + a} ${y}h${w - 2 * a}${arc(a, b)}v${h - 2 * b}${arc(-a, b)}h${2 * a - w}${arc(-a, -b)}v${2 * b - h}${arc(a, -b)}Z`
}

/** A path as straight lines. SVG counts y down; a part counts it up. */
function linesOf(path: string, transforms: readonly string[], scale: number): FileLine[] {
  const lines: { points: [number, number][]; closed: boolean }[] = []
  const put = (x: number, y: number) => lines.at(-1)?.points.push([x * scale, -y * scale])
  // The innermost transform comes first.
  const placed = transforms.reduceRight((moved, one) => moved.transform(one), svgpath(path))
  placed
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _at, x, y) => {
      const [command, ...to] = segment as [string, ...number[]]
      // After a line is closed the next one begins where that one began.
      if (lines.at(-1)?.closed && !/[MZz]/.test(command)) {
        lines.push({ points: [], closed: false })
        put(x, y)
      }
      if (command === 'Z' || command === 'z') {
        const line = lines.at(-1)
        if (line) line.closed = true
      } else if (command === 'M') {
        lines.push({ points: [], closed: false })
        put(to[0]!, to[1]!)
      } else if (command === 'H') put(to[0]!, y)
      else if (command === 'V') put(x, to[0]!)
      else if (command === 'L') put(to[0]!, to[1]!)
      else for (const [px, py] of curve([x, y], to)) put(px, py)
    })
  return lines.filter(({ points }) => points.length > 1 && points.flat().every(Number.isFinite))
}

/** Points on a Bézier curve of two or three degrees, by its Bernstein polynomials, without its beginning. */
function curve([x, y]: [number, number], to: number[]): [number, number][] {
  const control = [[x, y], ...Array.from({ length: to.length / 2 }, (_, at) => [to[2 * at]!, to[2 * at + 1]!])] as [number, number][]
  const degree = control.length - 1
  const choose = degree === 2 ? [1, 2, 1] : [1, 3, 3, 1]
  return Array.from({ length: PIECES }, (_, at) => {
    const t = (at + 1) / PIECES
    const weight = (k: number) => choose[k]! * t ** k * (1 - t) ** (degree - k)
    return [0, 1].map((axis) => control.reduce((sum, point, k) => sum + weight(k) * point[axis]!, 0)) as [number, number]
  })
}
