import { nm, type Nm } from '../../length/index.ts'
import { asShown, type Axis } from '../../machine/index.ts'
import type { Alternative } from '../alternative.ts'
import { inUnit, lengthsOf, type Given } from '../given.ts'

const AXES: readonly Axis[] = ['X', 'Y', 'Z']

/** A place on the part that may have been one of those the stock has: its other end, its middle. */
export function stockPlaces(given: Given): Alternative[] {
  const { scene, raw, values } = given
  const stock = scene.plan?.stock
  if (!stock) return []
  const words = new Map<Nm, string>()
  for (const axis of AXES) {
    const { from, to } = stock[axis]
    const said = (value: Nm) => `${axis} ${asShown(value, scene.machine)}`
    for (const [value, where] of [
      [nm(Math.round((from + to) / 2)), 'the middle of the stock'],
      [from, 'where the stock ends'],
      [to, 'where the stock ends'],
    ] as const)
      words.set(value, `${said(value)}, ${where}`)
  }
  return lengthsOf(given)
    .filter(({ role }) => role === 'place')
    .flatMap(({ id, label }) =>
      [...words]
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
