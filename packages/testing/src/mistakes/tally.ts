import { foldFindings, type Finding, type RawInputs } from '@rook/core'

/** Told of every mistake that was not caught, or not named. */
export type Missed = (key: string, raw: RawInputs, said: string) => void

/** How a kind of mistake fared in a routine. */
export interface Tally {
  scenes: number
  caught: number
  /** Scenes in which the figures can bear a name, and those in which it was the right one. */
  askedName: number
  named: number
  /** Something was named, and it was not what had happened. */
  misnamed: number
  /** Something was said to be possible, and it was not what had happened. */
  guessed: number
  /** More than one question for one mistake. */
  asked: number
}

export interface Fared {
  /** By kind of mistake and way of playing a routine: "unit of a reading / edge". */
  mistakes: Map<string, Tally>
  /** Clean entries by way of playing, and those that were questioned, with the checks that did. */
  clean: Map<string, { scenes: number; questioned: number; by: Map<string, number> }>
}

export const questions = (findings: readonly Finding[]) => findings.filter(({ verdict }) => verdict !== 'clear')

export interface Effect {
  /** Why it is refused outright, which is a catch by name. */
  refused: string | null
  findings: Finding[]
  /** Large enough for a name. */
  asked: boolean
}

export function countClean(fared: Fared, name: string, asked: readonly Finding[]): void {
  const tally = fared.clean.get(name) ?? { scenes: 0, questioned: 0, by: new Map<string, number>() }
  tally.scenes++
  if (asked.length > 0) tally.questioned++
  for (const { check } of asked) tally.by.set(check, (tally.by.get(check) ?? 0) + 1)
  fared.clean.set(name, tally)
}

/** @returns what was said where the mistake was not named; null where it was */
export function countMistake(
  fared: Fared,
  key: string,
  { refused, findings, asked: isAsked }: Effect,
  names: RegExp,
  clean: readonly Finding[],
): string | null {
  const tally = fared.mistakes.get(key) ?? { scenes: 0, caught: 0, askedName: 0, named: 0, misnamed: 0, guessed: 0, asked: 0 }
  fared.mistakes.set(key, tally)
  tally.scenes++
  if (isAsked) tally.askedName++
  if (refused) {
    tally.caught++
    tally.named++
    return null
  }
  // What is asked of the clean twin too is no catch.
  const known = new Set(clean.map(({ check, about }) => `${check} ${about}`))
  const asked = questions(findings).filter(({ check, about }) => !known.has(`${check} ${about}`))
  if (asked.length === 0) return 'nothing'
  tally.caught++
  const said = asked.map(({ sentence }) => sentence).join(' ')
  const isNamed = names.test(said)
  if (isNamed && isAsked) tally.named++
  if (!isNamed && /It would agree/.test(said)) tally.misnamed++
  else if (!isNamed && /It may be that/.test(said)) tally.guessed++
  if (foldFindings(asked).length > 1) tally.asked++
  return isNamed || !isAsked ? null : said
}
