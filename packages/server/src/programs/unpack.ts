import { atWork } from '../base/files/at-work.ts'
import { createHash } from 'node:crypto'
import { gunzipSync } from 'node:zlib'
import { MOST_PROGRAM } from '@rook/contract/file-limits'
import { refusalOf } from '../base/files/file-refused.ts'

/** A program as it was sent: pressed, as base64. */
export interface ProgramSent {
  gzip: string
}

export interface Unpacked {
  /** SHA-256 of the text. */
  hash: string
  bytes: number
  lines: number
}

/** The bytes of a program. @throws Error with `refused` where it is none, or too long */
export function unpacked(gzip: Uint8Array): Buffer {
  try {
    return gunzipSync(gzip, { maxOutputLength: MOST_PROGRAM })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE')
      throw refusalOf('file-long', `The program is longer than ${MOST_PROGRAM / 1e6} MB. Split it into subprograms.`)
    throw refusalOf('file-damaged', 'The file arrived damaged. Choose it again.')
  }
}

export function unpack({ gzip }: ProgramSent): Unpacked {
  const bytes = unpacked(Buffer.from(gzip, 'base64'))
  if (bytes.length === 0) throw refusalOf('file-empty', 'The file is empty.')
  const binary = bytes.indexOf(0)
  // Tapes are padded with zeros at either end; within the text there are none.
  if (binary >= 0 && bytes.subarray(binary).some((byte) => byte !== 0) && bytes.subarray(0, binary).some((byte) => byte !== 0))
    throw refusalOf('file-binary', 'The file is no text. A program is lines of letters and numbers.')
  if (!/[GM]\s*\d/i.test(bytes.subarray(0, 200_000).toString('latin1')))
    throw refusalOf('no-program', 'No G or M word was found in the file. Look whether this is the program.')
  return factsOfText(bytes)
}

/** What is kept of a text beside itself. */
export function factsOfText(bytes: Buffer): Unpacked {
  const breaks = bytes.toString('latin1').match(/\r\n|\n|\r/g)?.length ?? 0
  const last = bytes.at(-1)
  return {
    hash: createHash('sha256').update(bytes).digest('hex'),
    bytes: bytes.length,
    lines: breaks + (last === 10 || last === 13 ? 0 : 1),
  }
}

export default atWork((sent: ProgramSent) => unpack(sent))
