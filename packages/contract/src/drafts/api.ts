import { operation } from '../operation.ts'
import { draftKey, draftSchema } from './draft.ts'

/** Work that is half typed, for another tablet. */
export const draftsApi = {
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
}
