import type { Drawing } from '../../drawing/index.ts'
import { mm, nm, type Nm } from '../../length/index.ts'
import type { MountedTool } from '../../scene/index.ts'

const PLAIN = mm(40)

/**
 * A station from the side, its reference point in the middle: Z to the right, X up. The tool hangs from it toward the axis and
 * the chuck by what is typed.
 */
export function stationDrawing(tool: MountedTool | null, reach: Readonly<Record<'X' | 'Z', Nm | null>>): Drawing {
  const drawing: Drawing = {
    view: 'front',
    horizontal: 'Z',
    vertical: 'X',
    toScale: reach.X !== null && reach.Z !== null,
    zeroName: 'station',
    solids: [{ kind: 'setter', nominal: true, label: 'turret', box: { min: { x: nm(0), y: nm(0) }, max: { x: mm(30), y: mm(40) } } }],
    touches: [],
    surfaces: [],
    formerZero: null,
  }
  if (!tool) return drawing
  const [down, left] = [reach.X ?? PLAIN, reach.Z ?? nm(0)]
  const tip = { x: nm(-left), y: nm(-down) }
  drawing.solids.push({
    kind: 'tool',
    label: `T${tool.number}`,
    nominal: true,
    box: {
      min: { x: nm(Math.min(tip.x, mm(-4))), y: tip.y },
      max: { x: nm(Math.max(tip.x + mm(8), mm(4))), y: nm(Math.max(0, tip.y + mm(4))) },
    },
    tool: { kind: tool.kind, properties: tool.properties },
    corner: tip,
  })
  drawing.dimensions = [
    ...(reach.X === null ? [] : [{ from: { x: mm(20), y: nm(0) }, to: { x: mm(20), y: tip.y }, label: 'X', kind: 'measured' as const }]),
    ...(reach.Z === null || reach.Z === 0
      ? []
      : [{ from: { x: nm(0), y: nm(tip.y - mm(8)) }, to: { x: tip.x, y: nm(tip.y - mm(8)) }, label: 'Z', kind: 'measured' as const }]),
  ]
  return drawing
}
