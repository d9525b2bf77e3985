/** One thing that a machine's wire does wrong: what is said of it, and what it does to what goes out. A row that does nothing is none. */
interface FaultRow {
  what: string
  /** Milliseconds by which answers come late. */
  late: number
  /** True where the connection is dropped in place of an answer. */
  drops: boolean
  /** True where an old value is told over and over. */
  repeats: boolean
  /** What a length becomes, millimetres; `turn` counts the answers. */
  length: (value: number, turn: number) => number
  /** What goes out in place of a document, a line of the table, a gauge's figure; null where it goes out as it is. */
  instead: { document: string; line: string; figure: string } | null
}

const JUMP = 0.1
const right: Omit<FaultRow, 'what'> = { late: 0, drops: false, repeats: false, length: (value) => value, instead: null }

/** What a machine's wire can be made to do wrong, one at a time. */
export const FAULTS = {
  none: { ...right, what: 'answers as it should' },
  late: { ...right, what: 'answers three seconds late', late: 3_000 },
  drops: { ...right, what: 'drops the connection', drops: true },
  repeats: { ...right, what: 'repeats an old value', repeats: true },
  inches: { ...right, what: 'sends inches for millimetres', length: (value) => value / 25.4 },
  jumps: { ...right, what: 'is off by a jog step now and then', length: (value, turn) => (turn % 3 === 0 ? value + JUMP : value) },
  nonsense: {
    ...right,
    what: 'sends nonsense',
    instead: { document: '<MTConnectStreams><Header instanceId="1"', line: '\u0007??', figure: '--.--' },
  },
} as const satisfies Readonly<Record<string, FaultRow>>
export type Fault = keyof typeof FAULTS

export const isFault = (text: string): text is Fault => Object.hasOwn(FAULTS, text)

/** What a fault does. */
export const faultOf = (fault: Fault): FaultRow => FAULTS[fault]

/** Lets something out, as late as the fault has it. */
export function letOut(fault: Fault, write: () => void): void {
  const { late } = faultOf(fault)
  if (late > 0) setTimeout(write, late)
  else write()
}
