import type { Depths, Extents } from './extents.ts'

/** A line of the program, with something that stands on it. */
export interface At {
  line: number
}

/** A line that could not be read. */
export interface ReadError extends At {
  column: number
  sentence: string
}

/** Something that cannot be followed without the machine, with every line where it is so: said, never guessed. */
export interface NotFollowed extends At {
  /** The first such block as it is written. */
  text: string
  why: string
  times: number
  /** The first lines of it. */
  lines: number[]
}

/** A reason why a line cannot be read, with every line that has it. */
export interface ReadErrors extends ReadError {
  times: number
  lines: number[]
}

/** A tool as the program uses it, in the order of its first call. */
export interface CalledTool {
  number: string
  /** Lines on which it is changed to. */
  lines: number[]
  /** Length offsets that are used with it; on a lathe the offsets called with its station. */
  lengths: { offset: string; line: number }[]
  /** Diameter offsets that are used with it. */
  diameters: { offset: string; line: number }[]
  /** Lines of the first G41 and G42. */
  compensates: { side: 'left' | 'right'; line: number }[]
  spindle: { turns: 'cw' | 'ccw'; line: number }[]
  /** Line of its first cut without a length called for it; null where there is none. */
  cutsWithoutLength: number | null
  /** What was called for another tool and is still on while this one moves or cuts, each with the first such line. */
  under: { what: 'length' | 'radius'; of: string | null; offset: string | null; line: number }[]
}

/** A rotary axis that the program turns. */
export interface TurnedAxis extends At {
  axis: string
  text: string
  times: number
  /** True where the machine has the axis. */
  known: boolean
  /** First line with a move that is made while it does not stand at 0, whose place is not told; null where there is none. */
  hides: number | null
}

/** A slot as the program calls it. */
export interface CalledSlot {
  slot: string
  /** First line that calls it. */
  line: number
  times: number
  /** True where the machine’s record has it. */
  known: boolean
}

/** A value that the program writes into the control by itself: a G10 line. */
export interface WrittenValue extends At {
  text: string
  /** `work/G54/X` and the like; null where it is none that the ledger knows. */
  register: string | null
  /** Nanometres; null where it is not known. */
  value: number | null
  /** True where it is added to what stands (G91). */
  adds: boolean
}

export interface CalledSub {
  number: string
  line: number
  times: number
  atHand: boolean
}

/** What a program says, as far as it can be known without running it. Bounded: long lists are cut, and counted. */
export interface ProgramRead {
  /** Number or name behind O or in the first comment; null where there is none. */
  name: string | null
  /** The first comments, which often say what it is. */
  head: string[]
  lines: number
  /** Units that it calls, in order; empty where it says none. */
  units: { unit: 'mm' | 'in'; line: number }[]
  slots: CalledSlot[]
  /** First move in part coordinates before any slot is called; null where there is none. */
  beforeSlot: number | null
  tools: CalledTool[]
  /** First cut before any tool is called. */
  beforeTool: number | null
  writes: WrittenValue[]
  extents: Extents[]
  /** Moves in machine coordinates, and to reference points. */
  machineMoves: { code: string; line: number; text: string }[]
  shifts: { code: string; line: number; text: string }[]
  subs: CalledSub[]
  /** Variables that it reads without having given them a value, by number. */
  variables: { number: number; line: number }[]
  unknown: { word: string; times: number; line: number }[]
  /** Rotary axes that it turns. */
  turned: TurnedAxis[]
  /** Each reason once. */
  notFollowed: NotFollowed[]
  /** Each sentence once. */
  errors: ReadErrors[]
  /** Lines that cannot be read, listed or not. */
  errorsInAll: number
  /** Lengths without a decimal point, and the first line of one. */
  withoutPoint: { times: number; line: number } | null
  /** Blocks with `/`, which may be left out at the machine. */
  optional: number
  /** How it ends: M2, M30, M99, %; null where the text just stops. */
  ends: string | null
  /** How deep each tool goes where; absent where nobody gathered it. It stays where the program was read. */
  depths?: Depths[]
  /** What is still on at its end. */
  leftOn: ('cutter compensation' | 'rotation' | 'local shift' | 'cycle')[]
}

/** A move for whoever draws them: part coordinates, nanometres, NaN where not known. */
export interface Move {
  kind: 'feed' | 'rapid'
  line: number
  tool: string | null
  slot: string | null
  from: readonly [number, number, number]
  to: readonly [number, number, number]
  /** For an arc: its centre, its plane, which way it turns. */
  arc: { centre: readonly [number, number, number]; plane: 'XY' | 'ZX' | 'YZ'; turns: 1 | -1 } | null
}

/** So many of a kind are listed; the rest is counted. */
export const MOST_LISTED = 200
