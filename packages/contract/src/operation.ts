import { z } from 'zod'

export type Method = 'get' | 'post' | 'put' | 'delete'

/** Who may call: anybody, anybody signed in, or a lead. */
export type Access = 'anyone' | 'signed-in' | 'lead'

export interface Operation<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Response extends z.ZodType = z.ZodType,
> {
  id: string
  method: Method
  /** With `{name}` for parameters, as OpenAPI writes it. */
  path: string
  summary: string
  access: Access
  params: Params
  query: Query
  body: Body
  response: Response
  /** Problems that this operation answers with, besides the ones that any may. */
  problems: readonly number[]
}

const nothing = z.object({})
type Nothing = typeof nothing

interface Description<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, R extends z.ZodType> {
  method: Method
  path: string
  summary: string
  access?: Access
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
>(id: string, description: Description<P, Q, B, R>): Operation<P, Q, B, R> {
  return {
    access: 'signed-in',
    problems: [],
    ...description,
    id,
    params: (description.params ?? nothing) as P,
    query: (description.query ?? nothing) as Q,
    body: (description.body ?? nothing) as B,
    response: (description.response ?? z.null()) as R,
  }
}
