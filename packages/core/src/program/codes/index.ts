import { PHASES, type Code } from './code.ts'
import { ELSEWHERE } from './elsewhere.ts'
import { FRAMES } from './frames.ts'
import { MODES } from './modes.ts'
import { MOTIONS } from './motions.ts'
import { OFFSETS } from './offsets.ts'
import { TURNING } from './turning.ts'

/** Every code that is known, once for each kind of control. */
export const CODES: readonly Code[] = [...MODES, ...OFFSETS, ...FRAMES, ...ELSEWHERE, ...MOTIONS, ...TURNING]

const tableOf = (foreign: Code['on']) => new Map(CODES.flatMap((one) => (one.on === foreign ? [] : [[one.code, one] as const])))
const BY_CODES: ReadonlyMap<number, Code> = tableOf('distance letters')
const BY_LETTERS: ReadonlyMap<number, Code> = tableOf('distance codes')

/** The codes of a control by their number in tenths. */
export const codesOn = ({ codesForDistance }: { codesForDistance: boolean }): ReadonlyMap<number, Code> =>
  codesForDistance ? BY_CODES : BY_LETTERS

const ORDER = new Map(PHASES.map((phase, at) => [phase, at]))

/** Codes of a block in the order in which they act; what is not known comes last. */
export const inOrder = (codes: readonly number[], table: ReadonlyMap<number, Code>): number[] =>
  codes.length < 2
    ? [...codes]
    : codes
        .map((code) => ({ code, at: ORDER.get(table.get(code)?.phase ?? 'motion')! }))
        .sort((one, other) => one.at - other.at)
        .map(({ code }) => code)

export type { Code, Doing, Phase } from './code.ts'
export { leaves } from './elsewhere.ts'
