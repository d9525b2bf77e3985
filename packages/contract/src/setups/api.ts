import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { entrySchema, givenReason } from '../entries/entry.ts'
import { beginBody, countBody, countSchema, endBody, operationSchema, provenBody } from '../plan/plan.ts'
import { byStep } from './params.ts'
import { carryBody, carryOffer, confirmBody, counterCheckBody, setupSchema, setupSummary, skipBody } from './setup.ts'
import { recordCompared, recordSent, setupRecord, takeRecordBody } from './setup-record.ts'

/** Setups from their beginning to their end, and their records. */
export const setupsApi = {
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
  beginSetup: operation('beginSetup', {
    summary: 'Begins a setup of an operation for a job on a machine. It keeps the edition that is newest now.',
    body: beginBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  endSetup: operation('endSetup', {
    summary: 'Ends a setup. What is left open is named in the entry.',
    params: byId,
    body: endBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  carryOffer: operation('carryOffer', {
    summary: 'What the last good setup of the operation on this machine measured and still stands, step by step; and what does not.',
    params: byId,
    response: carryOffer,
    problems: [404],
  }),
  carryOver: operation('carryOver', {
    summary: 'Confirms figures of an earlier setup for this one. They keep the measurement that they came from.',
    params: byId,
    body: carryBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  prove: operation('prove', {
    summary: 'Notes the cautious first run and what was seen in it. It proves the setup until a figure that it rests on is written anew.',
    params: byId,
    body: provenBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  countParts: operation('countParts', {
    summary: 'Counts parts that were finished, and scrapped ones with the reason.',
    params: byId,
    body: countBody,
    response: entrySchema,
    problems: [404, 409],
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
  reasonsGiven: operation('reasonsGiven', {
    summary: 'Reasons that were given in a setup for what a check asked, newest first.',
    params: byId,
    response: z.array(givenReason),
    problems: [404],
  }),
  partCounts: operation('partCounts', {
    summary: 'What was counted in a setup, newest first.',
    params: byId,
    response: z.array(countSchema),
    problems: [404],
  }),
  setupRecord: operation('setupRecord', {
    summary: 'The setup record as one open document; its schema is under `/api/schemas/setup-record.json`.',
    params: byId,
    response: setupRecord,
    problems: [404],
  }),
  readRecord: operation('readRecord', {
    summary: 'What a setup record from elsewhere would add here, and what in it differs from what is here. Nothing is changed.',
    body: recordSent,
    response: recordCompared,
    problems: [422],
  }),
  takeRecord: operation('takeRecord', {
    summary: 'Takes the part and the operation that a setup record plans. Its figures never come along.',
    body: takeRecordBody,
    response: operationSchema,
    problems: [409, 422],
  }),
}
