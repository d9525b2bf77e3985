import type { Operation, Problem } from '@rook/contract'
import type { z } from 'zod'

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

type Sent<O extends Operation> = {
  params?: z.input<O['params']>
  query?: z.input<O['query']>
  body?: z.input<O['body']>
}

const PATIENCE = 12_000

/** Makes one call of the contract. */
export async function call<O extends Operation>(operation: O, { params, query, body }: Sent<O> = {}): Promise<z.output<O['response']>> {
  const path = operation.path.replace(/\{(\w+)\}/g, (_all, name: string) =>
    encodeURIComponent(String((params as Record<string, string>)[name])),
  )
  const search = new URLSearchParams(
    Object.entries((query ?? {}) as Record<string, unknown>).flatMap(([name, value]) =>
      value === undefined || value === null || value === '' ? [] : [[name, String(value)]],
    ),
  )
  const hasBody = operation.method === 'post' || operation.method === 'put'
  const response = await fetch(search.size > 0 ? `${path}?${search}` : path, {
    method: operation.method.toUpperCase(),
    credentials: 'same-origin',
    signal: AbortSignal.timeout(PATIENCE),
    ...(hasBody ? { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body ?? {}) } : {}),
  }).catch(() => {
    throw new NoAnswer()
  })
  const answer: unknown = await response.json().catch(() => {
    throw new NoAnswer()
  })
  if (response.ok) return answer as z.output<O['response']>
  const problem = answer as Problem
  // A server without its database cannot say what became of the entry either.
  if (response.status >= 500) throw new NoAnswer()
  throw new Refused(problem)
}
