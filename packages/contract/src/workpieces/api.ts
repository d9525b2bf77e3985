import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import { outlineReadSchema, readOutlineBody, workpieceSchema } from './workpiece.ts'

/** What is held and how. */
export const workpiecesApi = {
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
}
