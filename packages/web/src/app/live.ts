import type { QueryClient } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Announced {
  machine: string
  entry: string
  by: string
  registers: string[]
}

/** Whether the server answers, and what others append while one looks. */
export const useLive = defineStore('live', () => {
  const connected = ref(true)
  const lastHeard = ref<Announced | null>(null)
  let source: EventSource | null = null

  function open(queries: QueryClient): void {
    if (source) return
    source = new EventSource('/api/events')
    source.addEventListener('hello', () => {
      // After a break nobody knows what was missed: everything on the screen is asked for again.
      if (!connected.value) void queries.invalidateQueries()
      connected.value = true
    })
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

  function close(): void {
    source?.close()
    source = null
  }

  return { connected, lastHeard, open, close, lost: () => (connected.value = false) }
})
