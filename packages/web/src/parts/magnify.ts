import type { Deviation } from '@rook/core'

const STEPS = [1, 2, 5]
/** How long the largest deviation may be on the screen, in pixels. */
const LONGEST = 28
/** More than this would make a drama of a tenth of a micrometre. */
const MOST = 10_000
/** How far a turned part may be turned in the picture, radians: six degrees. */
const WIDEST = 0.105

/** A round factor that is not more than the wanted one: 1, 2, 5, 10 … times. */
function roundFactor(wanted: number): number {
  if (wanted <= 1) return 1
  const power = 10 ** Math.floor(Math.log10(wanted))
  return Math.max(...STEPS.filter((step) => step * power <= wanted)) * power
}

/** A factor that makes the largest deviation easy to see. */
export function readableMagnification(deviations: readonly Deviation[], perPixel: number): number {
  const largest = Math.max(0, ...deviations.map(({ by }) => Math.hypot(by.x, by.y)))
  return largest === 0 ? 1 : roundFactor(Math.min(MOST, (LONGEST * perPixel) / largest))
}

/** A factor that makes a small turn easy to see. */
export function readableTurn(turns: readonly number[]): number {
  const largest = Math.max(0, ...turns.map(Math.abs))
  return largest === 0 ? 1 : roundFactor(Math.min(MOST, WIDEST / largest))
}
