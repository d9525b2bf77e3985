import type { Between, Entry } from '@rook/contract'
import { CALLS, type Call, type CallName } from '@rook/contract/calls'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { call, NoAnswer, Refused, type Answer, type Sent } from './call.ts'
import { useLive } from './live.ts'
import { refresh } from './refresh.ts'
import { useSession } from './session.ts'
import { madeOldBy } from './made-old.ts'
import { Outbox } from './outbox.ts'

/** What has become of the last thing that was sent. */
export type Outcome =
  | { kind: 'idle' }
  | { kind: 'sending' }
  /** No answer came; asking what became of it. */
  | { kind: 'unsure' }
  /** No answer came, and it is sure that nothing was recorded and nothing will be. */
  | { kind: 'not-recorded' }
  | { kind: 'refused'; code: string | null; sentence: string; fields: Record<string, string>; between: Between[] }
  | { kind: 'recorded'; entry: Entry | null }

/** Whether what was sent was refused for the reason that a code names: the ledger asks something before it takes it. */
export const isRefusedAs = (outcome: Outcome, code: string): boolean => outcome.kind === 'refused' && outcome.code === code

/** As a call is sent, without the id of what is recorded: that is made here. */
type Unsent<Name extends CallName> = Omit<Sent<Name>, 'body'> & {
  body?: Sent<Name>['body'] extends infer Body | undefined ? Omit<Body, 'id'> & { id?: string } : never
}

interface Options {
  /** Where it is sent from; what is on its way is kept under it through a reload. */
  name?: string | null
  /** Called when it is recorded, also when that is found out only later. */
  done?: (entry: Entry | null) => void
}

const ASK_AGAIN = 1_500

/**
 * The one way in which anything is sent that changes what is on record, or that a person asks for with a button. It says
 * what became of it whatever happens on the way, keeps what is not through, and asks anew for what it has made old.
 */
export function useSend({ name = null, done = () => undefined }: Options = {}) {
  const queries = useQueryClient()
  const live = useLive()
  const session = useSession()
  const outbox = new Outbox(name)
  const outcome = ref<Outcome>(outbox.unsure ? { kind: 'unsure' } : { kind: 'idle' })
  const trouble = ref<string | null>(troubleOf(outcome.value))
  watch(outcome, (now) => (trouble.value = troubleOf(now)), { flush: 'sync' })
  const mutation = useMutation({
    mutationFn: ({ to, what }: { to: CallName; what: Sent<CallName> }) => call(to, what),
    networkMode: 'always',
    retry: false,
  })

  /** @returns the answer; null when there is none, and `outcome` says why */
  async function send<Name extends CallName>(to: Name, what: Unsent<Name> = {}): Promise<Answer<Name> | null> {
    const row: Call = CALLS[to]
    const hasId = row.method !== 'get' && row.named
    const whole = (hasId ? { ...what, body: { ...what.body, id: outbox.begin(contentOf(to, what)) } } : what) as Sent<CallName>
    outcome.value = { kind: 'sending' }
    try {
      const answer = await mutation.mutateAsync({ to, what: whole })
      await recorded(to, whole, answer)
      return answer as Answer<Name>
    } catch (error) {
      failed(error, hasId)
      return null
    }
  }

  async function recorded(to: CallName, what: Sent<CallName>, answer: unknown): Promise<void> {
    const entry = entryIn(answer)
    outbox.done()
    outcome.value = { kind: 'recorded', entry }
    done(entry)
    await refresh(queries, madeOldBy(to, what, answer))
  }

  function failed(error: unknown, hasId: boolean): void {
    if (error instanceof Refused) {
      const { fields = {}, between = [], code } = error.problem
      if (code === 'id-used') outbox.done()
      else outbox.refused()
      outcome.value = { kind: 'refused', code, sentence: error.message, fields, between }
      // What it was refused for is to be seen.
      if (error.problem.status === 409) void queries.invalidateQueries()
      if (code === 'other-person' || error.problem.status === 401) void session.ask().catch(() => undefined)
    } else if (error instanceof NoAnswer) {
      live.lost()
      outcome.value = hasId
        ? { kind: 'unsure' }
        : {
            kind: 'refused',
            code: null,
            sentence: 'The server does not answer. Look whether it got through before you try again.',
            fields: {},
            between: [],
          }
    } else {
      outbox.refused()
      outcome.value = { kind: 'idle' }
      throw error
    }
  }

  /** Asking closes the id: what is not recorded by then never will be, so that "not recorded" stays true. */
  async function settle(): Promise<void> {
    const id = outbox.unsure
    if (!id) return
    try {
      const { recorded: isRecorded, entry } = await call('settle', { params: { id } })
      outbox.done()
      if (!isRecorded) {
        outcome.value = { kind: 'not-recorded' }
        return
      }
      outcome.value = { kind: 'recorded', entry }
      done(entry)
      await queries.invalidateQueries()
    } catch (error) {
      if (!(error instanceof Refused) && !(error instanceof NoAnswer)) throw error
    }
  }

  const asking = useIntervalFn(() => void settle(), ASK_AGAIN, { immediate: false })
  watch(
    () => outcome.value.kind,
    (kind) => (kind === 'unsure' ? asking.resume() : asking.pause()),
    { immediate: true },
  )

  return {
    outcome,
    send,
    busy: computed(() => outcome.value.kind === 'sending' || outcome.value.kind === 'unsure'),
    /** What went wrong, for a person; null while nothing did. A form says its own troubles here too. */
    trouble,
    settle: () => (outcome.value = { kind: 'idle' }),
  }
}

export type Sender = ReturnType<typeof useSend>

function troubleOf(outcome: Outcome): string | null {
  if (outcome.kind === 'refused') return outcome.sentence
  if (outcome.kind === 'unsure') return 'No answer came. Asking whether it is recorded; what you typed is kept.'
  return outcome.kind === 'not-recorded' ? 'Nothing was recorded: the server was gone before it got through. Send it again.' : null
}

function entryIn(answer: unknown): Entry | null {
  if (typeof answer !== 'object' || answer === null) return null
  if ('previousHash' in answer) return answer as Entry
  return (answer as { entry?: Entry | null }).entry ?? null
}

/** The same figures under the same door are the same thing; a PIN is no part of it, and is not kept. */
function contentOf(to: CallName, { params, body }: { params?: unknown; body?: object }): string {
  const { release, pin: _own, ...rest } = (body ?? {}) as { release?: { pin?: string } | null; pin?: string }
  const { pin: _pin, ...released } = release ?? {}
  return JSON.stringify([to, params, rest, release ? released : null])
}
