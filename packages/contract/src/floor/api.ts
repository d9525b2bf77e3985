import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { foundSchema } from './find.ts'
import { handoverPage, handoverSchema, readHandoverBody, signHandoverBody } from './handover.ts'
import { floorMachine } from '../setups/setup.ts'

/** What a shift sees first and hands over. */
export const floorApi = {
  floor: operation('floor', {
    summary: 'Every machine, what is set up on it, and what needs a look.',
    response: z.array(floorMachine),
  }),
  find: operation('find', {
    summary: 'Whatever in the shop is called by these words; a number also finds entries.',
    query: z.object({ words: z.string().trim().max(60) }),
    response: z.array(foundSchema),
  }),
  handover: operation('handover', {
    summary: 'What a shift hands over on a machine: drafted from the ledger, or as it was signed.',
    params: byId,
    query: z.object({ shift: z.enum(['this', 'before']).default('this') }),
    response: handoverPage,
    problems: [404],
  }),
  signHandover: operation('signHandover', {
    summary: 'Signs a machine\u2019s handover for a shift. There is one for each.',
    params: byId,
    body: signHandoverBody,
    response: handoverSchema,
    problems: [401, 404, 409, 422, 429],
  }),
  readHandover: operation('readHandover', {
    summary: 'Whoever comes signs that the handover was read.',
    params: z.object({ id: z.uuid({ error: 'Handover: this is not a handover\u2019s id.' }) }),
    body: readHandoverBody,
    response: handoverSchema,
    problems: [401, 404, 409, 422, 429],
  }),
  reportFault: operation('reportFault', {
    summary: 'Puts a fault of the interface into the server\u2019s log.',
    body: z
      .object({ message: z.string().max(500), stack: z.string().max(4_000), during: z.string().max(120), place: z.string().max(300) })
      .meta({ id: 'Fault' }),
    response: z.object({ logged: z.boolean() }).meta({ description: 'False where too many came in a minute.' }),
  }),
}
