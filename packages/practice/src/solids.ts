import type { Round, Solid } from './spec.ts'

export interface Spot {
  x: number
  y: number
  /** Height of the tip. */
  z: number
}

/** How far a point lies outside a solid, seen from above; 0 inside it. */
export function distanceTo(section: Solid['section'], x: number, y: number): number {
  if (section.kind === 'round') return Math.max(0, fromMiddle(section, x, y) - section.diameter / 2)
  const [cornerX, cornerY] = [section.x[0], section.y[0]]
  const turn = (-(section.turned ?? 0) * Math.PI) / 180
  const [dx, dy] = [x - cornerX, y - cornerY]
  const alongX = dx * Math.cos(turn) - dy * Math.sin(turn)
  const alongY = dx * Math.sin(turn) + dy * Math.cos(turn)
  const beyondX = Math.max(-alongX, 0, alongX - (section.x[1] - cornerX))
  const beyondY = Math.max(-alongY, 0, alongY - (section.y[1] - cornerY))
  if (beyondX > 0 || beyondY > 0) return Math.hypot(beyondX, beyondY)
  const bore = section.bores?.find((one) => fromMiddle(one, x, y) < one.diameter / 2)
  return bore ? bore.diameter / 2 - fromMiddle(bore, x, y) : 0
}

const fromMiddle = (round: Round, x: number, y: number) => Math.hypot(x - round.x, y - round.y)

/**
 * The first solid that a round tool touches at a spot, or null.
 * @param radius of the tool
 * @param between what is laid on the face that the tool moves towards: up for a move in Z, sideways for the others
 */
export function touched(solids: readonly Solid[], at: Spot, radius: number, between: { up: number; side: number }): Solid | null {
  return solids.find(({ section, top }) => at.z < top + between.up && distanceTo(section, at.x, at.y) < radius + between.side) ?? null
}

/** How finely a way is looked along; nothing on these machines is thinner. */
const LOOK = 0.2
const HALVINGS = 44

/**
 * How far along a way something is first met, as a share of it; null where the way is free.
 * @param meets whether something is met at a share of the way
 */
export function firstMet(length: number, meets: (share: number) => boolean): number | null {
  const looks = Math.max(1, Math.ceil(length / LOOK))
  for (let look = 0; look <= looks; look++) {
    if (!meets(look / looks)) continue
    if (look === 0) return 0
    let [free, met] = [(look - 1) / looks, look / looks]
    for (let halving = 0; halving < HALVINGS; halving++) {
      const middle = (free + met) / 2
      if (meets(middle)) met = middle
      else free = middle
    }
    return met
  }
  return null
}
