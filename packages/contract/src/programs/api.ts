import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId, byUuid } from '../base/params.ts'
import { entrySchema } from '../entries/entry.ts'
import { addProgramBody, chainPage, giveGoBody, goPage, programDifference, programIssue, programLines } from './program.ts'

/** Programs of operations, and the go of a setup. */
export const programsApi = {
  programs: operation('programs', {
    summary: 'Issues of an operation’s program, newest first.',
    params: byId,
    response: z.array(programIssue),
    problems: [404],
  }),
  addProgram: operation('addProgram', {
    summary: 'Keeps a new issue of an operation’s program. The text that is kept already is the same issue, not a new one.',
    params: byId,
    body: addProgramBody,
    response: programIssue,
    problems: [404, 409, 422],
  }),
  programLines: operation('programLines', {
    summary: 'A stretch of a program’s text.',
    params: byUuid,
    query: z.object({
      from: z.coerce.number().int().min(1).max(10_000_000).default(1),
      count: z.coerce.number().int().min(1).max(2_000).default(400),
    }),
    response: programLines,
    problems: [404],
  }),
  programDifference: operation('programDifference', {
    summary: 'What changed between two issues, by line.',
    params: z.object({ id: z.uuid(), other: z.uuid() }),
    response: programDifference,
    problems: [404, 422],
  }),
  chain: operation('chain', {
    summary: 'Where a setup stands, from its beginning to its end: what each stage still wants, and the one thing to do next.',
    params: byId,
    response: chainPage,
    problems: [404, 422],
  }),
  go: operation('go', {
    summary: 'The program of a setup against its record: what stops the first run, what is questioned, what is good.',
    params: byId,
    response: goPage,
    problems: [404, 422],
  }),
  giveGo: operation('giveGo', {
    summary: 'Gives the go for the first run. Nothing may stop it, and what is questioned has its reason.',
    params: byId,
    body: giveGoBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
}
