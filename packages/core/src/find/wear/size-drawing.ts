import { drawWork, type Dimension, type Drawing, type Point, type Solid } from '../../drawing/index.ts'
import { mm, nm, ZERO, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import type { Values } from '../../routine/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'

const USUAL_CUTTER = mm(10)

/**
 * The size that is corrected, with the part cut through: the pocket, boss or floor, its cutter, the size that is wanted and
 * the one that was measured. Sizes across and heights that are given are true; how deep or wide the rest is, is assumed.
 */
export function sizeDrawing(cut: 'across' | 'deep', values: Values, tool: MountedTool | null, scene: Scene): Drawing {
  const target = values.length('target')
  if (target === null || (cut === 'across' && target <= 0)) return drawWork(cut === 'deep' ? 'front' : 'above', scene)
  const measured = values.length('measured')
  const shown = (value: Nm) => asShown(value, scene.machine)
  const given: Given = { target, measured, tool, shown }
  return cut === 'deep' ? floor(given, scene) : values.choice('kind') === 'outside' ? boss(given) : pocket(given)
}

interface Given {
  target: Nm
  measured: Nm | null
  tool: MountedTool | null
  shown(value: Nm): string
}

const half = (value: number): Nm => nm(Math.round(value / 2))
const point = (x: number, y: number): Point => ({ x: nm(Math.round(x)), y: nm(Math.round(y)) })
const block = (left: number, low: number, right: number, high: number): Solid => ({
  kind: 'stock',
  box: { min: point(left, low), max: point(right, high) },
})

/** A cutter with the middle of its tip at a place, as much of it as there is room. */
function cutter({ tool }: Given, middle: number, tip: number, room: number): Solid[] {
  if (!tool) return []
  const side = (tool.properties.DC ?? USUAL_CUTTER) / 2
  return [
    {
      kind: 'tool',
      box: { min: point(middle - side, tip), max: point(middle + side, tip + room) },
      label: `T${tool.number}`,
      ...(tool.properties.DC === undefined ? { nominal: true } : {}),
      tool: { kind: tool.kind, properties: tool.properties },
    },
  ]
}

const plain = {
  view: 'front' as const,
  horizontal: 'X' as const,
  vertical: 'Z' as const,
  section: true,
  toScale: true,
  touches: [],
  formerZero: null,
}

/** The size that is wanted above the part, the one that was measured below it. */
function across({ target, measured, shown }: Given, above: number, below: number): Dimension[] {
  const at = (size: Nm, level: number, kind: Dimension['kind'], word: string): Dimension => ({
    from: point(-size / 2, level),
    to: point(size / 2, level),
    kind,
    label: `${word} ${shown(size)}`,
  })
  return [
    at(target, above, 'wanted', 'wanted'),
    ...(measured !== null && measured > 0 ? [at(measured, below, 'measured', 'measured')] : []),
  ]
}

/** How far each wall is from where it should be. */
function wallsOff({ target, measured }: Given, level: number): Pick<Drawing, 'deviations'> {
  if (measured === null || measured <= 0 || measured === target) return {}
  const off = (measured - target) / 2
  return {
    deviations: [
      { from: point(-target / 2, level), by: { x: -off, y: 0 } },
      { from: point(target / 2, level), by: { x: off, y: 0 } },
    ],
  }
}

function pocket(given: Given): Drawing {
  const side = half(given.target)
  const deep = Math.max(mm(8), given.target * 0.45)
  const wall = Math.max(mm(6), given.target * 0.3)
  const radius = (given.tool?.properties.DC ?? Math.min(USUAL_CUTTER, given.target / 2)) / 2
  return {
    ...plain,
    zeroName: 'middle',
    solids: [
      block(-side - wall, -deep, -side, 0),
      block(side, -deep, side + wall, 0),
      block(-side - wall, -deep - wall * 0.7, side + wall, -deep),
      // A cutter wider than the pocket cannot stand in it; then none is drawn.
      ...(radius <= side ? cutter(given, side - radius, -deep, deep + wall * 1.6) : []),
    ],
    surfaces: [],
    dimensions: across(given, deep * 0.4, -deep - wall * 1.1),
    ...wallsOff(given, -deep * 0.5),
  }
}

function boss(given: Given): Drawing {
  const side = half(given.target)
  const tall = Math.max(mm(8), given.target * 0.45)
  const radius = (given.tool?.properties.DC ?? USUAL_CUTTER) / 2
  const foot = Math.max(radius * 2.6, given.target * 0.3)
  return {
    ...plain,
    zeroName: 'middle',
    solids: [
      block(-side, -tall, side, 0),
      block(-side - foot, -tall - foot * 0.5, side + foot, -tall),
      ...cutter(given, side + radius, -tall, tall * 1.9),
    ],
    surfaces: [],
    dimensions: across(given, tall * 0.4, -tall - foot * 0.8),
    ...wallsOff(given, -tall * 0.5),
  }
}

/** A floor below the top of the stock, or a face; its height is counted from part zero. */
function floor(given: Given, { plan }: Scene): Drawing {
  const { target, measured, shown, tool } = given
  const top = Math.max(plan?.stock?.Z.to ?? 0, target)
  const radius = (tool?.properties.DC ?? USUAL_CUTTER) / 2
  const wide = Math.max(radius * 5, mm(30))
  const under = Math.max(mm(8), (top - target) * 0.6)
  const wall = top > target ? [block(-wide - wide * 0.5, target - under, -wide, top)] : []
  const height = (value: Nm, x: number, kind: Dimension['kind'], word: string): Dimension => ({
    from: point(x, 0),
    to: point(x, value),
    kind,
    label: `${word} Z ${shown(value)}`,
  })
  return {
    ...plain,
    zeroName: 'part zero',
    solids: [
      ...wall,
      block(-wide, target - under, wide, target),
      ...cutter(given, wide * 0.35, target, Math.max(under, top - target) + radius * 3),
    ],
    surfaces: [{ axis: 'Z', at: target, label: '' }],
    dimensions: [
      height(target, wide * 1.2, 'wanted', 'wanted'),
      ...(measured === null ? [] : [height(measured, wide * 1.45, 'measured', 'measured')]),
    ],
    ...(measured === null || measured === target
      ? {}
      : { deviations: [{ from: { x: ZERO, y: target }, by: { x: 0, y: measured - target } }] }),
  }
}
