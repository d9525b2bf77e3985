import { computed, onBeforeUnmount, ref, watch, type ComputedRef } from 'vue'

/** So many rows are there at once; each frame adds some more, so that a slow tablet answers a finger meanwhile. */
const STEP = 5
/** Milliseconds between two lots: a frame and a half. */
const BREATH = 24

/** A long list that is put on the screen a few rows at a time. What was shown once stays, however often the list changes. */
export function aFewAtATime<Row>(rows: () => readonly Row[]): ComputedRef<readonly Row[]> {
  const most = ref(STEP)
  let timer: ReturnType<typeof setTimeout> | undefined
  function grow(): void {
    if (most.value >= rows().length) return
    // What is there is painted, and a finger answered, before the next rows are made.
    timer = setTimeout(() => {
      most.value += STEP
      grow()
    }, BREATH)
  }
  watch(
    () => rows().length,
    () => {
      clearTimeout(timer)
      grow()
    },
    { immediate: true },
  )
  onBeforeUnmount(() => clearTimeout(timer))
  return computed(() => (most.value >= rows().length ? rows() : rows().slice(0, most.value)))
}
