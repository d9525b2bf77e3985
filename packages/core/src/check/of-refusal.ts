import { magnitude } from '../length/index.ts'
import type { Scene } from '../scene/index.ts'
import { alternativesOf, rework } from '../slip/index.ts'
import { apartOf } from './apart.ts'
import type { Evidence } from './finding.ts'

/** More than so many that would all do say nothing. */
const MOST = 2

/**
 * What may have happened where a routine refuses its figures: each as it may have been meant, where the routine then has a result and
 * all of it agrees with what it is held against.
 * @returns a sentence to follow the refusal; null where nothing agrees, or too much does
 */
export function refusalExplained(given: NonNullable<Evidence['given']>, scene: Scene): string | null {
  const phrases = new Set<string>()
  for (const alternative of alternativesOf({ ...given, scene })) {
    const result = alternative.figure === undefined ? null : (rework(given.routine, alternative)?.result ?? null)
    const apart = result ? [...apartOf(result, alternative.scene, true).values()] : []
    if (apart.length === 0 || apart.some(({ moved, limit }) => magnitude(moved) > limit)) continue
    phrases.add(alternative.phrase)
    if (phrases.size > MOST) return null
  }
  return phrases.size === 0 ? null : `It would agree if ${[...phrases].join(', or if ')}.`
}
