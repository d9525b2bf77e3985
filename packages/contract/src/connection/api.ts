import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import {
  connectionInput,
  connectionSchema,
  controlState,
  observedSchema,
  readControlBody,
  sendControlBody,
  takeBody,
  takenSchema,
} from './connection.ts'

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
  control: operation('control', {
    summary: 'What the control held when it was last read, beside what the ledger says now.',
    params: byId,
    response: controlState,
    problems: [404],
  }),
  readControl: operation('readControl', {
    summary: 'Reads the control’s table over the line channel. Nothing is written anywhere but what was read.',
    params: byId,
    body: readControlBody,
    response: controlState,
    problems: [404, 409],
  }),
  sendToControl: operation('sendToControl', {
    summary: 'Sends good figures to the control and reads them back; it counts only where they came back equal.',
    params: byId,
    body: sendControlBody,
    response: controlState,
    problems: [404, 409, 422],
  }),
  take: operation('take', {
    summary: 'Takes a position or a gauge’s figure over the wire: machine coordinates, at rest, not older than two seconds.',
    params: byId,
    body: takeBody,
    response: takenSchema,
    problems: [404, 409, 422],
  }),
}
