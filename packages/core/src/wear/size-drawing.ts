import { drawStock, stockView, type Drawing } from '../drawing/index.ts'
import { nm, ZERO, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import type { Values } from '../routine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'

/**
 * The size that is corrected: as wanted and as measured, both as circles about their middle, with the cutter at the
 * wall. Depths, and sizes that are not known yet, are shown as the stock.
 */
export function sizeDrawing(view: 'above' | 'front', values: Values, tool: MountedTool | null, scene: Scene): Drawing {
  const target = values.length('target')
  const plain = drawStock(view, scene.plan?.stock ?? null)
  if (view === 'front' || target === null || target <= 0) return plain
  const { horizontal, vertical } = stockView('above', scene.plan?.stock ?? null)
  const measured = values.length('measured')
  const half = (value: Nm) => nm(Math.round(value / 2))
  const wall = { x: half(target), y: ZERO }
  const radius = half(tool?.properties.DC ?? nm(Math.round(target / 4)))
  const inside = values.choice('kind') !== 'outside'
  return {
    view: 'above',
    horizontal,
    vertical,
    // A cutter that nobody has on record is drawn as some cutter.
    toScale: tool?.properties.DC !== undefined,
    zeroName: 'middle',
    solids: [],
    rounds: [
      { kind: 'wall', centre: { x: ZERO, y: ZERO }, radius: half(target), label: `target ${asShown(target, scene.machine)}` },
      ...(measured !== null && measured > 0 ? [{ kind: 'fitted' as const, centre: { x: ZERO, y: ZERO }, radius: half(measured) }] : []),
    ],
    touches: tool
      ? [
          {
            at: { x: inside ? nm(wall.x - radius) : nm(wall.x + radius), y: ZERO },
            contact: wall,
            toward: { x: inside ? 1 : -1, y: 0 },
            radius,
            label: `T${tool.number}`,
            lit: false,
            done: true,
          },
        ]
      : [],
    surfaces: [],
    formerZero: null,
  }
}
