import type { Nm } from '../length/index.ts'
import type { RegisterKey } from '../register/index.ts'

/** A figure typed into the tools table for one register. */
export interface Edit {
  register: RegisterKey
  text: string
  /** By how much a wear is meant to change, typed as well: with the figure itself it shows an amount taken for a total, and a sign. */
  by?: string
}

/** What the typed figures are worth: read off something that measured them, or estimates. */
export type EditWorth = 'measured' | 'estimated'

/** A change as it is shown in the list before all are recorded together. */
export interface Change {
  register: RegisterKey
  name: string
  before: Nm | null
  after: Nm
}
