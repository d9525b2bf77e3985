import type { InputSpec } from '@rook/core'
import { ref, watchEffect, type Ref } from 'vue'

/**
 * The inputs that nobody had answered when they first came up: those are asked, and stay in sight once they are answered, so
 * that nothing goes away under a finger.
 */
export function useAskedFor(
  inputs: Readonly<Ref<readonly InputSpec[]>>,
  raw: () => Readonly<Record<string, string>>,
): Readonly<Ref<Set<string>>> {
  const asked = ref(new Set<string>())
  watchEffect(
    () => {
      const open = inputs.value.filter(({ id, optional, kind }) => !optional && kind !== 'several' && !raw()[id] && !asked.value.has(id))
      if (open.length > 0) asked.value = new Set([...asked.value, ...open.map(({ id }) => id)])
    },
    { flush: 'sync' },
  )
  return asked
}
