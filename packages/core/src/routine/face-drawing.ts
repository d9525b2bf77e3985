import { minus, mm, nm, plus } from '../length/index.ts'
import { stockView, upright, type Drawing } from '../drawing/index.ts'
import { asShown } from '../machine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { contactCorrection } from '../touch/index.ts'
import type { Between } from './ask.ts'
import type { Values } from './values.ts'

interface FaceScene {
  tool: MountedTool | null
  between: Between | null
}

/** The part from the front with a tool's tip on its face; shared by all that touch a face from above. */
export function faceDrawing(values: Values, scene: Scene, { tool, between }: FaceScene): Drawing {
  const { stock, middle, ...view } = stockView('front', scene.plan?.stock ?? null)
  const place = values.length('place') ?? stock.box.max.y
  const thickness = between?.thickness ?? nm(0)
  const tip = plus(place, contactCorrection({ direction: -1, radius: nm(0), gauge: thickness }))
  const drawing: Drawing = {
    ...view,
    solids: [stock],
    touches: [],
    surfaces: [
      {
        axis: 'Z',
        at: place,
        label: values.length('place') === null ? 'part Z ?' : `Z ${asShown(place, scene.machine)}`,
      },
    ],
    formerZero: null,
  }
  if (!tool) return drawing
  const width = minus(stock.box.max.x, stock.box.min.x)
  if (thickness > 0)
    drawing.solids.push(upright('shim', middle.x, nm(Math.round(width * 0.3)), place, plus(place, thickness), between!.label))
  const shank = nm(Math.round(width * 0.08))
  drawing.solids.push(upright('tool', middle.x, shank, tip, plus(tip, mm(45)), `T${tool.number}`))
  drawing.touches.push({
    at: { x: middle.x, y: tip },
    contact: { x: middle.x, y: place },
    toward: { x: 0, y: -1 },
    radius: null,
    label: `T${tool.number}, moving Z\u2212`,
    lit: values.length('reading') === null,
    done: values.length('reading') !== null,
  })
  return drawing
}
