import type { RawInputs, Routine, Scene } from '@rook/core'
import { useDebounceFn } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'

/** Readings up to which what may have gone wrong is looked for at every keystroke; with more of them it takes too long for one. */
const AT_ONCE = 3
/** Milliseconds after the last keystroke. */
const PAUSE = 150

/**
 * Whether what was typed stands: at once where there is little to look through, else when nobody has typed for a moment. Until then
 * the checks say what is off, and not yet why.
 */
export function useSettled(inputs: () => RawInputs, routine: Routine, scene: Ref<Scene>): Ref<boolean> {
  const settled = ref(true)
  const settle = useDebounceFn(() => (settled.value = true), PAUSE)
  watch(
    () => JSON.stringify(inputs()),
    () => {
      const readings = routine.inputs(scene.value, inputs()).filter((input) => input.kind === 'length' && input.role === 'reading')
      if (readings.length <= AT_ONCE) return
      settled.value = false
      void settle()
    },
    { flush: 'sync' },
  )
  return settled
}
