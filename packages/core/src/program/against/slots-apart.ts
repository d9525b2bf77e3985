import { magnitude, minus } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { layoutOf } from '../../register/index.ts'
import { workTotal } from '../../scene/index.ts'
import { slotsRun } from './runs-by.ts'
import type { Found, GoCheck } from './finding.ts'

/** Two slots nearer to each other than the stock is wide: they are two places on one piece, or one of them is another's. */
export const slotsApart: GoCheck = (against) => {
  const { scene } = against
  const stock = scene.plan?.stock
  if (!stock || layoutOf(scene.machine).stock !== 'block') return []
  const size = { X: minus(stock.X.to, stock.X.from), Y: minus(stock.Y.to, stock.Y.from) }
  const run = slotsRun(against)
  return run.flatMap(({ slot, line }, at) =>
    run.slice(at + 1).flatMap(({ slot: other }): Found[] => {
      const between = (['X', 'Y'] as const).map((axis) => {
        const [here, there] = [workTotal(scene, slot, axis), workTotal(scene, other, axis)]
        return here === null || there === null ? null : magnitude(minus(there, here))
      })
      const [x, y] = between
      if (x == null || y == null || x >= size.X || y >= size.Y) return []
      return [
        {
          id: `apart ${slot} ${other}`,
          verdict: 'query',
          line,
          register: null,
          mend: 'zero',
          sentence: `${slot} and ${other} lie X ${asShown(x, scene.machine)}, Y ${asShown(y, scene.machine)} from each other, nearer than the stock is wide (${asShown(size.X, scene.machine)} by ${asShown(size.Y, scene.machine)}). Two parts would overlap; say that both are on one piece.`,
        },
      ]
    }),
  )
}
