/**
 * How the furthest of several readings stands to the furthest of what they read: its bias and its spread.
 *
 * The greatest of n figures that scatter lies too far out on average, the more so the nearer together they truly are.
 * How near that is has to be told from the readings themselves: their spread beyond their own scatter is taken as theirs (an empirical
 * Bayes shrinkage, τ² = s² of the readings less σ²), where it is more than chance explains in 95 of 100 cases; below that they count as
 * alike, for that is where the bias is largest. The distribution of the maximum is worked out from its exact distribution function, the
 * product of the single ones.
 *
 * @param readings signed so that the furthest is the greatest, nanometres
 * @param scatter standard deviation \u03c3 of one reading, nanometres, above 0
 * @returns root mean square distance of the greatest reading from what it stands for, nanometres
 */
export function doubtOfFurthest(readings: readonly number[], scatter: number): number {
  if (readings.length < 2 || scatter <= 0) return scatter
  const mean = readings.reduce((sum, one) => sum + one, 0) / readings.length
  const variance = readings.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (readings.length - 1)
  const own = variance > scatter ** 2 * chanceFactor(readings.length - 1) ? variance - scatter ** 2 : 0
  const kept = own / (own + scatter ** 2)
  const places = readings.map((one) => (kept * (one - mean)) / scatter)
  const top = Math.max(...places)
  let [first, second, before] = [0, 0, 0]
  for (let step = 0; step <= STEPS; step++) {
    const x = LOW + ((HIGH - LOW) * step) / STEPS
    const below = places.reduce((product, place) => product * normalBelow(x - (place - top)), 1)
    const middle = x - (HIGH - LOW) / STEPS / 2
    first += (below - before) * middle
    second += (below - before) * middle ** 2
    before = below
  }
  const spread = Math.sqrt(Math.max(0, second - first ** 2))
  return scatter * Math.hypot(spread, first)
}

/** 95 % point of chi-square over its degrees of freedom (Wilson and Hilferty 1931). */
const chanceFactor = (freedom: number): number => (1 - 2 / (9 * freedom) + 1.6449 * Math.sqrt(2 / (9 * freedom))) ** 3

const [LOW, HIGH, STEPS] = [-6, 7, 260]

/** Distribution function of the standard normal distribution (Abramowitz and Stegun 7.1.26, to 1.5e\u22127). */
function normalBelow(x: number): number {
  const z = Math.abs(x) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * z)
  const poly = ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t
  const erf = 1 - poly * Math.exp(-z * z)
  return x >= 0 ? (1 + erf) / 2 : (1 - erf) / 2
}
