import { call } from './call.ts'

/** So many are told in a row; a place that fails at every beat would otherwise fill the log. */
const MOST = 5
const told = new Set<string>()

/** Tells the server’s log of a fault in the interface. Whoever is at the screen is never kept waiting for it. */
export function reportFault(error: unknown, during: string): void {
  const { message, stack } = error instanceof Error ? error : { message: String(error), stack: undefined }
  console.error('a place has failed', during, error)
  if (told.has(message) || told.size >= MOST) return
  told.add(message)
  const body = {
    message: message.slice(0, 500),
    stack: (stack ?? '').slice(0, 4_000),
    during: during.slice(0, 120),
    place: (window.location.pathname + window.location.search).slice(0, 300),
  }
  call('reportFault', { body }).catch(() => undefined)
}
