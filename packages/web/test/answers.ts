import { vi } from 'vitest'

export type Answer = { status: number; body: unknown } | 'no answer'

export interface Sent {
  method: string
  path: string
  body: Record<string, unknown> | null
}

/**
 * A server that answers what it is told, by "METHOD /path" (the beginning is enough, the longest fitting one counts),
 * and remembers what it was sent.
 */
export function serverThat(answers: Record<string, Answer | ((sent: Sent) => Answer)>): Sent[] {
  const sent: Sent[] = []
  vi.stubGlobal('fetch', (path: string, { method = 'GET', body }: { method?: string; body?: string } = {}) => {
    const one = { method, path, body: body ? (JSON.parse(body) as Record<string, unknown>) : null }
    sent.push(one)
    const [, fitting] = Object.entries(answers)
      .filter(([key]) => `${method} ${path}`.startsWith(key))
      .sort(([a], [b]) => b.length - a.length)[0] ?? [null, { status: 200, body: null }]
    const answer = typeof fitting === 'function' ? fitting(one) : fitting
    if (answer === 'no answer') return Promise.reject(new TypeError('failed'))
    return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }))
  })
  return sent
}

export const ok = (body: unknown): Answer => ({ status: 200, body })
export const refused = (status: number, detail: string, more: object = {}): Answer => ({
  status,
  body: { type: 'x', title: 'x', status, detail, code: 'x', ...more },
})
