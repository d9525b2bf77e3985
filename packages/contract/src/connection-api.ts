import { z } from 'zod'
import { connectionInput, connectionSchema, observedSchema, takeBody, takenSchema } from './connection.ts'
import { operation } from './operation.ts'

const byId = z.object({ id: z.string().max(60) })

/** Connections to machines and gauges, and what is taken over them. */
export const connectionApi = {
  connection: operation('connection', {
    summary: 'How a machine is reached.',
    params: byId,
    response: connectionSchema,
    problems: [404],
  }),
  changeConnection: operation('changeConnection', {
    summary: 'Says how a machine is reached. Empty addresses end the connection.',
    params: byId,
    body: connectionInput,
    response: connectionSchema,
    problems: [404, 422],
  }),
  observed: operation('observed', {
    summary: 'What is known of a machine over its connection, as of now.',
    params: byId,
    response: observedSchema,
    problems: [404],
  }),
  watch: operation('watch', {
    summary: 'Asks for a machine’s observations on this session’s live stream, for the next half minute.',
    params: byId,
    response: observedSchema,
    problems: [404],
  }),
  take: operation('take', {
    summary: 'Takes a position or a gauge’s figure over the wire: machine coordinates, at rest, not older than two seconds.',
    params: byId,
    body: takeBody,
    response: takenSchema,
    problems: [404, 409, 422],
  }),
}
