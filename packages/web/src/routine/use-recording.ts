import type { Entry } from '@rook/contract'
import { useSend } from '../client/use-send.ts'
import { draftKey, type RoutineAt, type RoutineState } from './use-routine.ts'

export interface Release {
  person: string
  pin: string
  reason: string
}

/** Sends a routine to the ledger and finds out what became of it, whatever happens on the way. */
export function useRecording(at: RoutineAt, state: RoutineState, done: (entry: Entry) => void) {
  const sender = useSend({
    name: draftKey(at),
    done(entry) {
      state.clear()
      if (entry) done(entry)
    },
  })

  function record(release: Release | null) {
    const { inputs, agreed, basis, answers, seen, taken } = state.draft.value
    return sender.send('record', {
      params: { id: at.machine },
      body: {
        routine: at.routine,
        inputs,
        agreed,
        taken: onlyAsked(taken),
        setup: at.setup,
        step: at.step,
        basis,
        answers: onlyCurrent(answers),
        seen: onlySeenNow(seen),
        release,
      },
    })
  }

  /** Reasons for findings that no longer stand stay in the draft but are not sent. */
  function onlyCurrent(answers: Record<string, string>): Record<string, string> {
    return Object.fromEntries(Object.entries(answers).filter(([, reason]) => reason.trim().length >= 3))
  }

  /** Of what was taken, whatever still stands in a field that is asked for. */
  function onlyAsked(taken: Record<string, string>): Record<string, string> {
    const asked = state.assessment.value.inputs.map(({ id }) => id)
    return Object.fromEntries(Object.entries(taken).filter(([input]) => asked.includes(input)))
  }

  function onlySeenNow(seen: string[]): string[] {
    const keys = state.assessment.value.sheet.result?.readouts.map((readout) => readout.key) ?? []
    return seen.filter((key) => keys.includes(key))
  }

  return { ...sender, record }
}
