import { api, type Between, type Entry } from '@rook/contract'
import { useIntervalFn } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { call, NoAnswer, Refused } from '../app/call.ts'
import { useLive } from '../app/live.ts'
import { newId } from '../app/new-id.ts'

export type Sent =
  | { kind: 'idle' }
  | { kind: 'sending' }
  /** No answer came; asking whether the entry is there. */
  | { kind: 'unsure' }
  | { kind: 'not-recorded' }
  | { kind: 'refused'; sentence: string; fields: Record<string, string>; between: Between[] }
  | { kind: 'recorded'; entry: Entry | null }

/**
 * Sends several figures that are recorded together, under an entry's id that is made here, and finds out what
 * became of them when no answer comes.
 */
export function useSending() {
  const sent = ref<Sent>({ kind: 'idle' })
  const queries = useQueryClient()
  const live = useLive()
  let id = newId()

  /** @param work makes the call with the entry's id; answers with the entry, or null where none was needed */
  async function send(work: (id: string) => Promise<Entry | null>): Promise<void> {
    sent.value = { kind: 'sending' }
    try {
      done(await work(id))
    } catch (error) {
      if (error instanceof Refused) {
        const { fields = {}, between = [] } = error.problem
        sent.value = { kind: 'refused', sentence: error.message, fields, between }
        void queries.invalidateQueries()
      } else if (error instanceof NoAnswer) {
        live.lost()
        sent.value = { kind: 'unsure' }
      } else throw error
    }
  }

  function done(entry: Entry | null): void {
    id = newId()
    sent.value = { kind: 'recorded', entry }
    void queries.invalidateQueries()
  }

  async function askWhether(): Promise<void> {
    try {
      done(await call(api.entry, { params: { id } }))
    } catch (error) {
      if (error instanceof Refused && error.problem.status === 404) sent.value = { kind: 'not-recorded' }
    }
  }

  const asking = useIntervalFn(() => void askWhether(), 1_500, { immediate: false })
  watch(
    () => sent.value.kind,
    (kind) => (kind === 'unsure' ? asking.resume() : asking.pause()),
  )

  return {
    sent,
    send,
    busy: computed(() => sent.value.kind === 'sending' || sent.value.kind === 'unsure'),
    settle: () => (sent.value = { kind: 'idle' }),
  }
}
