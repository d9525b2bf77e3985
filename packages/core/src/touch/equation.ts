import { minus, plus, times, type Nm } from '../length/index.ts'

/** +1 when the axis reading grows toward the touched surface, −1 when it falls. */
export type Direction = 1 | -1

/** What stands between the axis reading and the touched surface. All sizes ≥ 0 except on purpose. */
export interface Contact {
  direction: Direction
  /** Effective radius of what touches, in the axis' direction; 0 for a tool tip in Z. */
  radius: Nm
  /** Thickness of what lies between: shim, paper, feeler, gauge block, pin. */
  gauge: Nm
  /** True on an axis that reads diameters: the correction then counts twice. */
  diameterAxis?: boolean
}

/**
 * The contact correction c = −d·(r + g), twice that on a diameter axis.
 *
 * Moving X+ onto an edge with a Ø10 finder the spindle centre stops 5 mm short: c = −5 mm.
 */
export function contactCorrection({ direction, radius, gauge, diameterAxis = false }: Contact): Nm {
  return times(plus(radius, gauge), -direction * (diameterAxis ? 2 : 1))
}

/**
 * The terms of M = W + H + P + c on one axis, in nanometres.
 * `M` machine coordinate read at contact, `W` work offset (common shift included), `H` tool offset on
 * the axis, `P` part coordinate of the touched surface, `c` contact correction. On an axis that reads
 * diameters every term is a diameter.
 */
export interface TouchTerms {
  M: Nm
  W: Nm
  H: Nm
  P: Nm
  c: Nm
}

export type TouchUnknown = keyof Omit<TouchTerms, 'c'>

/** W = M − H − P − c: a pick-up. */
function solveW({ M, H, P, c }: Omit<TouchTerms, 'W'>): Nm {
  return minus(M, plus(H, P, c))
}

/** H = M − W − P − c: a touch-off. */
function solveH({ M, W, P, c }: Omit<TouchTerms, 'H'>): Nm {
  return minus(M, plus(W, P, c))
}

/** P = M − W − H − c: a measurement, or a counter-check. */
function solveP({ M, W, H, c }: Omit<TouchTerms, 'P'>): Nm {
  return minus(M, plus(W, H, c))
}

/** M = W + H + P + c: where the axis must stand at contact. */
function solveM({ W, H, P, c }: Omit<TouchTerms, 'M'>): Nm {
  return plus(W, H, P, c)
}

/**
 * The part coordinate that the control shows at the touch once W and H are right: P + c.
 * For a tip on a 1 mm shim on a face at Z +0.8 that is +1.8.
 */
export function readoutAtTouch({ P, c }: Pick<TouchTerms, 'P' | 'c'>): Nm {
  return plus(P, c)
}

/** Solves for the term that is named, from the others. */
export function solve(unknown: TouchUnknown, terms: TouchTerms): Nm {
  switch (unknown) {
    case 'M':
      return solveM(terms)
    case 'W':
      return solveW(terms)
    case 'H':
      return solveH(terms)
    case 'P':
      return solveP(terms)
  }
}
