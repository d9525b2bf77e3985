import { minus, nm, plus, type Nm } from '../../length/index.ts'
import { layoutOf } from '../../register/index.ts'
import type { Holding, Scene, StockBox, StockSide } from '../../scene/index.ts'

/** Something that holds the work: everything below its top, over a rectangle of the plan. Part coordinates. */
export interface Solid {
  id: string
  name: string
  top: Nm
  /** From and to; without an end where it is not known how far it goes. X of a lathe is a radius. */
  X: readonly [number, number]
  Y: readonly [number, number]
  /** True where it may have room for what goes through the work: a plate with holes in it. */
  isOpen?: boolean
}

/** What holds the work of an operation, as far as its sizes are on record; what is not is said, by name. */
export interface HeldBy {
  solids: Solid[]
  unknown: { id: string; sentence: string }[]
}

const EVERYWHERE = [-Infinity, Infinity] as const

/** The solids of a holding: jaws with their tops, a plate, the jaws of a chuck or the nose of a collet with their front. */
export function solidsOf({ machine, plan }: Scene): HeldBy {
  if (!plan?.stock) return { solids: [], unknown: [] }
  const { holding, stock } = plan
  if (holding === null) return missing('holding', 'What holds the work is not on record')
  return layoutOf(machine).stock === 'bar' ? onBar(holding, stock, machine.turning.chucks.main?.across ?? null) : onTable(holding, stock)
}

const missing = (id: string, what: string): HeldBy => ({
  solids: [],
  unknown: [{ id, sentence: `${what}: whether the program cuts into it was not looked at.` }],
})

function onTable(holding: Holding, stock: StockBox): HeldBy {
  switch (holding.kind) {
    case 'vise':
      if (holding.grip === null) return missing('jaws', 'How far the jaws reach up the stock is not on record')
      return { solids: jawsOf(holding.fixedJaw, plus(stock.Z.from, holding.grip), stock), unknown: [] }
    case 'plate':
      return { solids: [{ id: 'plate', name: 'the plate', top: stock.Z.from, X: EVERYWHERE, Y: EVERYWHERE, isOpen: true }], unknown: [] }
    case 'clamps':
      return missing('clamps', 'How high the clamps stand, and where, is not on record')
    default:
      return missing('holding', 'What holds the work is not on record')
  }
}

/** A jaw begins where the stock ends and goes on from there; along the stock it is taken to be as long as that. */
function jawsOf(fixed: StockSide, top: Nm, stock: StockBox): Solid[] {
  const across = fixed[0] as 'X' | 'Y'
  const { from, to } = stock[across]
  const along = across === 'X' ? 'Y' : 'X'
  const beside = [stock[along].from, stock[along].to] as const
  return (['-', '+'] as const).map((side) => {
    const own = side === '-' ? ([-Infinity, from] as const) : ([to, Infinity] as const)
    const isFixed = fixed[1] === side
    return {
      id: isFixed ? 'fixed jaw' : 'moving jaw',
      name: isFixed ? 'the fixed jaw' : 'the moving jaw',
      top,
      ...(across === 'X' ? { X: own, Y: beside } : { X: beside, Y: own }),
    }
  })
}

function onBar(holding: Holding, stock: StockBox, chuck: Nm | null): HeldBy {
  const isChuck = holding.kind === 'chuck'
  if (!isChuck && holding.kind !== 'collet') return missing('holding', 'What holds the work is not on record')
  const name = isChuck ? 'the jaws of the chuck' : 'the nose of the collet'
  if (holding.stickOut === null) return missing(holding.kind, `How far the bar stands out of ${name} is not on record`)
  const radius = isChuck && chuck !== null ? chuck / 2 : Infinity
  return {
    solids: [{ id: holding.kind, name, top: minus(stock.Z.to, holding.stickOut), X: [-radius, radius], Y: EVERYWHERE }],
    unknown: [],
  }
}

/** How far a place lies from a solid, seen from above; 0 over it. */
export function besideSolid({ X, Y }: Solid, x: number, y: number): Nm {
  const out = (value: number, [from, to]: readonly [number, number]) => Math.max(from - value, value - to, 0)
  return nm(Math.round(Math.hypot(out(x, X), out(y, Y))))
}
