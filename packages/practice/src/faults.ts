/** What a machine's wire can be made to do wrong, one at a time. */
export const FAULTS = {
  none: 'answers as it should',
  late: 'answers three seconds late',
  drops: 'drops the connection',
  repeats: 'repeats an old value',
  inches: 'sends inches for millimetres',
  jumps: 'is off by a jog step now and then',
  nonsense: 'sends nonsense',
} as const
export type Fault = keyof typeof FAULTS

export const LATE = 3_000
const JUMP = 0.1

export const isFault = (text: string): text is Fault => Object.hasOwn(FAULTS, text)

/** A length as the faulty wire sends it; `turn` counts the answers. */
export function spoilt(fault: Fault, value: number, turn: number): number {
  if (fault === 'inches') return value / 25.4
  return fault === 'jumps' && turn % 3 === 0 ? value + JUMP : value
}
