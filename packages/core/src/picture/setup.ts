import { drawBarStock, drawStock, type Drawing, type Outline } from '../drawing/index.ts'
import type { MachineKind } from '../machine/index.ts'
import { KINDS } from '../register/index.ts'
import { minus, type Nm } from '../length/index.ts'
import { partFrame, type Plan, type Scene, type StockBox } from '../scene/index.ts'

/**
 * A setup seen from above, in the coordinates of its first slot: the stock with the features that are on record, part zero at
 * its corner or wherever the plan puts it (a lathe's bar from the side), and the parts of further slots where the zeros that stand put them.
 */
export function drawSetup(scene: Scene): Drawing | null {
  const { plan } = scene
  const drawing = plan && drawOperation(plan, scene.machine.kind)
  if (drawing?.turns) return drawing
  return drawing && { ...drawing, outlines: furtherSlots(scene, plan, plan.stock!) }
}

/** The same of an operation that stands on no machine: stock, zero, how it is held, and what can be found again. */
export function drawOperation(plan: Pick<Plan, 'stock' | 'slots' | 'features' | 'holding'>, kind: MachineKind): Drawing | null {
  if (!plan.stock) return null
  const own = { zeroName: plan.slots[0] ?? 'part zero', ...(plan.holding ? { holding: plan.holding } : {}) }
  if (KINDS[kind].stock === 'bar') return { ...drawBarStock(plan.stock), ...own }
  return {
    ...drawStock('above', plan.stock),
    ...own,
    rounds: plan.features.flatMap(({ x, y, size, name }) =>
      size === null ? [] : [{ kind: 'wall' as const, centre: { x, y }, radius: half(size), label: name }],
    ),
    marks: plan.features.filter(({ size }) => size === null).map(({ x, y, name }) => ({ at: { x, y }, label: name })),
  }
}

const half = (size: Nm) => Math.round(size / 2) as Nm

/** Zeros may be turned against each other; each part is drawn as its own slot has it. */
function furtherSlots(scene: Scene, { slots }: Plan, stock: StockBox): Outline[] {
  const [first, ...further] = slots
  const origin = first ? partFrame(scene, first).zero : null
  if (!origin) return []
  return further.flatMap((slot) => {
    const frame = partFrame(scene, slot)
    const corners = [
      [stock.X.from, stock.Y.from],
      [stock.X.to, stock.Y.from],
      [stock.X.to, stock.Y.to],
      [stock.X.from, stock.Y.to],
    ].map(([x, y]) => frame.place({ x: x!, y: y! }))
    if (corners.some((corner) => corner === null)) return []
    return [
      {
        kind: 'part' as const,
        points: corners.map((corner) => ({ x: minus(corner!.x as Nm, origin.x as Nm), y: minus(corner!.y as Nm, origin.y as Nm) })),
        label: slot,
      },
    ]
  })
}
