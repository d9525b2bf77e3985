import { api, type Between, type Entry } from '@rook/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { call, NoAnswer, Refused } from '../app/call.ts'
import { useLive } from '../app/live.ts'
import type { RoutineAt, RoutineState } from './use-routine.ts'

export interface Release {
  person: string
  pin: string
  reason: string
}

export type Outcome =
  | { kind: 'idle' }
  | { kind: 'sending' }
  /** No answer came; asking whether the entry is there. */
  | { kind: 'unsure' }
  /** No answer came, and the entry is not there: nothing was recorded. */
  | { kind: 'not-recorded' }
  | { kind: 'refused'; sentence: string; between: Between[] }
  | { kind: 'recorded'; entry: Entry }

/** Sends a routine to the ledger and finds out what became of it, whatever happens on the way. */
export function useRecording(at: RoutineAt, state: RoutineState) {
  const outcome = ref<Outcome>(state.draft.value.unsure ? { kind: 'unsure' } : { kind: 'idle' })
  const queries = useQueryClient()
  const live = useLive()

  async function record(release: Release | null): Promise<void> {
    const { draft } = state
    outcome.value = { kind: 'sending' }
    draft.value.unsure = true
    try {
      const entry = await call(api.record, {
        params: { id: at.machine },
        body: {
          id: draft.value.entry,
          routine: at.routine,
          inputs: draft.value.inputs,
          agreed: draft.value.agreed,
          setup: at.setup,
          step: at.step,
          basis: draft.value.basis,
          answers: onlyCurrent(draft.value.answers),
          seen: onlySeenNow(draft.value.seen),
          release,
        },
      })
      done(entry)
    } catch (error) {
      if (error instanceof Refused) {
        draft.value.unsure = false
        outcome.value = { kind: 'refused', sentence: error.message, between: error.problem.between ?? [] }
        void queries.invalidateQueries()
      } else if (error instanceof NoAnswer) {
        live.lost()
        outcome.value = { kind: 'unsure' }
      } else throw error
    }
  }

  /** Reasons for findings that no longer stand stay in the draft but are not sent. */
  function onlyCurrent(answers: Record<string, string>): Record<string, string> {
    return Object.fromEntries(Object.entries(answers).filter(([, reason]) => reason.trim().length >= 3))
  }

  function onlySeenNow(seen: string[]): string[] {
    const keys = state.assessment.value.sheet.result?.readouts.map((readout) => readout.key) ?? []
    return seen.filter((key) => keys.includes(key))
  }

  function done(entry: Entry): void {
    outcome.value = { kind: 'recorded', entry }
    state.clear()
    void queries.invalidateQueries()
  }

  async function askWhether(): Promise<void> {
    try {
      done(await call(api.entry, { params: { id: state.draft.value.entry } }))
    } catch (error) {
      if (!(error instanceof Refused)) return
      if (error.problem.status !== 404) return
      state.draft.value.unsure = false
      outcome.value = { kind: 'not-recorded' }
    }
  }

  const asking = useIntervalFn(() => void askWhether(), 1_500, { immediate: false })
  watch(
    () => outcome.value.kind,
    (kind) => (kind === 'unsure' ? asking.resume() : asking.pause()),
    { immediate: true },
  )

  return {
    outcome,
    record,
    busy: computed(() => outcome.value.kind === 'sending' || outcome.value.kind === 'unsure'),
    settle: () => (outcome.value = { kind: 'idle' }),
  }
}
