import { standsAlong } from '../../assembly/index.ts'
import { minus, nm } from '../../length/index.ts'
import { limitOf } from '../../limits/index.ts'
import { spindleOfTool } from '../../machine/index.ts'
import { asGeometry, standsOut } from '../../tip/station-reach.ts'
import type { RecordSource } from './source.ts'

/** A lathe tool's geometry along the way that it is held, by what a rule has said it stands out and where its station lies. */
export const ruledStickOut: RecordSource = ({ register: { family, layer, property, slot }, value }, scene) => {
  const tool = family === 'tool' && layer === 'geometry' ? scene.tools.find(({ offset }) => offset === slot) : undefined
  const along = tool && standsAlong(tool)
  if (!tool || along == null || property !== along || tool.estimate === null) return null
  const out = standsOut(tool, along, scene, value)
  if (out === null) return null
  const off = asGeometry(along, minus(out, tool.estimate), spindleOfTool(tool, scene.machine), scene)
  const perReach = Math.abs(asGeometry(along, nm(1), spindleOfTool(tool, scene.machine), scene))
  const { machine } = scene
  return {
    value: minus(value, off),
    standard: limitOf(machine, 'rule') * perReach,
    limit: limitOf(machine, 'estimateQuery') * perReach,
    source: 'the rule',
    isSaid: true,
  }
}
