/** What can stand in an entry: JSON without surprises. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json | undefined }

/**
 * One text for one content: keys sorted, nothing undefined, no spaces. Two programs that agree on the
 * content agree on the text, so the hash over it can be checked by anybody.
 * @throws TypeError for a number that JSON cannot hold
 */
export function canonical(value: Json): string {
  if (typeof value === 'number' && !Number.isFinite(value)) throw new TypeError(`${value} cannot be kept in an entry`)
  if (value === null || typeof value !== 'object') return JSON.stringify(value)
  if (Array.isArray(value)) return `[${value.map((item: Json) => canonical(item)).join(',')}]`
  const fields = Object.entries(value as Record<string, Json | undefined>)
    .filter((field): field is [string, Json] => field[1] !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, item]) => `${JSON.stringify(key)}:${canonical(item)}`)
  return `{${fields.join(',')}}`
}

/** The text whose SHA-256 is an entry's hash: the hash of the entry before it on the machine, then its content. */
export function chained(previousHash: string, content: Json): string {
  return `${previousHash}\n${canonical(content)}`
}

/** Stands in place of a hash before a machine's first entry. */
export const FIRST = '0'.repeat(64)
