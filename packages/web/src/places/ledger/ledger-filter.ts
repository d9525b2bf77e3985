import type { EntryKind } from '@rook/contract'

/** What the ledger is narrowed by; whatever is not named is not asked about. */
export interface LedgerFilter {
  machine: string | undefined
  person: string | undefined
  kind: EntryKind | undefined
  setup: string | undefined
  register: string | undefined
  job: string | undefined
  since: string | undefined
  until: string | undefined
}
