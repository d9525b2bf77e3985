import { canonical, type Json } from '@rook/core'

/** Something in the database that is not as the ledger says; `seq` 0 where it is about no entry. */
export interface Fault {
  machine: string
  seq: number
  sentence: string
}

/** Two rows are the same when every named column is, whatever order keys come in. */
export const same = (one: unknown, other: unknown): boolean => canonical(plain(one)) === canonical(plain(other))

/** Dates and undefined as JSON has them. */
const plain = (value: unknown): Json => JSON.parse(JSON.stringify(value ?? null)) as Json
