import type { ObservedAnswer } from '@rook/contract'
import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef, toValue, watch, type MaybeRefOrGetter } from 'vue'
import { call } from './call.ts'
import { useLive } from './live.ts'

/** The server tells a session of a machine for half a minute after it asked. */
const ASK_AGAIN = 12_000
/** A machine without a connection gets one some day. */
const ASK_LATER = 60_000
const TICK = 200

/** What is known of a machine over its connection, with ages as of now; null until the first answer. */
export function useObserved(machine: MaybeRefOrGetter<string>) {
  const live = useLive()
  const newest = shallowRef<{ said: ObservedAnswer; at: number } | null>(null)
  const now = shallowRef(performance.now())
  let timer: ReturnType<typeof setTimeout> | undefined

  const take = (said: ObservedAnswer) => (newest.value = { said, at: performance.now() })

  async function ask(): Promise<void> {
    clearTimeout(timer)
    const id = toValue(machine)
    const said = await call('watch', { params: { id }, body: {} }).catch(() => null)
    if (id !== toValue(machine)) return
    if (said) take(said)
    const isReached = said && (said.link !== 'none' || said.line !== 'none')
    timer = setTimeout(() => void ask(), isReached || !said ? ASK_AGAIN : ASK_LATER)
  }

  watch(
    () => toValue(machine),
    () => {
      newest.value = null
      void ask()
    },
    { immediate: true },
  )
  const stop = live.observe((said) => said.machine === toValue(machine) && take(said))
  useIntervalFn(() => (now.value = performance.now()), TICK)
  onScopeDispose(() => {
    clearTimeout(timer)
    stop()
  })

  return computed((): ObservedAnswer | null => {
    if (!newest.value) return null
    const { said, at } = newest.value
    const since = Math.max(0, now.value - at)
    return {
      ...said,
      age: said.age + since,
      gauge: said.gauge && { ...said.gauge, age: said.gauge.age + since },
    }
  })
}
