import type { RawInputs, RegisterRef, Scene } from '@rook/core'
import type { Chance } from '../chance.ts'

/** One simulated task at a machine: what a person would type, and what is true. */
export interface Played {
  scene: Scene
  raw: RawInputs
  /** What each register ought to hold; empty where a figure is only stated, or nothing is written. */
  truth: [RegisterRef, number][]
}

/** A way in which a routine is played. */
export interface Play {
  /** Id of the routine. */
  routine: string
  /** The routine, and what is special about this way. */
  name: string
  play(chance: Chance): Played
}

/** Plays by name: the routine's id, and behind a colon what is special. */
export type NamedPlays = Readonly<Record<string, (chance: Chance) => Played>>

export const playsOf = (named: NamedPlays): Play[] =>
  Object.entries(named).map(([name, play]) => ({ routine: name.split(':')[0]!, name, play }))

/** What becomes of what a routine finds when all its readings are shifted by a step; where it is neither, why. */
export type Shift = 'follows' | 'stays' | { otherwise: string }
export type Shifts = Readonly<Record<string, Shift>>

/** The routine of a named play. */
export type RoutineOf<Name> = Name extends `${infer Routine}:${string}` ? Routine : Name
