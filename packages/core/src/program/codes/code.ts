import type { Given } from '../given.ts'
import type { Listing } from '../listing.ts'
import type { Motion } from '../motion.ts'
import type { State } from '../state.ts'

/** What a code needs to do its part. */
export interface Doing {
  state: State
  listing: Listing
  motion: Motion
  /** Length of a word, nanometres; null where it is not known. */
  length(given: Given, letter: string): number | null
  /** Slots that the machine has. */
  slots: readonly string[]
}

export type Does = (doing: Doing, given: Given) => void

/** When in its block a code acts, whatever order the words stand in (RS-274); tool and spindle come before them all. */
export const PHASES = ['plane', 'unit', 'radius', 'length', 'slot', 'frame', 'distance', 'return', 'place', 'motion'] as const
export type Phase = (typeof PHASES)[number]

/** One G code: all that is known of it stands here, and nowhere else. */
export interface Code {
  /** Its number in tenths: 541 is G54.1. */
  code: number
  /** What it is, in a few words. */
  is: string
  phase: Phase
  /** Whether the axis words of its block say where the axes go, or are taken for something of its own. */
  words: 'move' | 'own'
  /** Where a number means two things: controls on which G90 and G91 say how distances count, or those on which U and W do. */
  on: 'all' | 'distance codes' | 'distance letters'
  /** Nothing where all it changes is not told here: dwell, feed and speed modes. */
  does: Does | null
}

type Row = [code: number, is: string, phase: Phase, words: Code['words'], does: Does | null, on?: Code['on']]

export const rows = (...all: Row[]): Code[] =>
  all.map(([code, is, phase, words, does, on = 'all']) => ({ code, is, phase, words, does, on }))
