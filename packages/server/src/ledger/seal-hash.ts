import { createHash } from 'node:crypto'

/** Where a chain ended: which one it is, its last link and that link's hash. */
export interface ChainEnd {
  chain: string
  key: string
  link: number
  hash: string
}

/** The machines' own chains, beside those of the linked tables. */
export const ENTRIES = 'entry'

/**
 * SHA-256 of a day's seal: over the seal before it, the day and its moment, and a line for each end in the order of their names.
 * @param before the seal before it, 64 hexadecimal digits; empty for the first one
 */
export function sealHash(before: string, day: string, at: string, ends: Iterable<ChainEnd>): string {
  const sum = createHash('sha256').update(`${JSON.stringify([before, day, at])}\n`)
  for (const { chain, key, link, hash } of ends) sum.update(`${JSON.stringify([chain, key, link, hash])}\n`)
  return sum.digest('hex')
}
