import { nm } from '../../length/index.ts'
import type { Axis } from '../../machine/index.ts'
import { geometryRegister, layoutOf, lengthRegister, registerKey } from '../../register/index.ts'
import type { RawInputs } from '../../routine/index.ts'
import { toolByNumber, workTotal } from '../../scene/index.ts'
import type { Alternative } from '../alternative.ts'
import { inUnit, readingsOf, type Given } from '../given.ts'

/** Figures read from the part display, with a slot active: on all axes at once, for a display is one. */
export function displays(given: Given): Alternative[] {
  const { raw, values, scene } = given
  const readings = readingsOf(given).filter(({ axis }) => axis !== undefined)
  if (readings.length === 0) return []
  const read = (add: (axis: Axis) => number | null): RawInputs | null => {
    const changed: Record<string, string> = { ...raw }
    for (const { id, axis } of readings) {
      const more = add(axis!)
      if (more === null) return null
      changed[id] = inUnit(nm(values.length(id)! + more), scene)
    }
    return changed
  }
  const tool = toolByNumber(scene, values.choice('tool'))
  // A mill's tool is on in Z alone, by its length; a lathe's on each axis, by its geometry there.
  const { countsLengths } = layoutOf(scene.machine)
  const reaches = !countsLengths || readings.every(({ axis }) => axis === 'Z')
  const own = (axis: Axis): number | null =>
    (tool && scene.standing[registerKey(countsLengths ? lengthRegister(tool.offset) : geometryRegister(tool.offset, axis))]?.value) || null
  return scene.machine.slots.flatMap(({ code }) => {
    const plain = read((axis) => workTotal(scene, code, axis))
    const phrase = `the reading had been taken from the part display, ${code} active`
    const found: Alternative[] = plain ? [{ id: 'part-display', phrase, raw: plain, scene }] : []
    const withTool = tool && reaches ? read((axis) => addTo(workTotal(scene, code, axis), own(axis))) : null
    if (tool && withTool)
      found.push({
        id: 'part-display',
        phrase: `${phrase} and the ${countsLengths ? 'length' : 'geometry'} of T${tool.number} on`,
        raw: withTool,
        scene,
      })
    return found
  })
}

const addTo = (one: number | null, other: number | null): number | null => (one === null || other === null ? null : one + other)
