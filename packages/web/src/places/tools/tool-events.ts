import type { AssemblyEventKind } from '@rook/contract'

export const EVENT_WORDS: Readonly<Record<AssemblyEventKind, string>> = {
  added: 'added',
  changed: 'record changed',
  mounted: 'mounted',
  'taken-out': 'taken out',
  moved: 'moved',
  'insert-changed': 'insert changed',
  reground: 'reground',
  broken: 'broken',
  'life-reset': 'life set back',
  used: 'used',
}

export type Happening = 'insert-changed' | 'reground' | 'broken' | 'life-reset'

/** What can be said of a tool in one press, with what it means. */
export const HAPPENINGS: Readonly<Record<Happening, { button: string; means: string }>> = {
  'insert-changed': {
    button: 'Insert changed',
    means: 'A new edge: its life begins anew, its wear goes to zero, and its geometry is an estimate until it is measured.',
  },
  reground: {
    button: 'Reground',
    means: 'A sharper and smaller tool: its life begins anew, its wear goes to zero, and its geometry is an estimate until it is measured.',
  },
  broken: { button: 'Broken', means: 'Its geometry must not be used any more, and what rests on it goes stale.' },
  'life-reset': {
    button: 'Life set back',
    means: 'The counter begins at zero; no figure changes. Without a new edge this wants a reason.',
  },
}
