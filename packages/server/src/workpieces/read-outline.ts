import { atWork } from '../base/files/at-work.ts'
import { MOST_POINTS, type OutlineRead } from '@rook/contract'
import { decodeFile } from '../base/files/decode.ts'
import { refusalOf } from '../base/files/file-refused.ts'
import { readDxf } from './dxf.ts'
import { readSvg } from './svg.ts'

/** A drawing file as it was sent. */
export interface OutlineSent {
  name: string
  /** Its bytes as base64. */
  file: string
}

/**
 * The lines of a drawing by layer, y up, in the unit of the file.
 * @throws Error with `refused` where the file is neither DXF nor SVG, or is none that can be shown
 */
export function readOutline({ file }: OutlineSent): OutlineRead {
  if (Buffer.from(file, 'base64').subarray(8, 18).toString('latin1') === 'Binary DXF')
    throw refusalOf('file-binary', 'This is a binary DXF file. Export it as text (ASCII) DXF, or as SVG.')
  const text = decodeFile(file).replace(/^\ufeff/, '')
  const read = /<svg[\s>]/i.test(text.slice(0, 20_000)) ? readSvg(text) : readDxf(text)
  const points = read.layers.reduce((sum, { lines }) => sum + lines.reduce((of, line) => of + line.points.length, 0), 0)
  if (points === 0)
    throw refusalOf('outline-empty', 'No line was found in the file. Export the part\u2019s outline as lines, arcs or curves.')
  if (points > MOST_POINTS * 10)
    throw refusalOf('file-long', `The drawing has ${points} points, which is no outline any more. Export the layers that are needed.`)
  return read
}

export default atWork((sent: OutlineSent) => readOutline(sent))
