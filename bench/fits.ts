import { bestFit, fitCircle, type Pair } from '@rook/core'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'

export interface FitResult {
  /** How many times as fast as the general package. */
  ratio: number
  /** Largest difference between the two answers, nanometres. */
  apart: number
}

const TURNS = 20_000
/** The general package is given what it needs to come as close as it can. */
const GENERAL = { damping: 1e-3, gradientDifference: 1e-4, maxIterations: 60, errorTolerance: 1e-18, improvementThreshold: 0 }

/** Seconds for one call, on average, after a warm-up. */
function seconds(turns: number, work: () => unknown): number {
  for (let turn = 0; turn < Math.min(turns, 200); turn++) work()
  const began = performance.now()
  for (let turn = 0; turn < turns; turn++) work()
  return (performance.now() - began) / 1000 / turns
}

/** Scatter that is the same every time. */
const scatter = (at: number) => 1_500 * Math.sin(at * 12.9898 + 78.233)

/** A bore of 12 touches: orthogonal distances, centre and radius. */
export function benchCircle(): FitResult {
  const n = 12
  const touches = Array.from({ length: n }, (_, at) => {
    const angle = (2 * Math.PI * at) / n
    const radius = 17_000_000 + scatter(at)
    return { x: -212_446_000 + radius * Math.cos(angle), y: -138_203_000 + radius * Math.sin(angle) }
  })
  const own = fitCircle(touches, () => 0)
  if (typeof own === 'string') throw new Error(own)
  // In millimetres about the first guess, which is what a general package wants.
  const points = touches.map(({ x, y }) => ({ x: x / 1e6 + 212.4, y: y / 1e6 + 138.2 }))
  const general = () =>
    levenbergMarquardt(
      { x: points.map((_, at) => at), y: points.map(() => 0) },
      ([cx, cy, r]) =>
        (at) =>
          Math.hypot(points[at]!.x - cx!, points[at]!.y - cy!) - r!,
      {
        ...GENERAL,
        initialValues: [0, 0, 17],
      },
    )
  const [cx, cy, r] = general().parameterValues as [number, number, number]
  const apart = Math.max(Math.abs((cx - 212.4) * 1e6 - own.x), Math.abs((cy - 138.2) * 1e6 - own.y), Math.abs(r * 1e6 - own.radius))
  return { apart, ratio: seconds(200, general) / seconds(TURNS, () => fitCircle(touches, () => 0)) }
}

/** Eight features: shift and rotation. */
export function benchBestFit(): FitResult {
  const angle = (0.12 * Math.PI) / 180
  const pairs = Array.from({ length: 8 }, (_, at): Pair => {
    const nominal = { x: (at % 4) * 24e6 + 9e6, y: Math.floor(at / 4) * 36e6 + 9e6 }
    return {
      nominal,
      measured: {
        x: Math.cos(angle) * nominal.x - Math.sin(angle) * nominal.y + 31_000 + scatter(at),
        y: Math.sin(angle) * nominal.x + Math.cos(angle) * nominal.y - 18_000 + scatter(at + 40),
      },
    }
  })
  const own = bestFit(pairs, true)!
  const mm = pairs.map(({ nominal, measured }) => ({
    n: { x: nominal.x / 1e6, y: nominal.y / 1e6 },
    m: { x: measured.x / 1e6, y: measured.y / 1e6 },
  }))
  const general = () =>
    levenbergMarquardt(
      { x: Array.from({ length: 16 }, (_, at) => at), y: Array.from({ length: 16 }, () => 0) },
      ([tx, ty, turn]) => {
        const [cos, sin] = [Math.cos(turn! / 100), Math.sin(turn! / 100)]
        return (at) => {
          const { n, m } = mm[at >> 1]!
          return at % 2 === 0 ? cos * n.x - sin * n.y + tx! - m.x : sin * n.x + cos * n.y + ty! - m.y
        }
      },
      { ...GENERAL, initialValues: [0, 0, 0] },
    )
  const [tx, ty] = general().parameterValues as [number, number, number]
  const apart = Math.max(Math.abs(tx * 1e6 - own.x), Math.abs(ty * 1e6 - own.y))
  return { apart, ratio: seconds(200, general) / seconds(TURNS, () => bestFit(pairs, true)) }
}
