import type { LengthUnit } from '@rook/core'
import { computed, type ComputedRef } from 'vue'
import { useMachines } from '../../client/queries.ts'

/** The unit that sizes are written in where none is said: inches in a shop whose machines all count in inches. */
export function useShopUnit(): ComputedRef<LengthUnit> {
  const machines = useMachines()
  return computed(() => {
    const all = machines.data.value ?? []
    return all.length > 0 && all.every(({ unit }) => unit === 'in') ? 'in' : 'mm'
  })
}
