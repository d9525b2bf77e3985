import type { Setup, Step } from '@rook/contract'

/**
 * The step that comes after one that is done: the first that is still open. The setup may have been read before the step
 * was recorded, and then it still names that very step as the next.
 */
export function nextStepAfter(setup: Pick<Setup, 'steps'>, done: string): Step | null {
  return setup.steps.find(({ id, state }) => state === 'open' && id !== done) ?? null
}
