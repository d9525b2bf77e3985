import { formatExact, minus, nm, type LengthUnit, type Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import type { Holding, StockBox } from '../scene/index.ts'
import type { OperationPlan } from './planned.ts'

/** What of a plan is held against itself. */
export type Contradictable = Pick<OperationPlan, 'kind' | 'stock' | 'features' | 'sizes' | 'tools' | 'clearance'>

type Say = (value: Nm) => string
type Rule = (plan: Contradictable, holding: Holding | null, say: Say) => string[]

/**
 * Figures of an operation that cannot both be right, a sentence each with both of them: told while it is planned, and wherever it is looked
 * at. None of them is refused: a part may be odd, and a person who plans it knows.
 * @param unit of the drawing; figures are shown in it
 */
export function contradictionsOf(plan: Contradictable, holding: Holding | null, unit: LengthUnit): string[] {
  const say: Say = (value) => formatExact(value, unit)
  return RULES.flatMap((rule) => rule(plan, holding, say))
}

const width = (stock: StockBox, axis: Axis): Nm => minus(stock[axis].to, stock[axis].from)

/** A bore or pin with its whole width, a corner as the point that it is. A bar turns: what lies off its axis is no feature of it. */
const outside: Rule = ({ stock, features, kind }, _holding, say) =>
  stock === null || kind !== 'mill'
    ? []
    : features.flatMap(({ name, x, y, size }) =>
        (['X', 'Y'] as const).flatMap((axis) => {
          const [at, half] = [axis === 'X' ? x : y, (size ?? 0) / 2]
          const { from, to } = stock[axis]
          const beyond = at - half < from ? from : at + half > to ? to : null
          if (beyond === null) return []
          const reaches = nm(Math.round(beyond === from ? at - half : at + half))
          return [`${name} reaches to ${axis} ${say(reaches)}; the stock ends at ${axis} ${say(beyond)}.`]
        }),
      )

const larger: Rule = ({ stock, sizes }, _holding, say) => {
  if (stock === null) return []
  const most = nm(Math.max(...(['X', 'Y', 'Z'] as const).map((axis) => width(stock, axis))))
  const high = width(stock, 'Z')
  return sizes.flatMap(({ name, kind, nominal }) => {
    if (kind === 'depth') return nominal > high ? [`${name} is ${say(nominal)} deep; the stock measures ${say(high)} in Z.`] : []
    return nominal > most ? [`${name} is ${say(nominal)}; the stock measures ${say(most)} where it is largest.`] : []
  })
}

const covered: Rule = ({ stock, clearance }, _holding, say) =>
  stock !== null && clearance !== null && clearance <= stock.Z.to
    ? [`The height that clears everything is Z ${say(clearance)}; the stock stands up to Z ${say(stock.Z.to)}.`]
    : []

const held: Rule = ({ stock }, holding, say) => {
  if (stock === null || holding === null) return []
  const high = width(stock, 'Z')
  if (holding.kind === 'vise' && holding.grip !== null && holding.grip >= high)
    return [`The jaws reach ${say(holding.grip)} up the stock; it is ${say(high)} high.`]
  if ((holding.kind === 'chuck' || holding.kind === 'collet') && holding.stickOut !== null && holding.stickOut >= high)
    return [`The bar stands ${say(holding.stickOut)} out; it is ${say(high)} long.`]
  return []
}

const madeBy: Rule = ({ sizes, tools }) =>
  tools.length === 0
    ? []
    : sizes.flatMap(({ name, tool }) =>
        tool !== null && tools.every(({ number }) => number !== tool)
          ? [`${name} is made by T${tool}; the program is said to call ${tools.map(({ number }) => `T${number}`).join(', ')}.`]
          : [],
      )

/** Two tools under one number: a control would take one length for both. */
const oneNumber: Rule = ({ tools }) =>
  tools.flatMap((one, at) =>
    tools
      .slice(at + 1)
      .filter(({ number, offset }) => number !== one.number && offset === one.offset)
      .map((other) => `T${one.number} and T${other.number} are both called with the length of H${one.offset}.`),
  )

/** Every way in which a plan is held against itself. A new one is a rule and a line here. */
const RULES: readonly Rule[] = [outside, larger, covered, held, madeBy, oneNumber]
