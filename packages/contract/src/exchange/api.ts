import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { entrySchema } from '../entries/entry.ts'
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

/** Figures in and out: the tools table, files, lines for a control. */
export const exchangeApi = {
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
}
