import { isReach, registerKey } from '../register/index.ts'
import { magnitude, minus, type Nm } from '../length/index.ts'
import { asShown } from '../machine/index.ts'
import type { Write } from '../routine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { movedBy } from './apart.ts'
import { toldOfRecord } from './cause.ts'
import type { Check, Evidence, Finding } from './finding.ts'
import { expectedLength } from './on-record/index.ts'
import { limitOf } from '../limits/index.ts'

/**
 * A measured length against the rule's. Where lengths are counted from the gauge line the two compare
 * directly; elsewhere only differences do, so another tool with both figures stands for the zero.
 */
export const estimate: Check = {
  id: 'estimate',
  name: 'near its estimate',
  applies: { lengths: 'counted' },
  run(evidence) {
    const { scene, result } = evidence
    return result.writes.flatMap((write, at) => {
      if (!isReach(write.register, scene.machine)) return []
      const tool = scene.tools.find((mounted) => mounted.assembly === write.assembly)
      if (!tool || tool.estimate === null) return []
      const expected = expectedLength(tool, tool.estimate, scene)
      return expected && !repeats(write, scene) ? [judge(write, at, tool, expected, evidence)] : []
    })
  },
}

/** A length that comes out as it did before: whatever the rule said then, it has lost. */
function repeats(write: Write, scene: Scene): boolean {
  const moved = movedBy(write, scene)
  return moved !== null && moved.record === null && magnitude(moved.moved) <= moved.limit
}

function judge(
  write: Write,
  at: number,
  tool: MountedTool,
  expected: NonNullable<ReturnType<typeof expectedLength>>,
  evidence: Evidence,
): Finding {
  const { scene } = evidence
  const off = magnitude(minus(write.value, expected.value))
  const verdict = off > limitOf(scene.machine, 'estimateStop') ? 'stop' : off > limitOf(scene.machine, 'estimateQuery') ? 'query' : 'clear'
  const shown = (value: Nm) => asShown(value, scene.machine)
  // Beside a last value the figure's move says what may have happened.
  const cause = verdict === 'clear' ? null : toldOfRecord(write, at, evidence)
  const sentence =
    verdict === 'clear'
      ? `T${tool.number} agrees with ${expected.from} within ${shown(off)}.`
      : `T${tool.number} measures ${shown(write.value)}; ${expected.from} said ${shown(expected.value)}, ${shown(off)} apart. ${cause?.sentence ?? 'Look whether this is the tool in the spindle and what lay under it.'}`
  return {
    check: 'estimate',
    name: 'near its estimate',
    verdict,
    sentence,
    ...(verdict === 'clear' ? {} : { means: [registerKey(write.register), ...(cause?.means ?? [])] }),
    ...(cause ? { names: true } : {}),
    figures: [
      { label: 'measured', value: write.value },
      { label: 'expected', value: expected.value },
    ],
  }
}
