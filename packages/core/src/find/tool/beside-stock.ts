import { mm, minus, plus, type Nm } from '../../length/index.ts'
import { stockSeen, stockView, upright, type Drawing, type Solid } from '../../drawing/index.ts'
import type { Gauge } from '../../gauge/index.ts'
import type { Scene } from '../../scene/index.ts'

const PLAIN_HEIGHT = mm(50)

/**
 * A setter beside the stock, its surface touched from above. Where it stands on the table is not on
 * record, nor how wide it is; its height is.
 */
export function besideStock(
  scene: Scene,
  setter: Gauge | null,
  touching: { label: string; width?: Nm; tool?: Solid['tool'] } | null,
  lit: boolean,
): Drawing {
  const { stock, view, horizontal, vertical, toScale } = stockView('front', stockSeen(scene))
  const foot = stock.box.min.y
  const top = plus(foot, setter?.size ?? PLAIN_HEIGHT)
  const at = minus(stock.box.min.x, mm(35))
  const drawing: Drawing = {
    view,
    horizontal,
    vertical,
    toScale,
    solids: [stock, upright('setter', at, mm(30), foot, top, { label: setter?.name ?? 'setter', nominal: true })],
    touches: [],
    surfaces: [],
    formerZero: null,
  }
  if (!touching) return drawing
  drawing.solids.push(
    upright('tool', at, touching.width ?? mm(8), top, plus(top, mm(45)), {
      label: touching.label,
      nominal: touching.width === undefined,
      ...(touching.tool ? { tool: touching.tool } : {}),
    }),
  )
  drawing.touches.push({
    at: { x: at, y: top },
    contact: { x: at, y: top },
    toward: { x: 0, y: -1 },
    radius: null,
    label: `${touching.label}, moving Z\u2212`,
    lit,
    done: !lit,
  })
  return drawing
}
