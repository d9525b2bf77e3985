import { CALIBRATE_PLAYS, CALIBRATE_SHIFTS } from './calibrate.ts'
import { LATHE_PLAYS, LATHE_SHIFTS } from './lathe.ts'
import { PART_ZERO_PLAYS, PART_ZERO_SHIFTS } from './part-zero.ts'
import { playsOf, type Play, type RoutineOf, type Shift } from './play.ts'
import { STATED_PLAYS, STATED_SHIFTS } from './stated.ts'
import { TOOL_PLAYS, TOOL_SHIFTS } from './tools.ts'
import { TURNED_PLAYS, TURNED_SHIFTS } from './turned.ts'
import { WEAR_PLAYS, WEAR_SHIFTS } from './wear.ts'
import { WITNESSED_PLAYS } from './witnessed.ts'

export type { Play, Played } from './play.ts'

const NAMED = [PART_ZERO_PLAYS, CALIBRATE_PLAYS, TURNED_PLAYS, TOOL_PLAYS, LATHE_PLAYS, WEAR_PLAYS, STATED_PLAYS, WITNESSED_PLAYS] as const

/** Every routine as it is played at the machine, some in several ways, with the truth that it looks for. */
export const PLAYS: readonly Play[] = NAMED.flatMap((named) => playsOf(named))

type Names<All> = All extends unknown ? keyof All : never

const OF_ALL: Readonly<Record<RoutineOf<Names<(typeof NAMED)[number]>>, Shift>> = {
  ...PART_ZERO_SHIFTS,
  ...CALIBRATE_SHIFTS,
  ...TURNED_SHIFTS,
  ...TOOL_SHIFTS,
  ...LATHE_SHIFTS,
  ...WEAR_SHIFTS,
  ...STATED_SHIFTS,
}

/** For every routine that is played, by its id. */
export const SHIFTS: Readonly<Record<string, Shift>> = OF_ALL
