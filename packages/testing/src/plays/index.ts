import { LATHE_PLAYS } from './lathe.ts'
import { PART_ZERO_PLAYS } from './part-zero.ts'
import { playsOf, type Play } from './play.ts'
import { STATED_PLAYS } from './stated.ts'
import { TOOL_PLAYS } from './tools.ts'
import { TURNED_PLAYS } from './turned.ts'
import { WEAR_PLAYS } from './wear.ts'

export type { Play, Played } from './play.ts'

/** Every routine as it is played at the machine, some in several ways, with the truth that it looks for. */
export const PLAYS: readonly Play[] = [PART_ZERO_PLAYS, TURNED_PLAYS, TOOL_PLAYS, LATHE_PLAYS, WEAR_PLAYS, STATED_PLAYS].flatMap(playsOf)
