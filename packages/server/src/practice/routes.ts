import { api, panelSchema, type PracticePanel } from '@rook/contract'
import type { Express } from 'express'
import { notFound, Problem } from '../base/problem.ts'
import { serve } from '../base/http/serve.ts'

const PATIENCE = 5_000

/**
 * Passes keys on to the panels of practice machines, and back what is seen. Whoever starts such machines says where their panels are;
 * without a word of it there are none.
 */
export function practiceRoutes(app: Express, panels: Readonly<Record<string, string>>): void {
  const ask = async (machine: string, body?: unknown): Promise<PracticePanel> => {
    const address = Object.hasOwn(panels, machine) ? panels[machine]! : null
    if (!address) throw notFound(`Practice machine ${machine}`)
    const answer = await fetch(address, {
      ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
      signal: AbortSignal.timeout(PATIENCE),
    }).catch(() => {
      throw new Problem(
        409,
        'practice-silent',
        'The practice machine does not answer. It is started and stopped together with this server.',
      )
    })
    const said = (await answer.json()) as { refused?: string }
    if (said.refused) throw new Problem(409, 'machine-refuses', said.refused)
    return panelSchema.parse(said)
  }
  serve(app, api.practice, () => Promise.resolve(Object.keys(panels)))
  serve(app, api.panel, ({ params }) => ask(params.id))
  serve(app, api.pressPanel, ({ params, body }) => ask(params.id, body))
}
