import { computed, toValue, type MaybeRefOrGetter } from 'vue'
import { useScene, useSetups } from './queries.ts'

/**
 * A machine as it stands, with the setup that is at hand on it, so that its program's numbers hold. Not before it is
 * known which one: a page would be built twice, and what was opened in between be gone.
 */
export function useSceneAtHand(machine: MaybeRefOrGetter<string | null>) {
  const setups = useSetups()
  const own = computed(() => setups.data.value?.find((setup) => setup.machine === toValue(machine)) ?? null)
  const scene = useScene(
    () => (setups.data.value ? toValue(machine) : null),
    () => own.value?.id ?? null,
  )
  const error = computed(() => scene.error.value ?? setups.error.value)
  /** Machine, job and operation, for the line at the top. */
  const line = computed(() => {
    const name = scene.data.value?.machine.name
    if (!name) return null
    return own.value ? [name, `Job ${own.value.job}, ${own.value.partName}`, own.value.operationName] : [name]
  })
  return { scene, own, error, line }
}
