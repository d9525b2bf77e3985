import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { panelSchema, pressBody } from './practice.ts'

/** The panels of practice machines, where the shop has any. */
export const practiceApi = {
  practice: operation('practice', { summary: 'Machines that can be practised on.', response: z.array(z.string()) }),
  panel: operation('panel', {
    summary: 'What a person at a practice machine sees.',
    params: byId,
    response: panelSchema,
    problems: [404, 409],
  }),
  pressPanel: operation('pressPanel', {
    summary: 'Presses a key of a practice machine; answers with what is seen then.',
    params: byId,
    body: pressBody,
    response: panelSchema,
    problems: [404, 409, 422],
  }),
}
