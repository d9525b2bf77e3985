import { mm, minus, nm, plus, type Nm } from '../length/index.ts'
import { drawBar, drawWork, upright, type Drawing, type Point } from '../drawing/index.ts'
import { asShown } from '../machine/index.ts'
import { layoutOf } from '../register/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { contactCorrection } from '../touch/index.ts'
import type { Between } from './ask.ts'
import type { Values } from './values.ts'

interface FaceScene {
  tool: MountedTool | null
  between: Between | null
}

/** The part with a tool's tip on its face, moving Z\u2212: a block from the front, or a bar from the side. */
export function faceDrawing(values: Values, scene: Scene, { tool, between }: FaceScene): Drawing {
  const thickness = between?.thickness ?? nm(0)
  const drawing =
    layoutOf(scene.machine).stock === 'bar' ? onBar(values, tool, between, thickness) : onBlock(values, scene, tool, between, thickness)
  const place = values.length('place')
  drawing.surfaces.push({
    axis: 'Z',
    at: place ?? (drawing.turns ? nm(0) : drawing.solids[0]!.box.max.y),
    label: place === null ? 'part Z ?' : `Z ${asShown(place, scene.machine)}`,
  })
  return drawing
}

const tipAt = (place: Nm, thickness: Nm): Nm => plus(place, contactCorrection({ direction: -1, radius: nm(0), gauge: thickness }))

function touchOf(
  at: Point,
  contact: Point,
  toward: { x: number; y: number },
  tool: MountedTool,
  values: Values,
): Drawing['touches'][number] {
  const read = values.length('reading') !== null
  return { at, contact, toward, radius: null, label: `T${tool.number}, moving Z\u2212`, lit: !read, done: read }
}

function onBlock(values: Values, scene: Scene, tool: MountedTool | null, between: Between | null, thickness: Nm): Drawing {
  const drawing = drawWork('front', scene)
  const { box } = drawing.solids[0]!
  const place = values.length('place') ?? box.max.y
  if (!tool) return drawing
  const middle = nm(Math.round((box.min.x + box.max.x) / 2))
  const width = minus(box.max.x, box.min.x)
  const tip = tipAt(place, thickness)
  if (thickness > 0)
    drawing.solids.push(upright('shim', middle, nm(Math.round(width * 0.3)), place, tip, { label: between!.label, nominal: true }))
  const cutter = tool.properties.DC
  drawing.solids.push(
    upright('tool', middle, cutter ?? nm(Math.round(width * 0.08)), tip, plus(tip, mm(45)), {
      label: `T${tool.number}`,
      nominal: cutter === undefined,
      tool: { kind: tool.kind, properties: tool.properties },
    }),
  )
  drawing.touches.push(touchOf({ x: middle, y: tip }, { x: middle, y: place }, { x: 0, y: -1 }, tool, values))
  return drawing
}

/** On a lathe the face stands to the right and the tip comes from there, above the axis. */
function onBar(values: Values, tool: MountedTool | null, between: Between | null, thickness: Nm): Drawing {
  const place = values.length('place') ?? nm(0)
  const drawing = drawBar(null, place)
  if (!tool) return drawing
  const level = nm(Math.round(drawing.solids[0]!.box.max.y / 2))
  const tip = tipAt(place, thickness)
  const along = (from: Nm, to: Nm, half: Nm) => ({ min: { x: from, y: minus(level, half) }, max: { x: to, y: plus(level, half) } })
  if (thickness > 0) drawing.solids.push({ kind: 'shim', box: along(place, tip, mm(6)), label: between!.label, nominal: true })
  drawing.solids.push({
    kind: 'tool',
    box: along(tip, plus(tip, mm(30)), mm(4)),
    label: `T${tool.number}`,
    nominal: true,
    tool: { kind: tool.kind, properties: tool.properties },
  })
  drawing.touches.push(touchOf({ x: tip, y: level }, { x: place, y: level }, { x: -1, y: 0 }, tool, values))
  return drawing
}
