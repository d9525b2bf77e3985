import { invertSymmetric3 } from './solve.ts'

/** A touch on a round wall: the stylus centre, and how far the wall stands from it in the direction it moved. */
export interface CircleTouch {
  x: number
  y: number
}

export interface FittedCircle {
  x: number
  y: number
  /** Radius of the wall. */
  radius: number
  /** Signed distance of each touch from the fitted wall, outward positive. */
  residuals: number[]
  /** Largest residual less the smallest; null for three touches, which any circle fits. */
  form: number | null
  /**
   * ∂(x, y, radius)/∂(distance of touch i from the centre): how each touch moves the result. A touch's own
   * standard uncertainty goes through it to the centre and to the radius.
   */
  sensitivity: { x: number; y: number; radius: number }[]
  /** Angle over which the touches are spread, in degrees: 360 less the widest gap between neighbours. */
  coverage: number
}

/** Why no circle can be told from touches. */
export type CircleRefusal = 'too-few' | 'same-place' | 'straight' | 'does-not-settle'

const ROUNDS = 60
/** A hundredth of a nanometre: far below the rounding that follows. */
const SETTLED = 0.01

/**
 * The circle of least orthogonal distance through touches (Gauss–Newton from an algebraic start).
 *
 * Minimises Σ fᵢ² with fᵢ = |pᵢ − c| + s·rᵢ − ρ, where rᵢ is the effective radius of what touched in the
 * direction it moved, s = +1 inside a bore and −1 outside a boss, and ρ the radius of the wall: bore
 * diameter 2(R + r), boss 2(R − r).
 *
 * @param touches stylus centres in nanometres, any origin
 * @param wall distance from stylus centre to wall for a unit direction from the centre outward: +r inside, −r outside
 */
export function fitCircle(
  touches: readonly CircleTouch[],
  wall: (outward: { x: number; y: number }) => number,
): FittedCircle | CircleRefusal {
  const n = touches.length
  if (n < 3) return 'too-few'
  if (samePlace(touches)) return 'same-place'
  const middle = { x: sum(touches, 'x') / n, y: sum(touches, 'y') / n }
  const points = touches.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y }))
  const start = algebraic(points)
  if (!start) return 'straight'
  let { x, y, radius } = start
  radius += wall({ x: 1, y: 0 })
  for (let round = 0; round < ROUNDS; round++) {
    let [a, b, c, d, e] = [0, 0, 0, 0, 0]
    let [gx, gy, gr] = [0, 0, 0]
    for (const point of points) {
      const [dx, dy] = [point.x - x, point.y - y]
      const distance = Math.hypot(dx, dy)
      if (distance === 0) return 'straight'
      const [ux, uy] = [dx / distance, dy / distance]
      const f = distance + wall({ x: ux, y: uy }) - radius
      a += ux * ux
      b += ux * uy
      c += ux
      d += uy * uy
      e += uy
      gx += ux * f
      gy += uy * f
      gr += f
    }
    const inverse = invertSymmetric3([a, b, c, d, e, n])
    if (!inverse) return 'straight'
    const [ia, ib, ic, id, ie, ig] = inverse
    const stepX = ia * gx + ib * gy + ic * gr
    const stepY = ib * gx + id * gy + ie * gr
    const stepR = ic * gx + ie * gy + ig * gr
    x += stepX
    y += stepY
    radius += stepR
    if (!Number.isFinite(x + y + radius)) return 'does-not-settle'
    if (Math.hypot(stepX, stepY, stepR) < SETTLED) return describe(points, { x, y, radius }, middle, wall, inverse)
  }
  return 'does-not-settle'
}

const sum = (points: readonly CircleTouch[], axis: 'x' | 'y') => points.reduce((total, point) => total + point[axis], 0)

function samePlace(touches: readonly CircleTouch[]): boolean {
  return touches.some((one, at) => touches.slice(at + 1).some((other) => other.x === one.x && other.y === one.y))
}

/** x² + y² + Dx + Ey + F = 0 in least squares (points about their middle); null for points on a line. */
function algebraic(points: readonly CircleTouch[]) {
  let [xx, xy, yy, xz, yz, zz] = [0, 0, 0, 0, 0, 0]
  for (const { x, y } of points) {
    const z = x * x + y * y
    xx += x * x
    xy += x * y
    yy += y * y
    xz += x * z
    yz += y * z
    zz += z
  }
  const det = xx * yy - xy * xy
  if (det <= 1e-10 * (xx + yy) ** 2) return null
  const x = (xz * yy - yz * xy) / (2 * det)
  const y = (yz * xx - xz * xy) / (2 * det)
  return { x, y, radius: Math.sqrt(x * x + y * y + zz / points.length) }
}

type Inverse = NonNullable<ReturnType<typeof invertSymmetric3>>

function describe(
  points: readonly CircleTouch[],
  { x, y, radius }: { x: number; y: number; radius: number },
  middle: CircleTouch,
  wall: (outward: { x: number; y: number }) => number,
  [ia, ib, ic, id, ie, ig]: Inverse,
): FittedCircle {
  const outward = points.map((point) => {
    const distance = Math.hypot(point.x - x, point.y - y)
    return { x: (point.x - x) / distance, y: (point.y - y) / distance, distance }
  })
  const residuals = outward.map((u) => u.distance + wall(u) - radius)
  return {
    x: x + middle.x,
    y: y + middle.y,
    radius,
    residuals,
    form: points.length > 3 ? Math.max(...residuals) - Math.min(...residuals) : null,
    sensitivity: outward.map((u) => ({
      x: ia * u.x + ib * u.y + ic,
      y: ib * u.x + id * u.y + ie,
      radius: ic * u.x + ie * u.y + ig,
    })),
    coverage: coverageOf(outward),
  }
}

function coverageOf(outward: readonly { x: number; y: number }[]): number {
  const angles = outward.map((u) => (Math.atan2(u.y, u.x) * 180) / Math.PI).sort((a, b) => a - b)
  const gaps = angles.map((angle, at) => (at === 0 ? angle + 360 - angles.at(-1)! : angle - angles[at - 1]!))
  return 360 - Math.max(...gaps)
}
