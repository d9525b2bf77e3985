/** What can stand in an entry: JSON without surprises. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json | undefined }

/**
 * One text for one content: keys sorted, nothing undefined, no spaces. Two programs that agree on the
 * content agree on the text, so the hash over it can be checked by anybody.
 * @throws TypeError for a number that JSON cannot hold
 */
export function canonical(value: Json): string {
  if (typeof value === 'string') return JSON.stringify(value)
  if (value === null || typeof value !== 'object') {
    if (typeof value === 'number' && !Number.isFinite(value)) throw new TypeError(`${value} cannot be kept in an entry`)
    return JSON.stringify(value)
  }
  let text = ''
  if (Array.isArray(value)) {
    for (const item of value as readonly Json[]) text += text === '' ? canonical(item) : `,${canonical(item)}`
    return `[${text}]`
  }
  const fields = value as Record<string, Json | undefined>
  for (const key of Object.keys(fields).sort()) {
    const item = fields[key]
    if (item !== undefined) text += `${text === '' ? '' : ','}${quoted(key)}:${canonical(item)}`
  }
  return `{${text}}`
}

/** Every entry is hashed when it is recorded, and the same few keys come again and again. */
const KEYS = new Map<string, string>()
const MOST_KEYS = 2_000

function quoted(key: string): string {
  const known = KEYS.get(key)
  if (known !== undefined) return known
  const text = JSON.stringify(key)
  if (KEYS.size < MOST_KEYS) KEYS.set(key, text)
  return text
}

/** The text whose SHA-256 is an entry's hash: the hash of the entry before it on the machine, then its content. */
export function chained(previousHash: string, content: Json): string {
  return `${previousHash}\n${canonical(content)}`
}

/** Stands in place of a hash before a machine's first entry. */
export const FIRST = '0'.repeat(64)
