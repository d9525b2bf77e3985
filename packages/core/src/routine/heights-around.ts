import { limitOf } from '../limits/index.ts'
import { nm, type Nm } from '../length/index.ts'
import { layoutOf, registerKey, setterRegister } from '../register/index.ts'
import { slotOffset, workTotal, type Holding, type Scene } from '../scene/index.ts'
import type { FoundSize } from './sheet.ts'
import { combine } from '../uncertainty/index.ts'
import type { FoundZero } from './zero.ts'

/** The height of the work's underside over the table, from the record of its fixture; null where the record does not give one. */
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
 * What is on record around the work, against the height that a part zero in Z gives it: something to compare with where nothing was
 * ever measured. It shows a chip under the stock, a shim that was forgotten, a height counted from another surface.
 */
export function heightsAround(found: readonly FoundZero[], slot: string | null, scene: Scene): FoundSize[] {
  const zero = found.find(({ axis }) => axis === 'Z')
  if (zero?.total == null || !scene.plan?.stock) return []
  const own = combine(zero.contributors, scene.machine.increment).standard
  return [...overTable(zero.total, own, scene), ...besideOther(zero.total, own, slot, scene)]
}

/**
 * The height over the table of the stock’s lowest face against plate, parallels or the bed of the jaws:
 * b = W + Z of the stock’s lowest face − (K − s).
 */
function overTable(total: number, own: number, scene: Scene): FoundSize[] {
  const { plan, machine } = scene
  const base = baseOf(plan!.holding)
  const table = tableLevel(scene)
  if (base === null || !table) return []
  return [
    {
      label: 'height of the seat over the table',
      found: nm(Math.round(total + plan!.stock!.Z.from - table.level)),
      standard: Math.hypot(own, table.standard, limitOf(machine, 'stockAsCut')),
      expected: base,
      axis: 'Z',
    },
  ]
}

/** Equal parts that lie on one plate, one table or in a row of vises lie at one height: the first of them that was found in this setup. */
function besideOther(total: number, own: number, slot: string | null, scene: Scene): FoundSize[] {
  const { plan, machine } = scene
  const holds = plan!.holding
  const isRow = holds !== null && (holds.kind === 'plate' || holds.kind === 'clamps' || (holds.kind === 'vise' && holds.count > 1))
  if (!isRow || machine.rotary.length > 0 || slot === null || !plan!.slots.includes(slot)) return []
  for (const other of plan!.slots) {
    const stands = other === slot ? null : slotOffset(scene, other, 'Z')
    const height = stands?.setup === plan!.setup ? workTotal(scene, other, 'Z') : null
    if (height === null) continue
    const standard = Math.hypot(own, stands!.standard ?? limitOf(machine, 'unknownStandard'), limitOf(machine, 'stockAsCut'))
    return [{ label: `height beside ${other}`, found: nm(Math.round(total - height)), standard, expected: nm(0), axis: 'Z' }]
  }
  return []
}
