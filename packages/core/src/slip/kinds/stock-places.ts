import { nm, ZERO, type Nm } from '../../length/index.ts'
import { asShown, type Axis } from '../../machine/index.ts'
import type { Alternative } from '../alternative.ts'
import { inUnit, lengthsOf, type Given } from '../given.ts'

/** A place on the part that may have been one of those the stock has: its other end, its middle. */
export function stockPlaces(given: Given): Alternative[] {
  const { scene, raw, values } = given
  const stock = scene.plan?.stock
  if (!stock) return []
  const onAxis = (axis: Axis): Map<Nm, string> => {
    const { from, to } = stock[axis]
    const said = (value: Nm, where: string) => [value, `${axis} ${asShown(value, scene.machine)}, ${where}`] as const
    return new Map([
      said(nm(Math.round((from + to) / 2)), 'the middle of the stock'),
      said(from, 'where the stock ends'),
      said(to, 'where the stock ends'),
      // What stood over part zero in Z is gone once it was faced.
      ...(axis === 'Z' && to > 0 ? [said(ZERO, 'where it has been cut to')] : []),
    ])
  }
  // A diameter lies on no axis, and a place on one is none of another's.
  return lengthsOf(given)
    .filter(({ role }) => role === 'place')
    .flatMap(({ id, label, axis }) =>
      [...(axis ? onAxis(axis) : [])]
        .filter(([value]) => value !== values.length(id))
        .map(([value, where]): Alternative => {
          const text = inUnit(value, scene)
          return {
            id: 'stock-place',
            phrase: `\u201c${label}\u201d had been ${where}`,
            raw: { ...raw, [id]: text },
            scene,
            figure: { input: id, text },
          }
        }),
    )
}
