import { nm, type Nm } from '../../length/index.ts'
import { commonRegister, registerKey, rotationRegister } from '../../register/index.ts'
import { commonShift, type Scene } from '../../scene/index.ts'
import type { Alternative } from '../alternative.ts'
import type { Given } from '../given.ts'

/** Shifts and rotations that the sum counts with, and that were not on, or on twice. */
export function shifts({ raw, scene }: Given): Alternative[] {
  const found: Alternative[] = []
  const changed = (key: string, value: Nm): Scene => ({
    ...scene,
    standing: { ...scene.standing, [key]: { ...scene.standing[key]!, value } },
  })
  for (const { axis } of scene.machine.travels) {
    const shift = commonShift(scene, axis)
    if (shift === 0) continue
    const key = registerKey(commonRegister(axis))
    found.push({ id: 'common-shift', phrase: 'the common shift had been counted twice', raw, scene: changed(key, nm(0)) })
    found.push({ id: 'common-shift', phrase: 'the common shift had not been taken off', raw, scene: changed(key, nm(shift * 2)) })
  }
  for (const { code } of scene.machine.slots) {
    const key = registerKey(rotationRegister(code))
    if (scene.standing[key]?.value)
      found.push({ id: 'rotation', phrase: `the rotation in ${code} had not been on`, raw, scene: changed(key, nm(0)) })
  }
  return found
}
