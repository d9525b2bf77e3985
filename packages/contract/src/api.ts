import { z } from 'zod'
import { takenByInput } from './connection.ts'
import { instant } from './lengths.ts'
import { reason } from './reason.ts'
import { entryKind, entryLine, entrySchema, recordBody } from './entry.ts'
import { machineSchema, machineChange } from './machine.ts'
import { operation, type Operation } from './operation.ts'
import {
  openShopBody,
  ownPinBody,
  personChange,
  personInput,
  personRecord,
  personSchema,
  pinSchema,
  sessionSchema,
  shopInput,
  shopSchema,
  signInBody,
} from './people.ts'
import { foundSchema } from './find.ts'
import { gaugeChange, gaugeEventBody, gaugeInput, gaugePage, gaugeRecord } from './gauge.ts'
import { outlineReadSchema, readOutlineBody, workpieceSchema } from './workpiece.ts'
import { planApi } from './plan-api.ts'
import { connectionApi } from './connection-api.ts'
import { practiceApi } from './practice-api.ts'
import { programApi } from './program-api.ts'
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
    agreed: z.array(z.string().max(60)).max(200),
    answers: z.record(z.string().max(400), z.string().max(500)),
    taken: takenByInput.default({}),
    savedAt: z.iso.datetime(),
    by: z.string(),
  })
  .meta({ id: 'Draft' })
export type Draft = z.infer<typeof draftSchema>

/** Every call that crosses the wire. */
export const api = {
  ...toolApi,
  ...planApi,
  ...programApi,
  ...connectionApi,
  ...practiceApi,
  people: operation('people', {
    summary: 'Names to pick from at sign-in, and the shop they work in.',
    response: z
      .object({ shop: shopSchema, people: z.array(personSchema) })
      .meta({ description: 'Nobody where the shop is not opened yet.' }),
  }),
  addPerson: operation('addPerson', {
    summary: 'Adds a person with a role and a PIN.',
    body: personInput,
    response: personSchema,
    problems: [409],
  }),
  reportFault: operation('reportFault', {
    summary: 'Puts a fault of the interface into the server\u2019s log.',
    body: z
      .object({ message: z.string().max(500), stack: z.string().max(4_000), during: z.string().max(120), place: z.string().max(300) })
      .meta({ id: 'Fault' }),
    response: z.object({ logged: z.boolean() }).meta({ description: 'False where too many came in a minute.' }),
  }),
  find: operation('find', {
    summary: 'Whatever in the shop is called by these words; a number also finds entries.',
    query: z.object({ words: z.string().trim().max(60) }),
    response: z.array(foundSchema),
  }),
  signIn: operation('signIn', {
    summary: 'Signs a person in on this browser.',
    body: signInBody,
    response: sessionSchema,
    problems: [401, 429],
  }),
  session: operation('session', {
    summary: 'Who is signed in here.',
    response: sessionSchema.nullable(),
  }),
  personRecords: operation('personRecords', {
    summary: 'Everybody who is or was here, as a lead sees them.',
    response: z.array(personRecord),
  }),
  changePerson: operation('changePerson', {
    summary: 'Changes a person\u2019s name or role, or lets them go; their sessions end.',
    params: byId,
    body: personChange,
    response: personRecord,
    problems: [404, 409],
  }),
  resetPin: operation('resetPin', {
    summary: 'Gives a person a new PIN; their sessions end.',
    params: byId,
    body: z.object({ pin: pinSchema }),
    response: personRecord,
    problems: [404],
  }),
  liftPause: operation('liftPause', {
    summary: 'Ends the pause that wrong PINs of a person have brought.',
    params: byId,
    response: personRecord,
    problems: [404],
  }),
  changeOwnPin: operation('changeOwnPin', {
    summary: 'Changes the PIN of whoever is signed in; their other sessions end.',
    body: ownPinBody,
    problems: [401, 429],
  }),
  changeShop: operation('changeShop', {
    summary: 'Changes the shop\u2019s name, time zone, idle time and shifts.',
    body: shopInput,
    response: shopSchema,
  }),
  openShop: operation('openShop', {
    summary: 'Opens a shop in a database where nobody is yet: its name and its first lead, who is signed in.',
    body: openShopBody,
    response: sessionSchema,
    problems: [409],
  }),
  settle: operation('settle', {
    summary: 'What became of a sending that got no answer: recorded, or not and never to be.',
    params: z.object({ id: z.uuid() }),
    response: z.object({ recorded: z.boolean(), entry: entrySchema.nullable() }),
  }),
  signOut: operation('signOut', { summary: 'Signs out.' }),
  floor: operation('floor', {
    summary: 'Every machine, what is set up on it, and what needs a look.',
    response: z.array(floorMachine),
  }),
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
  record: operation('record', {
    summary: 'Works a routine out from readings, checks it and appends it to the ledger.',
    params: byId,
    body: recordBody,
    response: entrySchema,
    problems: [404, 409, 422, 429],
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
  setups: operation('setups', {
    summary: 'Setups at hand.',
    response: z.array(setupSummary),
  }),
  setup: operation('setup', {
    summary: 'A setup’s order of work: open, done, skipped.',
    params: byId,
    response: setupSchema,
    problems: [404],
  }),
  workpiece: operation('workpiece', {
    summary: 'How an operation holds its work, and the outline of its part.',
    params: byId,
    response: workpieceSchema,
    problems: [404],
  }),
  changeWorkpiece: operation('changeWorkpiece', {
    summary: 'Says how an operation holds its work, and lays an outline of its part under the drawings.',
    params: byId,
    body: workpieceSchema,
    response: workpieceSchema,
    problems: [404, 422],
  }),
  readOutline: operation('readOutline', {
    summary: 'Reads a drawing file (DXF or SVG): its lines by layer. Nothing is kept.',
    body: readOutlineBody,
    response: outlineReadSchema,
    problems: [422, 429],
  }),
  confirmStep: operation('confirmStep', {
    summary: 'Confirms a step that has no figure: homed, seated.',
    params: byStep,
    body: confirmBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  skipStep: operation('skipStep', {
    summary: 'Skips a step, with a reason.',
    params: byStep,
    body: skipBody,
    response: entrySchema,
    problems: [404, 409],
  }),
  counterCheck: operation('counterCheck', {
    summary: 'Notes that a counter-check of the recorded zero and tools was seen on the control.',
    params: byId,
    body: counterCheckBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  entries: operation('entries', {
    summary: 'The ledger, newest first.',
    query: z.object({
      machine: id.optional(),
      register: z.string().max(120).optional(),
      person: id.optional(),
      kind: entryKind.optional(),
      setup: id.optional(),
      job: z.string().max(60).optional().meta({ description: 'Number of a job: what was recorded in any setup of it.' }),
      since: instant.optional().meta({ description: 'Nothing earlier than this.' }),
      before: z.string().max(120).optional().meta({ description: 'The end of the page before, as it was answered.' }),
      until: instant.optional().meta({ description: 'Nothing later than this.' }),
      limit: z.coerce.number().int().min(1).max(200).default(50),
    }),
    response: z.object({ entries: z.array(entryLine), next: z.string().nullable() }),
  }),
  entry: operation('entry', {
    summary: 'One entry, whole.',
    params: byEntry,
    response: entrySchema,
    problems: [404],
  }),
  correct: operation('correct', {
    summary: 'Takes an entry back: a new entry that names it and writes what stood before.',
    params: byEntry,
    body: z.object({ id: z.uuid(), reason }),
    response: entrySchema,
    problems: [404, 409],
  }),
  see: operation('see', {
    summary: 'Notes that a readout was seen on the control.',
    params: byEntry,
    body: z.object({ id: z.uuid(), key: z.string().max(120) }),
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  gauges: operation('gauges', {
    summary: 'The shop’s gauges.',
    response: z.array(gaugeRecord),
  }),
  addGauge: operation('addGauge', {
    summary: 'Adds a gauge.',
    body: gaugeInput,
    response: gaugeRecord,
    problems: [409, 422],
  }),
  gauge: operation('gauge', {
    summary: 'A gauge with its history and the entries made with it.',
    params: byId,
    response: gaugePage,
    problems: [404],
  }),
  changeGauge: operation('changeGauge', {
    summary:
      'Puts a gauge’s record right. Where recorded figures rest on what changes it takes a reason, and they are to be measured anew.',
    params: byId,
    body: gaugeChange,
    response: gaugeRecord,
    problems: [404, 409, 422],
  }),
  gaugeEvent: operation('gaugeEvent', {
    summary: 'Notes what happened to a gauge: calibrated, failed, knocked, withdrawn.',
    params: byId,
    body: gaugeEventBody,
    response: gaugeRecord,
    problems: [404, 409],
  }),
  draft: operation('draft', {
    summary: 'A half-typed routine, from whichever tablet it was typed on.',
    params: draftKey,
    response: draftSchema.nullable(),
  }),
  keepDraft: operation('keepDraft', {
    summary: 'Keeps a half-typed routine.',
    params: draftKey,
    body: draftSchema.omit({ key: true, savedAt: true, by: true }),
    response: draftSchema,
  }),
  dropDraft: operation('dropDraft', {
    summary: 'Drops a half-typed routine.',
    params: draftKey,
  }),
} as const satisfies Record<string, Operation>
