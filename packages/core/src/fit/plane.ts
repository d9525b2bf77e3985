import { invertSymmetric3 } from './solve.ts'

export interface PlaneTouch {
  x: number
  y: number
  z: number
}

export interface FittedPlane {
  /** Slopes dz/dx and dz/dy. */
  slopeX: number
  slopeY: number
  /** Height of the plane over a place. */
  heightAt(x: number, y: number): number
  /** ∂height/∂z of each touch, over a place. */
  weightsAt(x: number, y: number): number[]
  /** ∂slope/∂z of each touch, for both slopes. */
  slopeWeights: { x: number; y: number }[]
  residuals: number[]
  /** Highest residual less the lowest; null for three touches, which any plane fits. */
  flatness: number | null
}

/**
 * The plane z = a + b·x + c·y of least squares through touches from above; touches in nanometres.
 * @returns null when the touches lie on a line as seen from above: any plane through it would do
 */
export function fitPlane(touches: readonly PlaneTouch[]): FittedPlane | null {
  const n = touches.length
  if (n < 3) return null
  const mean = (axis: keyof PlaneTouch) => touches.reduce((total, touch) => total + touch[axis], 0) / n
  const [mx, my, mz] = [mean('x'), mean('y'), mean('z')]
  const points = touches.map(({ x, y, z }) => ({ x: x - mx, y: y - my, z: z - mz }))
  let [xx, xy, yy] = [0, 0, 0]
  for (const { x, y } of points) {
    xx += x * x
    xy += x * y
    yy += y * y
  }
  // Counted from the middle of the points, the height does not hang on the slopes, so only the two slopes are solved for.
  const inverse = invertSymmetric3([xx, xy, 0, yy, 0, n])
  if (!inverse || xx * yy - xy * xy < 1e-8 * (xx + yy) ** 2) return null
  const [ia, ib, , id] = inverse
  const slopeWeights = points.map(({ x, y }) => ({ x: ia * x + ib * y, y: ib * x + id * y }))
  const slopeX = slopeWeights.reduce((total, weight, at) => total + weight.x * points[at]!.z, 0)
  const slopeY = slopeWeights.reduce((total, weight, at) => total + weight.y * points[at]!.z, 0)
  const residuals = points.map(({ x, y, z }) => z - slopeX * x - slopeY * y)
  return {
    slopeX,
    slopeY,
    slopeWeights,
    residuals,
    flatness: n > 3 ? Math.max(...residuals) - Math.min(...residuals) : null,
    heightAt: (x, y) => mz + slopeX * (x - mx) + slopeY * (y - my),
    weightsAt: (x, y) => slopeWeights.map((weight) => 1 / n + weight.x * (x - mx) + weight.y * (y - my)),
  }
}
