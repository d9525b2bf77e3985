import { MOST_BYTES, Unusable } from './xml.ts'

const BREAK = Buffer.from('\r\n\r\n')

/** Takes the documents out of a `multipart/x-mixed-replace` stream, whatever pieces it comes in. */
export class Parts {
  private waiting: Buffer = Buffer.alloc(0)

  take(piece: Uint8Array): string[] {
    this.waiting = Buffer.concat([this.waiting, piece])
    const documents: string[] = []
    for (;;) {
      const at = this.waiting.indexOf(BREAK)
      if (at < 0) break
      const length = Number(/content-length:\s*(\d+)/i.exec(this.waiting.toString('latin1', 0, at))?.[1] ?? Number.NaN)
      if (!Number.isInteger(length)) throw new Unusable('Its stream says no length of what it sends.')
      if (length > MOST_BYTES) throw new Unusable('It sends a document that is larger than 4 MB.')
      const from = at + BREAK.length
      if (this.waiting.length < from + length) break
      documents.push(this.waiting.toString('utf8', from, from + length))
      this.waiting = this.waiting.subarray(from + length)
    }
    if (this.waiting.length > MOST_BYTES + 10_000) throw new Unusable('Its stream never comes to an end of what it sends.')
    return documents
  }
}
