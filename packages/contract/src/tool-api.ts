import { z } from 'zod'
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
import { entrySchema } from './entry.ts'
import {
  editsBody,
  heldAnswer,
  heldBody,
  mappingSchema,
  presetsReadSchema,
  presetsTaken,
  readPresetsBody,
  takePresetsBody,
  templateSchema,
  valuesOutAnswer,
  valuesOutBody,
} from './exchange.ts'
import { operation, type Operation } from './operation.ts'

const byId = z.object({ id: z.string().max(60) })

/** The calls about tools: the drawer, the pockets, the tools table, and files in and out. */
export const toolApi = {
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
  editTools: operation('editTools', {
    summary: 'Records figures typed into the tools table together, all or none.',
    params: byId,
    body: editsBody,
    response: entrySchema,
    problems: [404, 409, 422, 429],
  }),
  readPresets: operation('readPresets', {
    summary: 'Reads a preset file and says where it differs from the record. Nothing is written.',
    params: byId,
    body: readPresetsBody,
    response: presetsReadSchema,
    problems: [404, 413, 422],
  }),
  takePresets: operation('takePresets', {
    summary: 'Takes what was chosen of a preset file, in one transaction.',
    params: byId,
    body: takePresetsBody,
    response: presetsTaken,
    problems: [404, 409, 413, 422, 429],
  }),
  presetSenders: operation('presetSenders', {
    summary: 'Who has sent preset files, and how their columns were read.',
    response: z.array(z.object({ name: z.string(), mapping: mappingSchema, unit: z.enum(['mm', 'in']) })),
  }),
  template: operation('template', {
    summary: 'How values go out for a machine’s control.',
    params: byId,
    response: templateSchema,
    problems: [404],
  }),
  changeTemplate: operation('changeTemplate', {
    summary: 'Changes how values go out for a machine’s control.',
    params: byId,
    body: templateSchema,
    response: templateSchema,
    problems: [404, 422],
  }),
  valuesOut: operation('valuesOut', {
    summary: 'A file of present values for the control, and what is left out of it.',
    params: byId,
    body: valuesOutBody,
    response: valuesOutAnswer,
    problems: [404, 422],
  }),
  held: operation('held', {
    summary: 'Compares what a control says it holds with the ledger, register by register.',
    params: byId,
    body: heldBody,
    response: heldAnswer,
    problems: [404],
  }),
} as const satisfies Record<string, Operation>
