import type { RequestHandler } from 'express'
import { Problem } from './problem.ts'

const refusal = () => new Problem(400, 'not-understood', 'There is a character in it that cannot be kept (NUL). Type it again.')

/** PostgreSQL keeps every character but NUL; it is refused at the door, wherever it stands. */
export function withoutNul(_key: string, value: unknown): unknown {
  if (typeof value === 'string' && value.includes('\u0000')) throw refusal()
  return value
}

/** The same for addresses. */
export const plainAddress: RequestHandler = (request, _response, next) => {
  if (/%00/.test(request.url)) throw refusal()
  next()
}
