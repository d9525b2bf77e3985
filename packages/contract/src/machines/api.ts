import { z } from 'zod'
import { instant } from '../base/lengths.ts'
import { operation } from '../operation.ts'
import { byId, id } from '../base/params.ts'
import { reason } from '../base/reason.ts'
import { entrySchema } from '../entries/entry.ts'
import { machineChange, machineSchema } from './machine.ts'
import { reservedSchema, sceneSchema } from './scene.ts'
import { reserveBody } from '../plan/plan.ts'
import { confirmBody } from '../setups/setup.ts'

/** Machines, what stands in them, and slots that are kept for somebody. */
export const machinesApi = {
  machines: operation('machines', {
    summary: 'The machine records.',
    response: z.array(machineSchema),
  }),
  addMachine: operation('addMachine', {
    summary: 'Adds a machine.',
    body: machineChange,
    response: machineSchema,
    problems: [409, 422],
  }),
  changeMachine: operation('changeMachine', {
    summary:
      'Changes a machine’s record. What recorded figures rest on (unit, increment, conventions) takes a reason, and they are to be measured anew.',
    params: byId,
    body: machineChange,
    response: machineSchema,
    problems: [404, 409, 422],
  }),
  scene: operation('scene', {
    summary: 'Everything the routines and checks look at, now or at a moment.',
    params: byId,
    query: z.object({ setup: id.optional(), at: instant.optional() }),
    response: sceneSchema,
    problems: [404],
  }),
  power: operation('power', {
    summary: 'Notes that the machine was switched on: it must be homed before its coordinates count.',
    params: byId,
    body: confirmBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  home: operation('home', {
    summary: 'Notes that the machine has been homed.',
    params: byId,
    body: confirmBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  disturb: operation('disturb', {
    summary: 'Marks what a register rests on as disturbed: the value must not be used, and what rests on it is stale.',
    params: byId,
    body: z.object({ id: z.uuid(), register: z.string().max(120), reason }),
    response: entrySchema,
    problems: [404, 409],
  }),
  reserve: operation('reserve', {
    summary:
      'Keeps a slot of a machine for a job, or for somebody. Whoever else writes it is asked; a setup for another job is not begun there.',
    params: byId,
    body: reserveBody,
    response: reservedSchema,
    problems: [404, 409, 422],
  }),
  endReservation: operation('endReservation', {
    summary: 'Gives a slot that was kept free again.',
    params: z.object({ id: z.uuid({ error: 'Reservation: this is not one’s id.' }) }),
    problems: [404, 409],
  }),
}
