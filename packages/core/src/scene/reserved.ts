import type { Reserved } from './scene.ts'

/** For whom a slot is kept, in words: "G56 is kept for job 0612 by B. Hollins: second vise". */
export const reservedWords = ({ slot, job, words, by }: Reserved): string =>
  `${slot} is kept${job === null ? '' : ` for job ${job}`} by ${by}${words ? `: ${words}` : ''}`

/**
 * The same of a slot that a job may not simply take; null where it is free, or kept for this very job.
 * @param job its number; null for what belongs to none
 */
export function reservedFor(slot: string, reserved: readonly Reserved[], job: string | null): string | null {
  const kept = reserved.find((one) => one.slot === slot && (one.job === null || one.job !== job))
  return kept ? reservedWords(kept) : null
}
