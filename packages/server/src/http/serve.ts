import type { Operation, Person, Role } from '@rook/contract'
import type { Express, Request, Response } from 'express'
import type { z } from 'zod'
import { Problem } from './problem.ts'

export interface Call<O extends Operation> {
  params: z.output<O['params']>
  query: z.output<O['query']>
  body: z.output<O['body']>
  request: Request
  response: Response
}

export interface SignedInCall<O extends Operation> extends Call<O> {
  person: Person
}

/** Ties one operation of the contract to the function that answers it: input read, access checked, JSON out. */
export function serve<O extends Operation>(
  app: Express,
  operation: O,
  answer: (call: SignedInCall<O>) => Promise<z.input<O['response']>>,
): void {
  const path = operation.path.replace(/\{(\w+)\}/g, ':$1')
  app[operation.method](path, async (request, response) => {
    const person = request.session.person
    checkAccess(operation, person?.role)
    const call = {
      params: read(operation.params, request.params, 'the address'),
      query: read(operation.query, request.query, 'the query'),
      body: read(operation.body, operation.method === 'get' || operation.method === 'delete' ? {} : bodyOf(request), 'the body'),
      request,
      response,
      // Operations open to anyone do not look at it.
      person: person as Person,
    } as SignedInCall<O>
    response.json((await answer(call)) ?? null)
  })
}

function checkAccess(operation: Operation, role: Role | undefined): void {
  if (operation.access === 'anyone') return
  if (!role) throw new Problem(401, 'not-signed-in', 'Sign in first. What you typed is kept on this screen.')
  if (operation.access === 'lead' && role !== 'lead') throw new Problem(403, 'lead-only', 'Only a lead can do this.')
}

function bodyOf(request: Request): unknown {
  if (request.body === undefined) {
    if (Number(request.get('content-length') ?? 0) > 0) throw new Problem(415, 'not-json', 'Send the body as application/json.')
    return {}
  }
  return request.body
}

function read<T extends z.ZodType>(schema: T, value: unknown, where: string): z.output<T> {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const fields = Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.join('.') || where, issue.message]))
  const [first] = parsed.error.issues
  const at = first?.path.join('.')
  throw new Problem(400, 'not-understood', `${at ? `${at}: ` : ''}${first?.message ?? `${where} is not understood`}`, { fields })
}
