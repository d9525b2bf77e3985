import type { Nm } from '../../length/index.ts'
import { limitOf } from '../../limits/index.ts'
import { otherReaches, reachOf } from '../../reach/index.ts'
import { isReach, layoutOf, reachRegister, tiedToPart } from '../../register/index.ts'
import type { MountedTool, Scene } from '../../scene/index.ts'
import type { RecordSource } from './source.ts'

/** A tool's length as a rule held to it has said, on machines whose tools have one length. */
export const ruledLength: RecordSource = ({ register, assembly }, scene) => {
  const { machine, tools } = scene
  if (!layoutOf(machine).countsLengths || !isReach(register, machine)) return null
  const tool = tools.find((mounted) => mounted.assembly === assembly)
  const expected = tool && tool.estimate !== null ? expectedLength(tool, tool.estimate, scene) : null
  return (
    expected && {
      value: expected.value,
      standard: limitOf(machine, 'rule'),
      limit: limitOf(machine, 'estimateQuery'),
      source: expected.from,
      isSaid: true,
    }
  )
}

/**
 * What a ruled length comes to in the register. Where lengths are counted from the gauge line it is that; elsewhere only differences
 * compare, so another tool with both figures stands for the zero.
 */
export function expectedLength(tool: MountedTool, own: Nm, scene: Scene): { value: Nm; from: string } | null {
  if (scene.machine.lengthConvention === 'gauge-length') return { value: own, from: 'the estimate' }
  const measured = otherReaches(tool, scene)
  for (const other of scene.tools) {
    const reach = measured.some(({ label }) => label === `T${other.number}`) ? reachOf(other, scene) : undefined
    // A length that is counted from part zero belongs to its part: another job's says nothing of this one.
    const isOfThis = !tiedToPart(reachRegister(scene.machine, tool), scene.machine) || reach?.operation === scene.plan?.operation
    if (reach && isOfThis && other.estimate !== null)
      return { value: (reach.value + own - other.estimate) as Nm, from: `T${other.number} and the two estimates` }
  }
  return null
}
