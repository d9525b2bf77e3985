/**
 * The order in which a turret is turned least from where it stands through all stations that are wanted: one way round, or one
 * way so far and then back, whichever comes to fewer stations.
 *
 * @param stations how many the turret has; null where that is not on record, then they follow by number
 * @param from the station it stands at
 */
export function turretOrder(wanted: readonly number[], stations: number | null, from: number): number[] {
  const up = [...new Set(wanted)].sort((one, other) => one - other)
  if (stations === null || up.some((station) => station > stations)) return up
  const ahead = (station: number) => (station - from + stations) % stations
  const byWay = up.sort((one, other) => ahead(one) - ahead(other))
  let best = { order: byWay, turns: Number.POSITIVE_INFINITY }
  // The first so many are met going up; all others going down, from the far side.
  for (let cut = 0; cut <= byWay.length; cut++) {
    const [forth, back] = [byWay.slice(0, cut), byWay.slice(cut).reverse()]
    const [up, down] = [forth.length > 0 ? ahead(forth.at(-1)!) : 0, back.length > 0 ? (stations - ahead(back.at(-1)!)) % stations : 0]
    for (const [order, turns] of [
      [[...forth, ...back], 2 * up + down],
      [[...back, ...forth], 2 * down + up],
    ] as const) {
      const total = forth.length === 0 || back.length === 0 ? up + down : turns
      if (total < best.turns) best = { order: [...order], turns: total }
    }
  }
  return best.order
}
