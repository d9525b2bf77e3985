import type { api, Operation, Problem } from '@rook/contract'
import { CALLS, type CallName } from '@rook/contract/calls'
import type { z } from 'zod'

type Api = typeof api

/** A problem document from the server. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** No answer came: whether the server did what was asked is not known. */
export class NoAnswer extends Error {
  constructor() {
    super('The server does not answer.')
  }
}

export type Sent<Name extends CallName> = {
  params?: z.input<Api[Name]['params']>
  query?: z.input<Api[Name]['query']>
  body?: z.input<Api[Name]['body']>
}

export type Answer<Name extends CallName> = Api[Name] extends Operation ? z.output<Api[Name]['response']> : never

/** Whom this screen shows: every write says it, so that a tab from before somebody else signed in writes nothing. */
let shown: string | null = null
export const showPerson = (id: string | null) => (shown = id)

/** Makes one call of the contract. */
export async function call<Name extends CallName>(name: Name, { params, query, body }: Sent<Name> = {}): Promise<Answer<Name>> {
  const { method, path: template, patience } = CALLS[name]
  const path = template.replace(/\{(\w+)\}/g, (_all, part: string) => encodeURIComponent(String((params as Record<string, string>)[part])))
  const search = new URLSearchParams(
    Object.entries((query ?? {}) as Record<string, unknown>).flatMap(([key, value]) =>
      value === undefined || value === null || value === '' ? [] : [[key, String(value)]],
    ),
  )
  const hasBody = method === 'post' || method === 'put'
  const response = await fetch(search.size > 0 ? `${path}?${search}` : path, {
    method: method.toUpperCase(),
    credentials: 'same-origin',
    signal: AbortSignal.timeout(patience * 1_000),
    headers: {
      ...(hasBody ? { 'Content-Type': 'application/json' } : {}),
      ...(shown !== null && (method as string) !== 'get' ? { 'X-Rook-Person': encodeURIComponent(shown) } : {}),
    },
    ...(hasBody ? { body: JSON.stringify(body ?? {}) } : {}),
  }).catch(() => {
    throw new NoAnswer()
  })
  const answer: unknown = await response.json().catch(() => {
    throw new NoAnswer()
  })
  if (response.ok) return answer as Answer<Name>
  const problem = answer as Problem
  // A server without its database cannot say what became of the entry either.
  if (response.status >= 500) throw new NoAnswer()
  throw new Refused(problem)
}
