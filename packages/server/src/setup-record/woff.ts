import { inflateSync } from 'node:zlib'

const HEADER = 44
const ENTRY = 20
/** Of an OpenType file: its header, and an entry of its table directory. */
const SFNT_HEADER = 12
const SFNT_ENTRY = 16

/**
 * Takes an OpenType face out of a WOFF file (W3C, WOFF File Format 1.0, §§4-5): the same tables, each inflated where it is
 * deflated. What writes PDF files inflates them in JavaScript for every document, which takes ten times as long as the rest.
 */
export function unwrapped(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('the face is no WOFF file')
  const tables = Array.from({ length: woff.readUInt16BE(12) }, (_, at) => {
    const entry = HEADER + at * ENTRY
    const [offset, packed, length] = [4, 8, 12].map((field) => woff.readUInt32BE(entry + field)) as [number, number, number]
    const bytes = woff.subarray(offset, offset + packed)
    return {
      tag: woff.subarray(entry, entry + 4),
      checksum: woff.subarray(entry + 16, entry + 20),
      content: packed < length ? inflateSync(bytes) : bytes,
    }
  })
  const header = Buffer.alloc(SFNT_HEADER)
  woff.copy(header, 0, 4, 8)
  header.writeUInt16BE(tables.length, 4)
  const power = Math.floor(Math.log2(tables.length))
  header.writeUInt16BE(16 * 2 ** power, 6)
  header.writeUInt16BE(power, 8)
  header.writeUInt16BE(16 * tables.length - 16 * 2 ** power, 10)
  let at = SFNT_HEADER + SFNT_ENTRY * tables.length
  const directory: Buffer[] = []
  const contents: Buffer[] = []
  for (const { tag, checksum, content } of tables) {
    const entry = Buffer.alloc(SFNT_ENTRY)
    tag.copy(entry, 0)
    checksum.copy(entry, 4)
    entry.writeUInt32BE(at, 8)
    entry.writeUInt32BE(content.length, 12)
    directory.push(entry)
    // Every table begins at a multiple of four.
    const padded = Buffer.concat([content, Buffer.alloc((4 - (content.length % 4)) % 4)])
    contents.push(padded)
    at += padded.length
  }
  return Buffer.concat([header, ...directory, ...contents])
}
