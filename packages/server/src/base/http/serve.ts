import type { Operation, Person } from '@rook/contract'
import { CALLS, type Call as Facts, type CallName } from '@rook/contract/calls'
import express, { type Express, type Request, type RequestHandler, type Response } from 'express'
import type { z } from 'zod'
import type { Author } from '../author.ts'
import { refuseUnlessMay } from './may.ts'
import { deviceOf } from './device.ts'
import { Problem } from '../problem.ts'
import { plainText } from './plain-text.ts'

export interface Call<O extends Operation> {
  params: z.output<O['params']>
  query: z.output<O['query']>
  body: z.output<O['body']>
  request: Request
  response: Response
}

export interface SignedInCall<O extends Operation> extends Call<O> {
  person: Person
  /** The same person with the time of the call, for whatever is recorded. */
  author: Author
}

/** Whom the screen shows from which a write was sent. */
export const SHOWN_PERSON = 'x-rook-person'

const json = (limit: string): RequestHandler => express.json({ limit, reviver: plainText })
const SMALL = json('64kb')
const FIGURES = json('512kb')
const FILE = json('17mb')

/** Reads a body as large as the call's row allows; only somebody who has signed in may send a whole file. */
function bodyOf(call: Facts): RequestHandler[] {
  if (call.method === 'get' || call.size === 'none') return []
  if (call.size === 'figures') return [FIGURES]
  if (call.size === 'small') return [SMALL]
  return [(request, response, next) => (request.session.person ? FILE : SMALL)(request, response, next)]
}

/** Ties one operation of the contract to the function that answers it: input read, access checked, JSON out. */
export function serve<O extends Operation>(
  app: Express,
  operation: O,
  answer: (call: SignedInCall<O>) => Promise<z.input<O['response']>>,
): void {
  const path = operation.path.replace(/\{(\w+)\}/g, ':$1')
  const reads = operation.method === 'get'
  app[operation.method](path, ...bodyOf(CALLS[operation.id as CallName]), async (request, response) => {
    const person = request.session.person
    checkAccess(operation, person)
    if (!reads && operation.access !== 'anyone') checkShown(request, person!)
    const call = {
      params: read(operation.params, request.params, 'the address'),
      query: read(operation.query, request.query, 'the query'),
      body: read(operation.body, reads || operation.method === 'delete' ? {} : sentIn(request), 'the body'),
      request,
      response,
      // Operations open to anyone do not look at it.
      person: person as Person,
      author: { person: person as Person, now: (app.locals.clock as () => string)(), device: deviceOf(request) },
    } as SignedInCall<O>
    response.json((await answer(call)) ?? null)
  })
}

function checkAccess({ access }: Operation, person: Person | undefined): void {
  if (access === 'anyone') return
  if (!person) throw new Problem(401, 'not-signed-in', 'Sign in first. What you typed is kept on this screen.')
  refuseUnlessMay(person, access)
}

/** Two tabs share one session: what is sent from a screen that shows somebody else must not go under the wrong name. */
function checkShown(request: Request, person: Person): void {
  const shown = request.get(SHOWN_PERSON)
  if (shown === encodeURIComponent(person.id)) return
  throw new Problem(
    409,
    'other-person',
    shown
      ? `${person.name} is signed in on this browser now, and this screen shows somebody else. Nothing was recorded; what you typed is kept.`
      : `Say whom the screen shows, in the header ${SHOWN_PERSON}.`,
  )
}

function sentIn(request: Request): unknown {
  if (request.body === undefined) {
    if (Number(request.get('content-length') ?? 0) > 0) throw new Problem(415, 'not-json', 'Send the body as application/json.')
    return {}
  }
  return request.body
}

function read<T extends z.ZodType>(schema: T, value: unknown, where: string): z.output<T> {
  const parsed = schema.safeParse(value)
  if (parsed.success) return parsed.data
  const fields = Object.fromEntries(parsed.error.issues.map((issue) => [issue.path.map(String).join('.') || where, issue.message]))
  const [first] = parsed.error.issues
  const at = first?.path.map(String).join('.')
  throw new Problem(400, 'not-understood', `${at ? `${at}: ` : ''}${first?.message ?? `${where} is not understood`}`, { fields })
}
