import type { FileLine } from '@rook/core'

export interface Spot {
  x: number
  y: number
}

/** Places on a part where its zero may be: every corner of a line, and the middle of every closed one. */
export function spotsOf(lines: readonly FileLine[]): Spot[] {
  return lines.flatMap(({ points, closed }) => [...points.map(([x, y]) => ({ x, y })), ...(closed ? [middleOf(points)] : [])])
}

/** The middle of the box around a line: of a circle, its centre. */
function middleOf(points: FileLine['points']): Spot {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  return { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 }
}

/** The spot nearest to a press on the screen. */
export function nearestSpot(spots: readonly Spot[], press: Spot, at: (spot: Spot) => Spot): Spot | null {
  let best: { spot: Spot; away: number } | null = null
  for (const spot of spots) {
    const { x, y } = at(spot)
    const away = Math.hypot(x - press.x, y - press.y)
    if (!best || away < best.away) best = { spot, away }
  }
  return best?.spot ?? null
}

interface Box {
  min: Spot
  max: Spot
}

/** Which end of a turned part's drawing is its front one, where part zero lies. */
export type FrontEnd = 'right' | 'left'

/**
 * The usual places of a turned part's zero: on the axis, at its front end. A solid half section stands on its axis, a whole one lies about
 * it, and one with a bore is drawn where its file has the axis.
 */
export function onAxis({ min, max }: Box, front: FrontEnd): { label: string; spot: Spot }[] {
  const x = front === 'right' ? max.x : min.x
  return [
    { label: 'axis at Y 0', spot: { x, y: 0 } },
    { label: 'axis lowest', spot: { x, y: min.y } },
    { label: 'axis midway', spot: { x, y: (min.y + max.y) / 2 } },
  ]
}

/** The usual places of a part's zero, by the box around it. */
export function cornersOf({ min, max }: Box): { label: string; spot: Spot }[] {
  const middle = { x: (min.x + max.x) / 2, y: (min.y + max.y) / 2 }
  return [
    { label: 'near left corner', spot: min },
    { label: 'near right corner', spot: { x: max.x, y: min.y } },
    { label: 'far left corner', spot: { x: min.x, y: max.y } },
    { label: 'far right corner', spot: max },
    { label: 'middle', spot: middle },
  ]
}
