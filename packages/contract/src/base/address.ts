/** Where something listens: a name or four numbers, and a port. */
export interface Address {
  host: string
  port: number
}

const LABEL = /^[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?$/i
/** What a resolver would take for a number: plain, octal or hexadecimal. */
const NUMBER = /^(\d+|0x[0-9a-f]*)$/i

/** Four plain numbers from 0 to 255, or a name whose last label is none: every other way to write a number is refused. */
function isHost(host: string): boolean {
  const labels = host.split('.')
  if (host.length > 253 || !labels.every((label) => LABEL.test(label))) return false
  if (!NUMBER.test(labels.at(-1)!)) return true
  return labels.length === 4 && labels.every((label) => /^(0|[1-9]\d{0,2})$/.test(label) && Number(label) <= 255)
}

/**
 * Reads "host:port".
 * @param port the one that is meant where none is written
 * @returns null for what is no address
 */
export function readAddress(text: string, port: number | null = null): Address | null {
  const [, host, written] = /^([^:/?#@\s]+)(?::(\d{1,5}))?$/.exec(text) ?? []
  if (!host || !isHost(host)) return null
  const meant = written === undefined ? port : Number(written)
  return meant !== null && meant >= 1 && meant <= 65_535 ? { host: host.toLowerCase(), port: meant } : null
}

const HTTP_PORT = 80

/** Reads "http://host:port/path"; null for what is no such address. */
export function readHttpAddress(text: string): (Address & { path: string }) | null {
  const [, place, path = ''] = /^http:\/\/([^/?#@\s]+)(\/[\w./-]*)?$/i.exec(text) ?? []
  const address = place ? readAddress(place, HTTP_PORT) : null
  return address && { ...address, path: path.replace(/\/$/, '') }
}
