import { negate, plus, ZERO, type Nm } from '../length/index.ts'
import { wearSense, withWear } from '../machine/index.ts'
import { layoutOf, reachRegister, registerKey, wearOf, type RegisterRef } from '../register/index.ts'
import type { MountedTool, Scene, Standing } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'

/** The tool's present reach in Z as it stands in the control; undefined when it is unset. */
export function reachOf(tool: MountedTool, scene: Scene): Standing | undefined {
  return scene.standing[registerKey(reachRegister(scene.machine, tool))]
}

/**
 * What the wear register of an offset does to it: as it stands where the control adds it, with the other sign where the control
 * takes it off; zero where none was ever set.
 */
export function wearOn(register: RegisterRef, { machine, standing }: Pick<Scene, 'machine' | 'standing'>): Nm {
  return withWear(ZERO, standing[registerKey(wearOf(register))]?.value, machine)
}

/** The line of a wear that a control counts with a geometry, taken off a reading as it stands in the register. */
export const wearLine = (label: string, effect: Nm, { machine }: Scene): WorkingLine =>
  wearSense(machine) === 1 ? line('less', label, effect) : line('add', label, negate(effect))

/** What the wear of this tool does to its reach, as the control counts it. */
export const wearIn = (tool: MountedTool, scene: Pick<Scene, 'machine' | 'standing'>): Nm =>
  wearOn(reachRegister(scene.machine, tool), scene)

/**
 * What a touch with this tool takes off the reading: on a lathe geometry and wear as the control adds them, for both together
 * are where its edge is; on a mill the length alone, as the wear there corrects a depth and not the tip.
 */
export function touchingReach(tool: MountedTool, scene: Scene): { reach: Standing; wear: Nm; total: Nm } | null {
  const reach = reachOf(tool, scene)
  if (!reach) return null
  const wear = layoutOf(scene.machine).countsLengths ? ZERO : wearIn(tool, scene)
  return { reach, wear, total: plus(reach.value, wear) }
}

/** What the control adds for a tool in Z: geometry and wear together; null when the geometry is unset. */
export function totalReach(tool: MountedTool, scene: Scene): Nm | null {
  const reach = reachOf(tool, scene)
  return reach ? plus(reach.value, wearIn(tool, scene)) : null
}

/** What a value that is taken from the ledger adds to the doubt of the one that rests on it. */
export function restingOn(label: string, standing: Standing): Contributor {
  return { label, standard: standing.standard ?? 0 }
}

/** Reaches of the other tools: what would have been taken off had the wrong tool been in the spindle. */
export function otherReaches(tool: MountedTool, scene: Scene): { label: string; value: Standing['value'] }[] {
  return scene.tools.flatMap((other) => {
    const reach = other.number === tool.number ? undefined : reachOf(other, scene)
    return reach ? [{ label: `T${other.number}`, value: reach.value }] : []
  })
}
