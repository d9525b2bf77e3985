import { IN_SPINDLE, routineById, type RawInputs, type Scene } from '@rook/core'

/** What is asked anew each time: there a habit makes scrap. */
const ASKED_ANEW = ['between', 'axis', 'direction', 'display', 'warmth', IN_SPINDLE]
/** The one figure that is the same for the next part: what it is to measure. */
const TARGET = 'target'

/** What a routine is begun with once more: the choices of the last time and the size that is wanted, and no reading. */
export function onceMore(routine: string, before: RawInputs, scene: Scene): RawInputs {
  const asked = routineById(routine)?.inputs(scene, before) ?? []
  return Object.fromEntries(
    asked.flatMap(({ id, kind }) => {
      const value = before[id]
      const stays = id === TARGET || ((kind === 'choice' || kind === 'several') && !ASKED_ANEW.includes(id))
      return stays && value ? [[id, value]] : []
    }),
  )
}
