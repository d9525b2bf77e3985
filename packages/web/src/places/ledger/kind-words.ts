import type { EntryKind } from '@rook/contract'

/** What an entry is of, in words. */
export const ENTRY_WORDS: Readonly<Record<EntryKind, string>> = {
  'pick-up': 'part zero',
  'touch-off': 'tool measured',
  calibration: 'calibration',
  wear: 'wear, from a size',
  measured: 'measured on the part',
  statement: 'said, not measured',
  correction: 'taken back',
  homed: 'homed',
  powered: 'switched on',
  confirmed: 'step confirmed',
  skipped: 'step skipped',
  seen: 'seen on the control',
  disturbed: 'knocked or moved',
  edited: 'typed into the table',
  preset: 'taken from a file',
  mounted: 'tool mounted or taken out',
  'tool-changed': 'tool changed',
  'stand-in': 'tool stands in',
  begun: 'setup begun',
  carried: 'carried over',
  go: 'go given',
  proven: 'setup proven',
  counted: 'parts counted',
  ended: 'setup ended',
}
