import { z } from 'zod'
import { CALLS, type Access, type CallName, type Method } from './calls.ts'

export type { Access, Method } from './calls.ts'

export interface Operation<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Response extends z.ZodType = z.ZodType,
> {
  id: string
  method: Method
  path: string
  summary: string
  access: Access
  params: Params
  query: Query
  body: Body
  response: Response
  /** Problems that this operation answers with, in addition to those that every operation may. */
  problems: readonly number[]
}

const nothing = z.object({})
type Nothing = typeof nothing

interface Description<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, R extends z.ZodType> {
  summary: string
  params?: P
  query?: Q
  body?: B
  response?: R
  problems?: readonly number[]
}

/** Describes one call of the API; the server's routes, the client and OpenAPI are all made from it. */
export function operation<
  P extends z.ZodType = Nothing,
  Q extends z.ZodType = Nothing,
  B extends z.ZodType = Nothing,
  R extends z.ZodType = z.ZodNull,
>(id: CallName, description: Description<P, Q, B, R>): Operation<P, Q, B, R> {
  return {
    problems: [],
    ...description,
    ...CALLS[id],
    id,
    params: (description.params ?? nothing) as P,
    query: (description.query ?? nothing) as Q,
    body: (description.body ?? nothing) as B,
    response: (description.response ?? z.null()) as R,
  }
}
