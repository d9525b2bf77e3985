import { createHash } from 'node:crypto'
import { canonical, type Json } from '@rook/core'

/** SHA-256 over a document without its own digest. */
export function digestOf({ digest: _own, ...document }: Readonly<Record<string, unknown>>): string {
  return createHash('sha256')
    .update(canonical(document as Json))
    .digest('hex')
}
