import type { Announcement, ObservedAnswer } from '@rook/contract'
import type { QueryClient } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { refresh } from './refresh.ts'
import { Stream, type Told } from './stream.ts'

const ASK_AGAIN = 1_500
/** News of others are gathered for a moment, and not every browser asks at the same one; the floor, which everything changes, longer. */
const GATHER = { own: 80, floor: 700 }
const JITTER = { own: 320, floor: 800 }

/** Whether the server answers, and what others append while one looks. */
export const useLive = defineStore('live', () => {
  const connected = ref(true)
  const lastHeard = ref<Extract<Announcement, { kind: 'entry' }> | null>(null)
  let stream: Stream | null = null
  let asking: ReturnType<typeof setInterval> | null = null
  const gathering = { own: null as ReturnType<typeof setTimeout> | null, floor: null as ReturnType<typeof setTimeout> | null }
  const news = { own: [] as Announcement[], floor: [] as Announcement[] }
  let queries: QueryClient | null = null
  const observers = new Set<(observed: ObservedAnswer) => void>()
  let onOver: () => void = () => undefined

  /** @param over what is to be done when the session has ended somewhere else */
  function open(client: QueryClient, over: () => void = () => undefined): void {
    if (stream) return
    queries = client
    onOver = over
    stream = new Stream(hear, silent)
  }

  function hear(told: Told): void {
    if (told.kind === 'over') return onOver()
    const was = connected.value
    back()
    // After a break nobody knows what was missed: everything that is shown is asked for again.
    if (!was || told.kind === 'missed') return void queries?.invalidateQueries()
    if (told.kind === 'observed') for (const observer of observers) observer(told.said)
    if (told.kind !== 'news') return
    if (told.said.kind === 'entry') lastHeard.value = told.said
    for (const what of ['own', 'floor'] as const) {
      news[what].push(told.said)
      gathering[what] ??= setTimeout(() => tellQueries(what), GATHER[what] + Math.random() * JITTER[what])
    }
  }

  function tellQueries(what: 'own' | 'floor'): void {
    gathering[what] = null
    const said = news[what].splice(0)
    if (queries) void refresh(queries, said, (name) => (name === 'floor') === (what === 'floor'))
  }

  function silent(): void {
    connected.value = false
  }

  function back(): void {
    if (asking) clearInterval(asking)
    asking = null
    connected.value = true
  }

  /** A call got no answer although the live connection may still stand: asks until the server answers again. */
  function lost(): void {
    connected.value = false
    asking ??= setInterval(() => {
      fetch('/api/health', { signal: AbortSignal.timeout(ASK_AGAIN * 4) }).then(
        (answer) => {
          if (!answer.ok) return
          back()
          void queries?.invalidateQueries()
        },
        () => undefined,
      )
    }, ASK_AGAIN)
  }

  /** Hears of machines that this browser watches; ends with what is returned. */
  function observe(observer: (observed: ObservedAnswer) => void): () => void {
    observers.add(observer)
    return () => observers.delete(observer)
  }

  function close(): void {
    stream?.close()
    stream = null
  }

  return { connected, lastHeard, open, close, lost, observe }
})
