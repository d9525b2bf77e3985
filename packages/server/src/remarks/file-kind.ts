import { LARGEST_FILE, type FileKind } from '@rook/contract'
import { Problem } from '../base/problem.ts'

const MOST_TEXT = 2_000_000

const begins = (bytes: Buffer, ...signature: number[]) => signature.every((byte, at) => bytes[at] === byte)
const isPicture = (bytes: Buffer) =>
  begins(bytes, 0x89, 0x50, 0x4e, 0x47) ||
  begins(bytes, 0xff, 0xd8, 0xff) ||
  (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP')

/**
 * What a file is, by its first bytes; its name says nothing. Whatever a browser could run is no file for the ledger.
 * @throws Problem 413, 422 for everything that is not kept, with what to do instead
 */
export function fileKind(bytes: Buffer): FileKind {
  if (bytes.length === 0) throw new Problem(422, 'file-empty', 'File: it is empty.')
  if (bytes.length > LARGEST_FILE)
    throw new Problem(
      413,
      'file-large',
      `File: it has ${Math.ceil(bytes.length / 1e6)} MB, and ${LARGEST_FILE / 1e6} MB is the most. Save it smaller.`,
    )
  if (isPicture(bytes)) return 'picture'
  if (bytes.toString('latin1', 0, 5) === '%PDF-') return 'pdf'
  const text = asText(bytes)
  if (text !== null && !/^\s*(<!doctype|<\?xml|<html|<svg|<script)/i.test(text)) {
    if (bytes.length > MOST_TEXT)
      throw new Problem(
        413,
        'file-large',
        `File: a text of ${Math.ceil(bytes.length / 1e6)} MB is too long, ${MOST_TEXT / 1e6} MB is the most.`,
      )
    return 'text'
  }
  throw new Problem(
    422,
    'file-kind',
    'File: it is neither a picture (PNG, JPEG, WebP) nor a PDF nor plain text. Save it as one of these; files packed together are taken one by one.',
  )
}

function asText(bytes: Buffer): string | null {
  if (bytes.includes(0)) return null
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return null
  }
}
