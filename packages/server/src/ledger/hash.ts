import { createHash } from 'node:crypto'
import { chained, type Json } from '@rook/core'
import type { EntryContent } from '@rook/contract'

/** SHA-256 over the hash before and the canonical content. */
export function hashOf(previousHash: string, content: EntryContent): string {
  return createHash('sha256')
    .update(chained(previousHash, content as unknown as Json))
    .digest('hex')
}
