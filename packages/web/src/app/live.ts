import type { QueryClient } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Announced {
  machine: string
  entry: string
  by: string
  registers: string[]
}

const ASK_AGAIN = 1_500

/** Whether the server answers, and what others append while one looks. */
export const useLive = defineStore('live', () => {
  const connected = ref(true)
  const lastHeard = ref<Announced | null>(null)
  let source: EventSource | null = null
  let asking: ReturnType<typeof setInterval> | null = null
  let refresh: () => void = () => undefined

  function open(queries: QueryClient): void {
    if (source) return
    source = new EventSource('/api/events')
    refresh = () => void queries.invalidateQueries()
    source.addEventListener('hello', back)
    source.addEventListener('entry', (event) => {
      lastHeard.value = JSON.parse((event as MessageEvent<string>).data) as Announced
      void queries.invalidateQueries()
    })
    source.addEventListener('missed', () => void queries.invalidateQueries())
    source.addEventListener('error', () => {
      connected.value = false
      if (source?.readyState === EventSource.CLOSED) {
        source = null
        setTimeout(() => open(queries), 2000)
      }
    })
  }

  /** After a break nobody knows what was missed: everything on the screen is asked for again. */
  function back(): void {
    if (asking) clearInterval(asking)
    asking = null
    if (!connected.value) refresh()
    connected.value = true
  }

  /** A call got no answer although the live connection may still stand: asks until the server answers again. */
  function lost(): void {
    connected.value = false
    asking ??= setInterval(() => {
      fetch('/api/health').then(
        (answer) => answer.ok && back(),
        () => undefined,
      )
    }, ASK_AGAIN)
  }

  function close(): void {
    source?.close()
    source = null
  }

  return { connected, lastHeard, open, close, lost }
})
