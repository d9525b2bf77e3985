import { isReach, registerKey } from '../register/index.ts'
import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import { otherReaches, reachOf } from '../reach/index.ts'
import type { Write } from '../routine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { movedBy } from './apart.ts'
import type { Check, Finding } from './finding.ts'
import { limitOf } from '../limits/index.ts'

/**
 * A measured length against the rule's. Where lengths are counted from the gauge line the two compare
 * directly; elsewhere only differences do, so another tool with both figures stands for the zero.
 */
export const estimate: Check = {
  id: 'estimate',
  name: 'near its estimate',
  applies: { lengths: 'counted' },
  run({ scene, result }) {
    return result.writes.flatMap((write) => {
      if (!isReach(write.register, scene.machine)) return []
      const tool = scene.tools.find((mounted) => mounted.assembly === write.assembly)
      if (!tool || tool.estimate === null) return []
      const expected = expectedLength(tool, tool.estimate, scene)
      return expected && !repeats(write, scene) ? [judge(write, tool, expected, scene)] : []
    })
  },
}

/** A length that comes out as it did before: whatever the rule said then, it has lost. */
function repeats(write: Write, scene: Scene): boolean {
  const moved = movedBy(write, scene)
  return moved !== null && magnitude(moved.moved) <= moved.limit
}

interface Expected {
  value: Nm
  from: string
}

function expectedLength(tool: MountedTool, own: Nm, scene: Scene): Expected | null {
  if (scene.machine.lengthConvention === 'gauge-length') return { value: own, from: 'the estimate' }
  const measured = otherReaches(tool, scene)
  for (const other of scene.tools) {
    const reach = measured.some(({ label }) => label === `T${other.number}`) ? reachOf(other, scene) : undefined
    if (reach && other.estimate !== null)
      return { value: (reach.value + own - other.estimate) as Nm, from: `T${other.number} and the two estimates` }
  }
  return null
}

function judge(write: Write, tool: MountedTool, expected: Expected, scene: Scene): Finding {
  const off = magnitude(minus(write.value, expected.value))
  const verdict = off > limitOf(scene.machine, 'estimateStop') ? 'stop' : off > limitOf(scene.machine, 'estimateQuery') ? 'query' : 'clear'
  const shown = (value: Nm) => asShown(value, scene.machine)
  const sentence =
    verdict === 'clear'
      ? `T${tool.number} agrees with ${expected.from} within ${shown(off)}.`
      : `T${tool.number} measures ${shown(write.value)}; ${expected.from} said ${shown(expected.value)}, ${shown(off)} apart. Look whether this is the tool in the spindle and what lay under it.`
  return {
    check: 'estimate',
    name: 'near its estimate',
    verdict,
    sentence,
    ...(verdict === 'clear' ? {} : { means: [registerKey(write.register)] }),
    figures: [
      { label: 'measured', value: write.value },
      { label: 'expected', value: expected.value },
    ],
  }
}
