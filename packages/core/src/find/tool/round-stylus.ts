import { mm, nm, type Nm } from '../../length/index.ts'
import { stockSeen, stockView, type Drawing } from '../../drawing/index.ts'
import type { Scene } from '../../scene/index.ts'

const PLAIN_ACROSS = mm(10)

interface OnStylus {
  axis: 'X' | 'Y'
  /** Name of the setter. */
  name: string
  /** Width of the stylus; null while it is not known. */
  across: Nm | null
  touching: { label: string; radius: Nm } | null
  direction: 1 | -1
  lit: boolean
}

/** A setter's stylus from above with what touches it, its middle at the origin, to scale. */
export function roundStylus(scene: Scene, { axis, name, across, touching, direction, lit }: OnStylus): Drawing {
  const { view, horizontal, vertical } = stockView('above', stockSeen(scene))
  const half = nm(Math.round((across ?? PLAIN_ACROSS) / 2))
  const drawing: Drawing = {
    view,
    horizontal,
    vertical,
    toScale: across !== null,
    zeroName: 'stylus',
    solids: [],
    rounds: [{ kind: 'wall', centre: { x: nm(0), y: nm(0) }, radius: half, label: name }],
    touches: [],
    surfaces: [],
    formerZero: null,
  }
  if (!touching) return drawing
  const on = (distance: number) => (axis === 'X' ? { x: nm(distance), y: nm(0) } : { x: nm(0), y: nm(distance) })
  drawing.touches.push({
    at: on(-direction * (half + touching.radius)),
    contact: on(-direction * half),
    toward: axis === 'X' ? { x: direction, y: 0 } : { x: 0, y: direction },
    radius: touching.radius,
    label: `${touching.label}, moving ${axis}${direction === 1 ? '+' : '\u2212'}`,
    lit,
    done: !lit,
  })
  return drawing
}
