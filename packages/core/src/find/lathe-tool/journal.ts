import { minus, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import type { Remark } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Surface } from './surface.ts'

/** A turned diameter never leaves the bar that it is cut from: more is a slip, or another bar than the plan has. */
export function withinStock(surface: Surface, diameter: Nm | null, { plan, machine }: Scene): Remark[] {
  if (surface === 'bore' || diameter === null || !plan?.stock) return []
  const bar = minus(plan.stock.X.to, plan.stock.X.from)
  const over = diameter > bar
  return [
    {
      id: 'within-stock',
      name: 'within the bar',
      verdict: over ? 'stop' : 'clear',
      sentence: over
        ? `\u00d8${asShown(diameter, machine)} is more than the bar has, \u00d8${asShown(bar, machine)}. Look for a wrong digit, the other unit, or another bar in the jaws.`
        : 'The diameter lies within the bar.',
      figures: [
        { label: 'measured', value: diameter },
        { label: 'bar', value: bar },
      ],
    },
  ]
}
