import type { Drawing } from '../drawing/index.ts'
import { minus, mm, nm, plus } from '../length/index.ts'
import { FINDERS } from '../find/zero/finders.ts'
import { chosenBetween, type InputSpec, type Values } from '../routine/index.ts'
import { gaugeById, type Scene } from '../scene/index.ts'

/** How much of a bar is drawn behind the front of its jaws. */
const IN_JAWS = mm(30)

/**
 * A routine's drawing with what every routine shows alike: how the work is held, what touches and what lies between. A routine
 * draws where things are; what they are comes from what was chosen.
 */
export function pictureOf(drawing: Drawing, inputs: readonly InputSpec[], values: Values, scene: Scene): Drawing {
  const chosen = inputs.flatMap(({ kind, id }) => (kind === 'choice' && id !== 'between' ? [gaugeById(scene, values.choice(id))] : []))
  const finder = chosen.find((gauge) => gauge !== null && FINDERS.includes(gauge.family))
  const between = finder ? chosenBetween(values, scene) : null
  return {
    ...held(drawing, scene),
    ...(finder ? { finder: { family: finder.family, name: finder.name, size: finder.size } } : {}),
    ...(between && between.thickness > 0 ? { between: { thickness: between.thickness, label: between.label } } : {}),
  }
}

function held(drawing: Drawing, { plan, atHand }: Scene): Drawing {
  const holding = plan ? plan.holding : atHand?.holding
  const stock = drawing.solids.find(({ kind }) => kind === 'stock')
  if (!holding || !stock || drawing.section) return drawing
  if (!('stickOut' in holding) || holding.stickOut === null) return { ...drawing, holding }
  // The bar goes on into the chuck.
  const back = minus(stock.box.max.x, plus(holding.stickOut, IN_JAWS))
  const longer = { ...stock, box: { ...stock.box, min: { x: nm(Math.min(back, stock.box.min.x)), y: stock.box.min.y } } }
  return { ...drawing, holding, solids: drawing.solids.map((solid) => (solid === stock ? longer : solid)) }
}
