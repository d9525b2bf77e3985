import { radiansOf, type Microdegrees } from '../../angle/index.ts'
import { drawBar, onSpindle, type Dimension, type Drawing, type Point, type Solid } from '../../drawing/index.ts'
import { mm, nm, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import type { Values } from '../../routine/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'

/** What is off on a turned part: a diameter outside, a bore, a cone, or where a face or shoulder stands. */
export type TurnedKind = 'outside' | 'bore' | 'cone' | 'cone-bore' | 'shoulder'

const point = (z: number, x: number): Point => ({ x: nm(Math.round(z)), y: nm(Math.round(x)) })
const box = (left: number, low: number, right: number, high: number): Solid => ({
  kind: 'stock',
  box: { min: point(left, low), max: point(right, high) },
})

/**
 * The size that is corrected on a turned part, with its tool at it, the size wanted and the one measured. Diameters and heights
 * that are given are true; how long the part is, is assumed.
 */
export function turnedDrawing(kind: TurnedKind | null, values: Values, tool: MountedTool | null, scene: Scene): Drawing {
  const target = values.length('target')
  if (kind === null || target === null || (kind !== 'shoulder' && target <= 0)) return drawBar(null, nm(0))
  const measured = values.length('measured')
  const shown = (value: Nm) => asShown(value, scene.machine)
  if (kind === 'shoulder') return shoulder(target, measured, tool, shown)
  const angle = values.angle('cone')
  const drawing = round(kind === 'cone' || kind === 'outside' ? 'outside' : 'bore', target, measured, tool, shown)
  return (kind === 'cone' || kind === 'cone-bore') && angle !== null ? sloping(drawing, target, angle, kind === 'cone') : drawing
}

/**
 * A cone through the place that is measured, as steep as it is and with what it goes over into behind it; how long it is, is
 * assumed. In a bore its slope is drawn between the walls.
 */
function sloping(drawing: Drawing, target: Nm, angle: Microdegrees, isOutside: boolean): Drawing {
  const slope = Math.tan(Math.abs(radiansOf(angle))) * (isOutside ? -1 : 1)
  const [half, side] = [Math.min(target * 0.3, (target * 0.4) / Math.max(Math.abs(slope), 0.1)), target / 2]
  const [left, right] = [side - slope * half, side + slope * half]
  const points = [point(-2 * half, left), point(0, right), point(0, -right), point(-2 * half, -left)]
  const deviations = drawing.deviations?.map(({ from, by }) => ({ from: point(-half, from.y), by }))
  return {
    ...drawing,
    ...(isOutside ? { solids: [box(-2 * half - target, -left, -2 * half, left)] } : {}),
    ...(deviations ? { deviations } : {}),
    outlines: [{ kind: 'part', points }],
  }
}

function tip(tool: MountedTool | null, z: number, x: number, size: number, toward: 'axis' | 'wall'): Solid[] {
  if (!tool) return []
  const wide = size * 0.18
  const far = toward === 'axis' ? x + size * 0.8 : x - size * 0.5
  return [
    {
      kind: 'tool',
      label: `T${tool.number}`,
      nominal: true,
      box: { min: point(z - wide, Math.min(x, far)), max: point(z + wide, Math.max(x, far)) },
      tool: { kind: tool.kind, properties: tool.properties },
      corner: point(z, x),
    },
  ]
}

function round(kind: 'outside' | 'bore', target: Nm, measured: Nm | null, tool: MountedTool | null, shown: (value: Nm) => string): Drawing {
  const side = target / 2
  const long = Math.max(target * 1.4, mm(24))
  const wall = Math.max(target * 0.3, mm(6))
  const across = (size: Nm, z: number, as: Dimension['kind'], word: string): Dimension => ({
    from: point(z, -size / 2),
    to: point(z, size / 2),
    kind: as,
    label: `${word} \u00d8${shown(size)}`,
  })
  const off = measured === null ? 0 : (measured - target) / 2
  return {
    ...onSpindle(
      kind === 'outside'
        ? [box(-long, -side, 0, side), ...tip(tool, -long * 0.25, side, target, 'axis')]
        : [box(-long, side, 0, side + wall), box(-long, -side - wall, 0, -side), ...tip(tool, -long * 0.25, side, target, 'wall')],
    ),
    section: true,
    dimensions: [
      across(target, long * 0.16, 'wanted', 'wanted'),
      ...(measured !== null && measured > 0 ? [across(measured, long * 0.5, 'measured', 'measured')] : []),
    ],
    ...(off === 0
      ? {}
      : {
          deviations: [
            { from: point(-long * 0.6, side), by: { x: 0, y: off } },
            { from: point(-long * 0.6, -side), by: { x: 0, y: -off } },
          ],
        }),
  }
}

/** A shoulder below the face, or a face; its place is counted from part zero, which lies to the right. */
function shoulder(target: Nm, measured: Nm | null, tool: MountedTool | null, shown: (value: Nm) => string): Drawing {
  const long = Math.max(Math.abs(target) * 1.2, mm(24))
  const thick = Math.max(Math.abs(target) * 0.5, mm(10))
  const place = (value: Nm, x: number, as: Dimension['kind'], word: string): Dimension => ({
    from: point(0, x),
    to: point(value, x),
    kind: as,
    label: `${word} Z ${shown(value)}`,
  })
  const spigot = target < 0 ? [box(target, -thick * 0.6, 0, thick * 0.6)] : []
  return {
    ...onSpindle([box(target - long, -thick, target, thick), ...spigot, ...tip(tool, target + thick * 0.18, thick, thick * 1.6, 'axis')]),
    section: true,
    surfaces: [{ axis: 'Z', at: target, label: '' }],
    dimensions: [
      place(target, -thick * 1.35, 'wanted', 'wanted'),
      ...(measured === null ? [] : [place(measured, thick * 1.35, 'measured', 'measured')]),
    ],
    ...(measured === null || measured === target ? {} : { deviations: [{ from: point(target, 0), by: { x: measured - target, y: 0 } }] }),
  }
}
