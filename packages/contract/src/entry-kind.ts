/** What an entry can be of. */
export const ENTRY_KINDS = [
  'pick-up',
  'touch-off',
  'calibration',
  'wear',
  'measured',
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
  'stand-in',
  'begun',
  'carried',
  'proven',
  'counted',
  'ended',
] as const

/** Kinds that a later entry can take back; of the others one records what holds now. */
export const CORRECTABLE: readonly EntryKind[] = [
  'pick-up',
  'touch-off',
  'calibration',
  'measured',
  'statement',
  'disturbed',
  'skipped',
  'confirmed',
  'wear',
  'edited',
  'preset',
  'tool-changed',
  'carried',
  'proven',
  'counted',
  'ended',
]

export type EntryKind = (typeof ENTRY_KINDS)[number]
