import { limitOf } from '../check/limits.ts'
import { nm, type Nm } from '../length/index.ts'
import { layoutOf, registerKey, setterRegister } from '../register/index.ts'
import type { Holding, Scene } from '../scene/index.ts'
import type { FoundSize } from './sheet.ts'
import { combine } from '../uncertainty/index.ts'
import type { FoundZero } from './zero.ts'

/** How high over the table the work lies by what is on record of what holds it; null where that is not known. */
function baseOf(holding: Holding | null): Nm | null {
  if (holding?.kind === 'plate') return holding.thickness
  if (holding?.kind === 'clamps') return holding.parallels
  const known = holding?.kind === 'vise' && holding.bed != null && holding.parallels !== null
  return known ? nm(holding.bed! + holding.parallels!) : null
}

/** Machine Z of the gauge line on the table, K − s, from the first setter whose constant stands, with its standard uncertainty. */
function tableLevel({ machine, gauges, standing }: Scene): { level: number; standard: number } | null {
  // Where lengths are counted from part zero a constant says nothing of the table.
  if (layoutOf(machine).stock !== 'block' || machine.lengthConvention === 'touch-off') return null
  for (const { id, size, uncertainty } of gauges) {
    const constant = standing[registerKey(setterRegister(id))]
    if (constant?.state === 'set')
      return { level: constant.value - size, standard: Math.hypot(uncertainty, constant.standard ?? limitOf(machine, 'unknownStandard')) }
  }
  return null
}

/**
 * The height over the table at which a part zero in Z puts the stock’s lowest face, against what is on record under it: plate,
 * parallels, the bed of the jaws. It shows a chip under the stock, a shim that was forgotten, a height counted from another surface,
 * also where nothing was ever measured before. b = W + Z of the stock’s lowest face − (K − s).
 */
export function seatOverTable(found: readonly FoundZero[], scene: Scene): FoundSize[] {
  const { plan, machine } = scene
  const zero = found.find(({ axis }) => axis === 'Z')
  const base = baseOf(plan?.holding ?? null)
  const table = tableLevel(scene)
  if (zero?.total == null || !plan?.stock || base === null || !table) return []
  const own = combine(zero.contributors, machine.increment).standard
  return [
    {
      label: 'height of the seat over the table',
      found: nm(Math.round(zero.total + plan.stock.Z.from - table.level)),
      standard: Math.hypot(own, table.standard, limitOf(machine, 'stockAsCut')),
      expected: base,
    },
  ]
}
