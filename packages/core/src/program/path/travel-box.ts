import { nm, type Nm } from '../../length/index.ts'
import { zSense, type Axis, type Travel } from '../../machine/index.ts'
import { geometryRegister, layoutOf, registerKey, rotationRegister } from '../../register/index.ts'
import { totalReach, wearOn } from '../../reach/index.ts'
import { workTotal, type MountedTool, type Scene } from '../../scene/index.ts'

/** What the tool adds to a part coordinate on an axis; null where it is unset, which is said elsewhere. */
export function reachOn(axis: Axis, tool: MountedTool, scene: Scene): Nm | null {
  if (axis === 'Z') return totalReach(tool, scene)
  if (layoutOf(scene.machine).countsLengths) return nm(0)
  const ref = geometryRegister(tool.offset, axis)
  const standing = scene.standing[registerKey(ref)]
  return standing ? nm(standing.value + wearOn(ref, scene)) : axis === 'Y' ? nm(0) : null
}

/** Machine coordinate of part coordinate 0 with a tool, and which way the part's axis counts; null where either is not known. */
export function originOn(axis: Axis, slot: string, tool: MountedTool, scene: Scene): { at: number; sense: 1 | -1 } | null {
  const zero = workTotal(scene, slot, axis)
  const reach = reachOn(axis, tool, scene)
  if (zero === null || reach === null) return null
  return { at: zero + reach, sense: axis === 'Z' ? zSense(scene.machine, slot) : 1 }
}

/**
 * How far an axis goes, in part coordinates of a slot with a tool: P = m · (M − W − H).
 * @returns least and greatest, nanometres; null where zero or tool is unset, and on X and Y of a slot that is turned: the box lies askew there
 */
export function travelInPart(
  { axis, min, max }: Travel,
  slot: string,
  tool: MountedTool,
  scene: Scene,
): { min: number; max: number } | null {
  const isTurned = axis !== 'Z' && (scene.standing[registerKey(rotationRegister(slot))]?.value ?? 0) !== 0
  const origin = originOn(axis, slot, tool, scene)
  if (!origin || isTurned) return null
  const ends = [min, max].map((end) => origin.sense * (end - origin.at)) as [number, number]
  return { min: Math.min(...ends), max: Math.max(...ends) }
}
