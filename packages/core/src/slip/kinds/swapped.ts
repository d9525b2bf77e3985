import type { Alternative } from '../alternative.ts'
import { readingsOf, type Given } from '../given.ts'

/** Two readings on one axis, each written where the other belongs. */
export function readingsSwapped(given: Given): Alternative[] {
  const { raw, scene } = given
  const readings = readingsOf(given)
  return readings.flatMap((one, at) =>
    readings
      .slice(at + 1)
      .filter((other) => other.axis === one.axis && raw[other.id] !== raw[one.id])
      .map((other) => ({
        id: 'swapped-readings',
        phrase: `\u201c${one.label}\u201d and \u201c${other.label}\u201d had been swapped`,
        raw: { ...raw, [one.id]: raw[other.id]!, [other.id]: raw[one.id]! },
        scene,
      })),
  )
}

/** All readings of one touch or feature, each written where another one's belong. */
export function placesSwapped(given: Given): Alternative[] {
  const { raw, scene } = given
  const by = new Map<string, Map<string, string>>()
  for (const { id, axis } of readingsOf(given)) {
    const number = /(\d+)$/.exec(id)?.[1]
    if (number && axis) by.set(number, (by.get(number) ?? new Map<string, string>()).set(axis, id))
  }
  const places = [...by].filter(([, ids]) => ids.size > 1)
  return places.flatMap(([one, ids], at) =>
    places.slice(at + 1).map(([other, others]) => {
      const swapped = [...ids].flatMap(([axis, id]) => [
        [id, raw[others.get(axis)!]!],
        [others.get(axis)!, raw[id]!],
      ])
      return {
        id: 'swapped-readings',
        phrase: `the readings at ${one} and ${other} had been swapped`,
        raw: { ...raw, ...(Object.fromEntries(swapped) as Record<string, string>) },
        scene,
      }
    }),
  )
}
