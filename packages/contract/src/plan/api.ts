import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId, listQuery } from '../base/params.ts'
import {
  jobBody,
  jobChange,
  jobPage,
  jobSchema,
  operationBody,
  operationPage,
  operationSchema,
  partBody,
  partLine,
  partPage,
  partSchema,
} from './plan.ts'

/** Parts, operations and jobs. */
export const planApi = {
  parts: operation('parts', {
    summary: 'The shop\u2019s parts by name, a page of a hundred; those that some words are found in.',
    query: listQuery,
    response: z.array(partLine),
  }),
  part: operation('part', {
    summary: 'A part with its revisions, operations and jobs.',
    params: byId,
    response: partPage,
    problems: [404],
  }),
  addPart: operation('addPart', { summary: 'Adds a part at its first revision.', body: partBody, response: partSchema, problems: [409] }),
  changePart: operation('changePart', {
    summary: 'Changes a part, or brings in a new revision. Every state of it is kept.',
    params: byId,
    body: partBody,
    response: partSchema,
    problems: [404, 409],
  }),
  operation: operation('operation', {
    summary: 'An operation with its editions and its setups.',
    params: byId,
    response: operationPage,
    problems: [404],
  }),
  addOperation: operation('addOperation', {
    summary: 'Adds an operation to a part.',
    params: byId,
    body: operationBody,
    response: operationSchema,
    problems: [404, 422],
  }),
  changeOperation: operation('changeOperation', {
    summary: 'Makes a new edition of an operation. Setups that are running keep theirs.',
    params: byId,
    body: z
      .object({ edition: z.int(), plan: operationBody })
      .meta({ id: 'OperationChange', description: 'With the edition that was changed.' }),
    response: operationSchema,
    problems: [404, 409, 422],
  }),
  jobs: operation('jobs', {
    summary: 'Jobs, those that are not closed first, a page of a hundred; those that some words are found in.',
    query: listQuery.extend({ part: z.string().max(60).optional() }),
    response: z.array(jobSchema),
  }),
  job: operation('job', {
    summary: 'A job with its setups and what was counted for it.',
    params: byId,
    response: jobPage,
    problems: [404],
  }),
  addJob: operation('addJob', { summary: 'Adds a job.', body: jobBody, response: jobSchema, problems: [404, 409] }),
  changeJob: operation('changeJob', {
    summary: 'Changes a job, closes it or opens it again.',
    params: byId,
    body: jobChange,
    response: jobSchema,
    problems: [404, 409],
  }),
}
