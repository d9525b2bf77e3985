import { nm, plus, type Nm } from '../length/index.ts'
import type { Axis, RotaryAxis } from '../machine/index.ts'
import { commonRegister, registerKey, workRegister } from '../register/index.ts'
import type { Scene, Standing } from './scene.ts'

/** The common shift of an axis, added to every work offset; zero where none was ever set. */
export function commonShift(scene: Scene, axis: Axis | RotaryAxis): Nm {
  return scene.standing[registerKey(commonRegister(axis))]?.value ?? nm(0)
}

/** A slot's own offset on an axis; undefined when it is unset. */
export function slotOffset(scene: Scene, slot: string, axis: Axis): Standing | undefined {
  return scene.standing[registerKey(workRegister(slot, axis))]
}

/** Where a slot's part zero lies: its offset and the common shift together; null when it is unset. */
export function workTotal(scene: Scene, slot: string, axis: Axis): Nm | null {
  const own = slotOffset(scene, slot, axis)
  return own ? plus(own.value, commonShift(scene, axis)) : null
}
