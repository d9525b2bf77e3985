import { drawBar, onSpindle, type Drawing, type Solid } from '../../drawing/index.ts'
import { minus, mm, nm, plus, type Nm } from '../../length/index.ts'
import type { MountedTool } from '../../scene/index.ts'
import { TOWARD, type Surface } from './surface.ts'

interface AtSurface {
  surface: Surface
  diameter: Nm | null
  tool: MountedTool | null
  /** Thickness of what lies between, as it lies there. */
  between: { thickness: Nm; label: string } | null
  /** What is written beside the tip. */
  label: string
  lit: boolean
}

const PLAIN = mm(40)

/** The bar from the side with the tool's tip on its upper side, or cut through with the tip in its bore. */
export function sideOfBar({ surface, diameter, tool, between, label, lit }: AtSurface): Drawing {
  const known = diameter !== null && diameter > 0 ? diameter : null
  const drawing = surface === 'outside' ? drawBar(known, nm(0)) : bored(known)
  if (!tool) return drawing
  const toward = TOWARD[surface]
  const level = nm(Math.round((known ?? PLAIN) / 2))
  const lies = between && between.thickness > 0 ? between : null
  const tip = { x: mm(-15), y: lies ? nm(level - toward * lies.thickness) : level }
  if (lies)
    drawing.solids.push({
      kind: 'shim',
      label: lies.label,
      nominal: true,
      box: {
        min: { x: minus(tip.x, mm(6)), y: nm(Math.min(level, tip.y)) },
        max: { x: plus(tip.x, mm(6)), y: nm(Math.max(level, tip.y)) },
      },
    })
  const far = surface === 'outside' ? plus(tip.y, mm(30)) : nm(tip.y - Math.min(mm(20), level))
  drawing.solids.push({
    kind: 'tool',
    label: `T${tool.number}`,
    box: {
      min: { x: minus(tip.x, mm(4)), y: nm(Math.min(tip.y, far)) },
      max: { x: plus(tip.x, mm(4)), y: nm(Math.max(tip.y, far)) },
    },
    nominal: true,
    tool: { kind: tool.kind, properties: tool.properties },
  })
  drawing.touches.push({ at: tip, contact: { x: tip.x, y: level }, toward: { x: 0, y: toward }, radius: null, label, lit, done: !lit })
  return drawing
}

/** A bar with a bore, cut through: the bore is as wide as it says, the wall around it is assumed. */
function bored(diameter: Nm | null): Drawing {
  const inner = Math.round((diameter ?? PLAIN) / 2)
  const wall = Math.max(mm(8), inner * 0.4)
  const length = mm(60)
  const half = (low: number, high: number): Solid => ({
    kind: 'stock',
    box: { min: { x: nm(-length), y: nm(Math.round(low)) }, max: { x: nm(0), y: nm(Math.round(high)) } },
    ...(diameter === null ? { nominal: true } : {}),
  })
  return { ...onSpindle([half(inner, inner + wall), half(-inner - wall, -inner)]), section: true }
}
