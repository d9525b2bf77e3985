import { refusalOf } from './file-refused.ts'

/**
 * The text of a file: UTF-8, or UTF-16 where its first bytes say so or every second byte is zero, as some
 * spreadsheets write it. Anything else is refused with the line where it stops being text.
 */
export function decodeFile(base64: string): string {
  const bytes = Buffer.from(base64, 'base64')
  if (bytes.length === 0) throw refusalOf('file-empty', 'The file is empty.')
  const wide = wideEncoding(bytes)
  if (wide) return new TextDecoder(wide).decode(bytes)
  if (bytes.includes(0))
    throw refusalOf(
      'file-binary',
      `Line ${lineAt(bytes, bytes.indexOf(0))}: the file is not text. Export it as CSV or as an MTConnect document.`,
    )
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    const at = firstFault(bytes)
    throw refusalOf(
      'file-encoding',
      `Line ${lineAt(bytes, at)}: a character there is not UTF-8. Save the file as UTF-8 (or UTF-16) and choose it again.`,
    )
  }
}

function wideEncoding(bytes: Buffer): 'utf-16le' | 'utf-16be' | null {
  const [a, b] = bytes
  if (a === 0xff && b === 0xfe) return 'utf-16le'
  if (a === 0xfe && b === 0xff) return 'utf-16be'
  const sample = bytes.subarray(0, 2_000 & ~1)
  if (sample.length < 4 || bytes.length % 2 !== 0) return null
  const zeros = (parity: 0 | 1) => sample.filter((byte, at) => at % 2 === parity && byte === 0).length
  const half = Math.floor(sample.length / 2)
  if (zeros(1) > half * 0.9 && zeros(0) === 0) return 'utf-16le'
  return zeros(0) > half * 0.9 && zeros(1) === 0 ? 'utf-16be' : null
}

const lineAt = (bytes: Buffer, at: number): number => bytes.subarray(0, Math.max(0, at)).filter((byte) => byte === 0x0a).length + 1

/** The first byte that makes the text before it no UTF-8, by halving. */
function firstFault(bytes: Buffer): number {
  let [good, bad] = [0, bytes.length]
  while (bad - good > 1) {
    const middle = (good + bad) >> 1
    try {
      new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(0, middle), { stream: true })
      good = middle
    } catch {
      bad = middle
    }
  }
  return good
}
