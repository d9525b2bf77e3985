import { doubtBy } from '../check/limits.ts'
import { minus, nm, type Nm } from '../length/index.ts'
import { asShown, spindleOfTool } from '../machine/index.ts'
import { geometryRegister, registerKey } from '../register/index.ts'
import type { Remark } from '../routine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
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

/**
 * Two tools skim one journal one after the other: the second cut takes something off, so outside it cannot come out larger, nor
 * smaller in a bore. Held against the latest skim of this setup at the same spindle.
 */
export function smallerThanBefore(tool: MountedTool | null, surface: Surface, diameter: Nm | null, scene: Scene): Remark[] {
  const { plan, tools, standing, machine } = scene
  if (!tool || diameter === null || !plan) return []
  const [last] = tools
    .flatMap((other) => {
      const own = standing[registerKey(geometryRegister(other.offset, 'X'))]
      const same =
        other.number !== tool.number &&
        spindleOfTool(other, machine) === spindleOfTool(tool, machine) &&
        own?.setup === plan.setup &&
        own.turned?.surface === surface
      return same ? [{ number: other.number, at: own.at, diameter: own.turned!.diameter }] : []
    })
    .sort((a, b) => b.at.localeCompare(a.at))
  if (!last) return []
  const grown = surface === 'outside' ? minus(diameter, last.diameter) : minus(last.diameter, diameter)
  // Each of the two was measured.
  const doubt = nm(Math.round(2 * Math.SQRT2 * doubtBy('micrometer', scene).standard))
  const wrong = grown > doubt
  const before = `T${last.number} left \u00d8${asShown(last.diameter, machine)}`
  return [
    {
      id: 'later-skim',
      name: surface === 'outside' ? 'no larger than before' : 'no smaller than before',
      verdict: wrong ? 'query' : 'clear',
      sentence: wrong
        ? `${before} here, and \u00d8${asShown(diameter, machine)} ${surface === 'outside' ? 'is larger' : 'is smaller'}: a later cut on the same journal cannot leave that. Measure again, or say that it is another journal.`
        : `${before}, and this cut took something off.`,
      figures: [
        { label: `after T${last.number}`, value: last.diameter },
        { label: 'now', value: diameter },
      ],
    },
  ]
}
