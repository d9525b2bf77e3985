import type { RequestHandler } from 'express'
import { Problem } from '../problem.ts'

/** What another site's page sends is refused; browsers say where a page comes from, programs need not. */
export const ownOrigin: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin')
  if (request.method === 'GET' || request.method === 'HEAD' || !origin || hostOf(origin) === request.host) return next()
  throw new Problem(403, 'other-origin', `This was sent from ${origin}, which is not this ledger’s own address.`)
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}
