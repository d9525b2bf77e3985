import type { Chance } from '../chance.ts'
import { PART_ZERO_PLAYS, type Played } from './part-zero.ts'
import { TOOL_PLAYS } from './tools.ts'

export type { Played }

/** Every routine as it is played at the machine, with the truth that it looks for. */
export const PLAYS: Record<string, (chance: Chance) => Played> = { ...PART_ZERO_PLAYS, ...TOOL_PLAYS }
