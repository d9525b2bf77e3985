import type { Nm } from '../../length/index.ts'
import type { Write } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'

/** What a figure should come to by what is on record, before anybody has found it: wide, and good enough to show a slip. */
export interface FromRecord {
  value: Nm
  /** Standard uncertainty of it, nanometres. */
  standard: number
  /** What it may be off by without a question, nanometres. */
  limit: number
  /** The words for where it comes from, as they stand in “H4 length comes out +50.0000 from …”. */
  source: string
  /** True where a check of its own says how far off this is; false where the figure’s move says so. */
  isSaid: boolean
}

/** One kind of record that tells roughly what a figure will be; null where it says nothing of this one. */
export type RecordSource = (write: Write, scene: Scene) => FromRecord | null
