export interface Pair {
  /** Where the drawing has it, part coordinates. */
  nominal: { x: number; y: number }
  /** Where it was found. */
  measured: { x: number; y: number }
}

export interface BestFit {
  /** Where the nominal zero comes to lie among the measured places. */
  x: number
  y: number
  /** Radians, counter-clockwise positive; zero when no rotation was allowed. */
  rotation: number
  /** What is left at each feature: measured less fitted. */
  residuals: { x: number; y: number }[]
  /** ∂x, ∂y and ∂rotation over each measured coordinate, for the uncertainty. */
  sensitivity: { x: { x: number; y: number }; y: { x: number; y: number }; rotation: { x: number; y: number } }[]
}

/**
 * The shift (and rotation, when allowed) that brings nominal places best onto measured ones:
 * minimises Σ |R·nᵢ + t − mᵢ|². Closed form (two-dimensional Procrustes without scale): the rotation is
 * atan2(Σ n×m, Σ n·m) about the two middles.
 *
 * @returns null for fewer than one pair, or when a rotation is asked of features in one place
 */
export function bestFit(pairs: readonly Pair[], mayTurn: boolean): BestFit | null {
  const n = pairs.length
  if (n === 0) return null
  const mean = (kind: keyof Pair, axis: 'x' | 'y') => pairs.reduce((total, pair) => total + pair[kind][axis], 0) / n
  const nominal = { x: mean('nominal', 'x'), y: mean('nominal', 'y') }
  const measured = { x: mean('measured', 'x'), y: mean('measured', 'y') }
  let [cross, dot, spread] = [0, 0, 0]
  for (const pair of pairs) {
    const [nx, ny] = [pair.nominal.x - nominal.x, pair.nominal.y - nominal.y]
    const [mx, my] = [pair.measured.x - measured.x, pair.measured.y - measured.y]
    cross += nx * my - ny * mx
    dot += nx * mx + ny * my
    spread += nx * nx + ny * ny
  }
  if (mayTurn && (n < 2 || spread === 0)) return null
  const rotation = mayTurn ? Math.atan2(cross, dot) : 0
  const [cos, sin] = [Math.cos(rotation), Math.sin(rotation)]
  const turned = (p: { x: number; y: number }) => ({ x: cos * p.x - sin * p.y, y: sin * p.x + cos * p.y })
  const middle = turned(nominal)
  const [x, y] = [measured.x - middle.x, measured.y - middle.y]
  return {
    x,
    y,
    rotation,
    residuals: pairs.map((pair) => {
      const at = turned(pair.nominal)
      return { x: pair.measured.x - at.x - x, y: pair.measured.y - at.y - y }
    }),
    sensitivity: pairs.map((pair) => sensitivityOf(pair, nominal, middle, { n, spread, mayTurn, turned })),
  }
}

interface Shape {
  n: number
  spread: number
  mayTurn: boolean
  turned: (p: { x: number; y: number }) => { x: number; y: number }
}

/** For small rotations: dθ = Σ (ñ × dm) / Σ|ñ|², and the zero swings about the middle with it. */
function sensitivityOf(pair: Pair, nominal: Pair['nominal'], middle: Pair['nominal'], { n, spread, mayTurn, turned }: Shape) {
  const arm = turned({ x: pair.nominal.x - nominal.x, y: pair.nominal.y - nominal.y })
  const rotation = mayTurn ? { x: -arm.y / spread, y: arm.x / spread } : { x: 0, y: 0 }
  return {
    rotation,
    x: { x: 1 / n + middle.y * rotation.x, y: middle.y * rotation.y },
    y: { x: -middle.x * rotation.x, y: 1 / n - middle.x * rotation.y },
  }
}
