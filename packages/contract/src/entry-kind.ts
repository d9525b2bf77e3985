/** What an entry can be of. */
export const ENTRY_KINDS = [
  'pick-up',
  'touch-off',
  'calibration',
  'wear',
  'statement',
  'correction',
  'homed',
  'powered',
  'confirmed',
  'skipped',
  'seen',
  'disturbed',
  'edited',
  'preset',
  'mounted',
  'tool-changed',
] as const

export type EntryKind = (typeof ENTRY_KINDS)[number]
