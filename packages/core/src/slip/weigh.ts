import type { Alternative } from './alternative.ts'
import { CHIP, SIZES, UNKNOWN } from './likely.ts'
import { MISTAKES, type MistakeId } from '../mistake/index.ts'
import type { Off } from './rework.ts'

/** An alternative that brings home what was off. */
export interface Fit {
  id: MistakeId
  phrase: string
  /** How far off what is compared would still be, by its name. */
  left: ReadonlyMap<string, number>
  /** How the entry would be with it undone, where it was worked out again. */
  alternative?: Alternative
  /** Its share of all that could be the cause, what nobody can name among them. */
  share: number
}

/** A cause brings a figure home within so many standard uncertainties, and leaves no more than this share of what it was off. */
const [WITHIN, LEAVES] = [3, 0.25]
/** One is named alone when it is this likely among all; two, or three, when they are together. */
const NAMED = [0.85, 0.9, 0.9]
/** Nothing is named when the chance that none of them is the cause is larger than this. */
const CHANCE = 0.05

/** Something that may have been otherwise, and how far off everything is with it undone. */
export interface Candidate {
  id: MistakeId
  phrase: string
  off: Off
  alternative?: Alternative
  /** How many times as likely as its kind says, where something else speaks for it. */
  times?: number
}

/**
 * The likeliest causes of what is off: none, one, or two or three that the figures cannot tell apart. Each alternative is weighed by how well
 * it fits in standard uncertainties and by how often it happens; against all of them stands a cause that nobody can name, which fits
 * anything and so nothing well.
 * @param members how many there were of each kind, whether or not they fit
 * @param now how far off each thing is
 * @param off names of those that are off by more than they may
 */
export function likeliest(candidates: readonly Candidate[], members: ReadonlyMap<string, number>, now: Off, off: readonly string[]): Fit[] {
  const { likely, unknown } = weighed(candidates, members, now, off)
  if (unknown > CHANCE) return []
  let share = 0
  for (const [at, enough] of NAMED.entries()) {
    share += likely[at]?.share ?? 0
    if (share >= enough) return likely.slice(0, at + 1)
  }
  return []
}

/** One is only possible when it is this likely by itself, and what nobody can name no likelier than that. */
const [POSSIBLE, UNNAMED] = [0.5, 0.3]

/**
 * One cause that is too seldom to be named, one of many gauges of its kind, and fits better than by chance: for what nothing is named.
 * @returns null where none stands out
 */
export function possible(
  candidates: readonly Candidate[],
  members: ReadonlyMap<string, number>,
  now: Off,
  off: readonly string[],
): Fit | null {
  const { likely, unknown } = weighed(candidates, members, now, off)
  const [first] = likely
  return first && unknown < UNNAMED && first.share >= POSSIBLE ? first : null
}

/** The causes that fit, the likeliest first, with their shares, and the share of what nobody can name. */
function weighed(
  candidates: readonly Candidate[],
  members: ReadonlyMap<string, number>,
  now: Off,
  off: readonly string[],
): { likely: Fit[]; unknown: number } {
  const fitting = candidates.flatMap(({ id, phrase, off: then, alternative, times = 1 }) => {
    const left = fits(then, now, off)
    if (!left) return []
    const log = Math.log((times * MISTAKES[id].likely) / (members.get(id) ?? 1)) + logFit(then, now)
    return [{ id, phrase, left, log, ...(alternative ? { alternative } : {}) }]
  })
  if (fitting.length === 0) return { likely: [], unknown: 1 }
  const unknown = logUnknown(now, off)
  const highest = Math.max(unknown, ...fitting.map(({ log }) => log))
  const weight = (log: number) => Math.exp(log - highest)
  const together = merged(fitting.map(({ log, ...fit }) => ({ ...fit, share: weight(log) })))
  const total = weight(unknown) + together.reduce((sum, { share }) => sum + share, 0)
  const likely = together.map((fit) => ({ ...fit, share: fit.share / total })).sort((a, b) => b.share - a.share)
  return { likely, unknown: weight(unknown) / total }
}

/** What would be left of each thing; null unless everything that is off comes home and nothing else is made worse. */
function fits(then: Off, now: Off, off: readonly string[]): Map<string, number> | null {
  const left = new Map<string, number>()
  for (const [name, { off: before }] of now) {
    const after = then.get(name)
    if (!after) return null
    const size = Math.abs(after.off)
    if (size > WITHIN * after.standard && !(size <= Math.abs(before) && !off.includes(name))) return null
    if (off.includes(name) && size > LEAVES * Math.abs(before)) return null
    left.set(name, size)
  }
  return left
}

const logNormal = (off: number, standard: number): number => -((off / standard) ** 2) / 2 - Math.log(standard * Math.sqrt(2 * Math.PI))

const logFit = (then: Off, now: Off): number =>
  [...now.keys()].reduce((sum, name) => {
    const { off, standard } = then.get(name)!
    return sum + logNormal(off, standard)
  }, 0)

/** What nobody can name: anything of any size, and on a single touch along Z a chip of a chip's thickness. */
function logUnknown(now: Off, off: readonly string[]): number {
  const rest = [...now].reduce((sum, [name, one]) => (off.includes(name) ? sum : sum + logNormal(one.off, one.standard)), 0)
  const any = off.reduce((sum, name) => sum - Math.log(2 * Math.abs(now.get(name)!.off) * SIZES), Math.log(UNKNOWN))
  const only = off.length === 1 ? now.get(off[0]!)! : null
  const size = Math.abs(only?.off ?? 0)
  const isChip = only?.early === true && size >= CHIP.from && size <= CHIP.to
  return rest + (isChip ? Math.log(Math.exp(any) + CHIP.likely / (2 * (CHIP.to - CHIP.from))) : any)
}

/** The same words for the same cause count once. */
function merged(fits: readonly Fit[]): Fit[] {
  const by = new Map<string, Fit>()
  for (const fit of fits) {
    const same = by.get(fit.phrase)
    by.set(fit.phrase, same ? { ...same, share: same.share + fit.share } : fit)
  }
  return [...by.values()]
}
