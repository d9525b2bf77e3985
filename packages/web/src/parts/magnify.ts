import type { Deviation } from '@rook/core'

const STEPS = [1, 2, 5]
/** How long the largest deviation may be on the screen, in pixels. */
const LONGEST = 28
/** More than this would make a drama of a tenth of a micrometre. */
const MOST = 10_000

/** A round factor that makes the largest deviation easy to see: 1, 2, 5, 10 … times. */
export function readableMagnification(deviations: readonly Deviation[], perPixel: number): number {
  const largest = Math.max(0, ...deviations.map(({ by }) => Math.hypot(by.x, by.y)))
  if (largest === 0) return 1
  const wanted = Math.min(MOST, (LONGEST * perPixel) / largest)
  if (wanted <= 1) return 1
  const power = 10 ** Math.floor(Math.log10(wanted))
  return Math.max(...STEPS.filter((step) => step * power <= wanted)) * power
}
