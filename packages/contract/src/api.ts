import { z } from 'zod'
import { reason } from './reason.ts'
import { entryLine, entrySchema, recordBody } from './entry.ts'
import { machineInput, machineSchema } from './machine.ts'
import { operation, type Operation } from './operation.ts'
import { personInput, personSchema, sessionSchema, shopSchema, signInBody } from './people.ts'
import { gaugeEventBody, gaugeInput, gaugePage, gaugeRecord } from './gauge.ts'
import { toolApi } from './tool-api.ts'
import { sceneSchema } from './scene.ts'
import { confirmBody, counterCheckBody, floorMachine, setupSchema, setupSummary, skipBody } from './setup.ts'

const id = z.string().max(60)
const byId = z.object({ id })
const byEntry = z.object({ id: z.uuid({ error: 'Entry: this is not an entry’s id.' }) })
const byStep = z.object({ id, step: id })
const draftKey = z.object({ key: z.string().max(200) })
const draftSchema = z
  .object({
    key: z.string(),
    routine: z.string().max(60),
    inputs: z.record(z.string().max(60), z.string().max(200)),
    agreed: z.array(z.string().max(60)).max(40),
    answers: z.record(z.string().max(400), z.string().max(500)),
    savedAt: z.iso.datetime(),
    by: z.string(),
  })
  .meta({ id: 'Draft' })
export type Draft = z.infer<typeof draftSchema>

/** Every call that crosses the wire. */
export const api = {
  ...toolApi,
  people: operation('people', {
    method: 'get',
    path: '/api/people',
    summary: 'Names to pick from at sign-in, and the shop they work in.',
    access: 'anyone',
    response: z.object({ shop: shopSchema, people: z.array(personSchema) }),
  }),
  addPerson: operation('addPerson', {
    method: 'post',
    path: '/api/people',
    summary: 'Adds a person with a role and a PIN.',
    access: 'lead',
    body: personInput,
    response: personSchema,
    problems: [409],
  }),
  signIn: operation('signIn', {
    method: 'post',
    path: '/api/session',
    summary: 'Signs a person in on this browser.',
    access: 'anyone',
    body: signInBody,
    response: sessionSchema,
    problems: [401, 429],
  }),
  session: operation('session', {
    method: 'get',
    path: '/api/session',
    summary: 'Who is signed in here.',
    access: 'anyone',
    response: sessionSchema.nullable(),
  }),
  signOut: operation('signOut', { method: 'delete', path: '/api/session', summary: 'Signs out.', access: 'anyone' }),
  floor: operation('floor', {
    method: 'get',
    path: '/api/floor',
    summary: 'Every machine, what is set up on it, and what needs a look.',
    response: z.array(floorMachine),
  }),
  machines: operation('machines', {
    method: 'get',
    path: '/api/machines',
    summary: 'The machine records.',
    response: z.array(machineSchema),
  }),
  addMachine: operation('addMachine', {
    method: 'post',
    path: '/api/machines',
    summary: 'Adds a machine.',
    access: 'lead',
    body: machineInput,
    response: machineSchema,
    problems: [409],
  }),
  changeMachine: operation('changeMachine', {
    method: 'put',
    path: '/api/machines/{id}',
    summary: 'Changes a machine’s record. What its entries rest on (unit, increment, conventions) stays once there are any.',
    access: 'lead',
    params: byId,
    body: machineInput,
    response: machineSchema,
    problems: [404, 409],
  }),
  scene: operation('scene', {
    method: 'get',
    path: '/api/machines/{id}/scene',
    summary: 'Everything the routines and checks look at, now.',
    params: byId,
    query: z.object({ setup: id.optional() }),
    response: sceneSchema,
    problems: [404],
  }),
  record: operation('record', {
    method: 'post',
    path: '/api/machines/{id}/entries',
    summary: 'Works a routine out from readings, checks it and appends it to the ledger.',
    params: byId,
    body: recordBody,
    response: entrySchema,
    problems: [404, 409, 422, 429],
  }),
  power: operation('power', {
    method: 'post',
    path: '/api/machines/{id}/powered',
    summary: 'Notes that the machine was switched on: it must be homed before its coordinates count.',
    params: byId,
    body: confirmBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  home: operation('home', {
    method: 'post',
    path: '/api/machines/{id}/homed',
    summary: 'Notes that the machine has been homed.',
    params: byId,
    body: confirmBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  disturb: operation('disturb', {
    method: 'post',
    path: '/api/machines/{id}/disturbed',
    summary: 'Marks what a register rests on as disturbed: the value must not be used, and what rests on it is stale.',
    params: byId,
    body: z.object({ id: z.uuid(), register: z.string().max(120), reason }),
    response: entrySchema,
    problems: [404, 409],
  }),
  setups: operation('setups', {
    method: 'get',
    path: '/api/setups',
    summary: 'Setups at hand.',
    response: z.array(setupSummary),
  }),
  setup: operation('setup', {
    method: 'get',
    path: '/api/setups/{id}',
    summary: 'A setup’s order of work: open, done, skipped.',
    params: byId,
    response: setupSchema,
    problems: [404],
  }),
  confirmStep: operation('confirmStep', {
    method: 'post',
    path: '/api/setups/{id}/steps/{step}/confirmed',
    summary: 'Confirms a step that has no figure: homed, seated.',
    params: byStep,
    body: confirmBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  skipStep: operation('skipStep', {
    method: 'post',
    path: '/api/setups/{id}/steps/{step}/skipped',
    summary: 'Skips a step, with a reason.',
    params: byStep,
    body: skipBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  counterCheck: operation('counterCheck', {
    method: 'post',
    path: '/api/setups/{id}/counter-checks',
    summary: 'Notes that a counter-check of the recorded zero and tools was seen on the control.',
    params: byId,
    body: counterCheckBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  entries: operation('entries', {
    method: 'get',
    path: '/api/entries',
    summary: 'The ledger, newest first.',
    query: z.object({
      machine: id.optional(),
      register: z.string().max(120).optional(),
      person: id.optional(),
      setup: id.optional(),
      before: z.string().max(80).optional(),
      limit: z.coerce.number().int().min(1).max(200).default(50),
    }),
    response: z.object({ entries: z.array(entryLine), next: z.string().nullable() }),
  }),
  entry: operation('entry', {
    method: 'get',
    path: '/api/entries/{id}',
    summary: 'One entry, whole.',
    params: byEntry,
    response: entrySchema,
    problems: [404],
  }),
  correct: operation('correct', {
    method: 'post',
    path: '/api/entries/{id}/correction',
    summary: 'Takes an entry back: a new entry that names it and writes what stood before.',
    params: byEntry,
    body: z.object({ id: z.uuid(), reason }),
    response: entrySchema,
    problems: [404, 409],
  }),
  see: operation('see', {
    method: 'post',
    path: '/api/entries/{id}/seen',
    summary: 'Notes that a readout was seen on the control.',
    params: byEntry,
    body: z.object({ id: z.uuid(), key: z.string().max(120) }),
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  gauges: operation('gauges', {
    method: 'get',
    path: '/api/gauges',
    summary: 'The shop’s gauges.',
    response: z.array(gaugeRecord),
  }),
  addGauge: operation('addGauge', {
    method: 'post',
    path: '/api/gauges',
    summary: 'Adds a gauge.',
    access: 'lead',
    body: gaugeInput,
    response: gaugeRecord,
    problems: [409],
  }),
  gauge: operation('gauge', {
    method: 'get',
    path: '/api/gauges/{id}',
    summary: 'A gauge with its history and the entries made with it.',
    params: byId,
    response: gaugePage,
    problems: [404],
  }),
  gaugeEvent: operation('gaugeEvent', {
    method: 'post',
    path: '/api/gauges/{id}/events',
    summary: 'Notes what happened to a gauge: calibrated, failed, knocked, withdrawn.',
    params: byId,
    body: gaugeEventBody,
    response: gaugeRecord,
    problems: [404, 409],
  }),
  draft: operation('draft', {
    method: 'get',
    path: '/api/drafts/{key}',
    summary: 'A half-typed routine, from whichever tablet it was typed on.',
    params: draftKey,
    response: draftSchema.nullable(),
  }),
  keepDraft: operation('keepDraft', {
    method: 'put',
    path: '/api/drafts/{key}',
    summary: 'Keeps a half-typed routine.',
    params: draftKey,
    body: draftSchema.omit({ key: true, savedAt: true, by: true }),
    response: draftSchema,
  }),
  dropDraft: operation('dropDraft', {
    method: 'delete',
    path: '/api/drafts/{key}',
    summary: 'Drops a half-typed routine.',
    params: draftKey,
  }),
} as const satisfies Record<string, Operation>
