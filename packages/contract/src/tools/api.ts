import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { entrySchema } from '../entries/entry.ts'
import {
  assemblyId,
  assemblyInput,
  assemblyPage,
  assemblySchema,
  familyBody,
  loadBody,
  loadSeenBody,
  mountBody,
  pairsBody,
  toolEventBody,
} from './assembly.ts'

/** The drawer, the pockets, and what happens to tools. */
export const toolsApi = {
  assemblies: operation('assemblies', {
    summary: 'The drawer: tool assemblies by name, and where each sits; the first ones of those that fit.',
    query: z.object({
      find: z.string().max(60).optional().meta({ description: 'Words that all have to stand in its name, id, holder, kind or machine.' }),
      where: z.enum(['all', 'spare', 'mounted']).default('all'),
      spareFirst: z.stringbool().default(false),
      limit: z.coerce.number().int().min(1).max(300).default(100),
    }),
    response: z.object({
      assemblies: z.array(assemblySchema),
      /** How many fit, and how many there are. */
      of: z.int(),
      all: z.int(),
      /** How many sit in each machine. */
      mounted: z.record(z.string(), z.int()),
    }),
  }),
  addAssembly: operation('addAssembly', {
    summary: 'Adds a tool assembly.',
    body: assemblyInput.and(z.object({ id: assemblyId })),
    response: assemblySchema,
    problems: [409],
  }),
  changeAssembly: operation('changeAssembly', {
    summary: 'Changes what is on record of an assembly.',
    params: byId,
    body: assemblyInput,
    response: assemblySchema,
    problems: [404],
  }),
  assembly: operation('assembly', {
    summary: 'An assembly with its history and its cutting loads.',
    params: byId,
    response: assemblyPage,
    problems: [404],
  }),
  toolEvent: operation('toolEvent', {
    summary: 'Notes what happened to a tool: a new insert, reground, broken, used. What follows for its registers is an entry.',
    params: byId,
    body: toolEventBody,
    response: assemblyPage,
    problems: [404, 409, 422],
  }),
  addLoad: operation('addLoad', {
    summary: 'Keeps the load of a sample cut, with the shares above it that warn and alarm.',
    params: byId,
    body: loadBody,
    response: assemblyPage,
    problems: [404, 422],
  }),
  seeLoads: operation('seeLoads', {
    summary: 'Adds what was seen on parts, pasted as lines of part and load.',
    params: z.object({ id: z.uuid() }),
    body: loadSeenBody,
    response: assemblyPage,
    problems: [404, 422],
  }),
  mount: operation('mount', {
    summary: 'Mounts an assembly in a pocket, moves it there, or takes out what sits there.',
    params: byId,
    body: mountBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  sayPairs: operation('sayPairs', {
    summary: 'Says by which further offsets a mounted tool is called: another edge, or the other spindle.',
    params: byId,
    body: pairsBody,
    response: entrySchema,
    problems: [404, 409, 422],
  }),
  sayFamily: operation('sayFamily', {
    summary: 'Says which tools stand in for each other and which of them is in use, or gives a family up.',
    params: byId,
    body: familyBody,
    response: entrySchema,
    problems: [403, 404, 409, 422],
  }),
}
