import type { IncomingMessage } from 'node:http'

/** What was asked for; null where it is no address: anybody can send anything to a port. */
export function urlOf({ url = '/' }: Pick<IncomingMessage, 'url'>): URL | null {
  try {
    // Behind the host, for a path that begins with two strokes would be taken for one.
    return new URL(`http://localhost${url.startsWith('/') ? '' : '/'}${url}`)
  } catch {
    return null
  }
}
