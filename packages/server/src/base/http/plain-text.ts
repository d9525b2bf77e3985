import type { RequestHandler } from 'express'
import { Problem } from '../problem.ts'

const refusal = () =>
  new Problem(400, 'not-understood', 'There is a character in it that cannot be kept (NUL, or half of one). Type it again.')

/** Half of a pair of surrogates, which is no character. */
const HALF = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/

const isKept = (text: string): boolean => !text.includes('\u0000') && !HALF.test(text)

/**
 * PostgreSQL keeps every character but NUL and halves of surrogate pairs; they are refused at the door, wherever they stand,
 * keys as well. Nor does a body name what JavaScript takes for something else.
 */
export function plainText(key: string, value: unknown): unknown {
  if (!isKept(key) || (typeof value === 'string' && !isKept(value))) throw refusal()
  if (key === '__proto__') throw new Problem(400, 'not-understood', '__proto__: this is not a name that can be used here.')
  return value
}

/** The same for addresses. */
export const plainAddress: RequestHandler = (request, _response, next) => {
  let address: string
  try {
    address = decodeURIComponent(request.url)
  } catch {
    // Bytes that are no text, such as half of a character.
    throw new Problem(400, 'not-understood', 'The address cannot be read.')
  }
  if (!isKept(address)) throw refusal()
  next()
}
