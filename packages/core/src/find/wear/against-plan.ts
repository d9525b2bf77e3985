import { magnitude, minus, plus, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { registerKey, wearOf } from '../../register/index.ts'
import type { Remark } from '../../routine/index.ts'
import type { PlannedSize, Scene } from '../../scene/index.ts'
import type { Feature } from './last-size.ts'
import { isWithin } from './planned-size.ts'

/**
 * A size that is measured against the sizes the operation names: the target lies within the limits of one of them. Where it does not
 * and the measured size is to the last digit what the drawing states, the two were typed into each other’s places.
 */
export function targetRemarks({ register, target }: Feature, measured: Nm | null, { plan, machine }: Scene): Remark[] {
  const sizes = plan?.sizes ?? []
  if (target === null || measured === null || target === measured || sizes.length === 0) return []
  if (sizes.some((size) => isWithin(size, target))) return []
  const stated = sizes.find((size) => isStated(size, measured, machine.increment))
  if (!stated) return []
  return [
    {
      id: 'target-and-measured',
      name: 'target as planned',
      verdict: 'stop',
      sentence: `Measured ${asShown(measured, machine)} is what the operation states for ${stated.name}, and target ${asShown(target, machine)} lies outside its limits. Target and measured look swapped: the correction would go the wrong way.`,
      figures: [
        { label: 'target', value: target },
        { label: 'measured', value: measured },
      ],
      odd: register ? [registerKey(wearOf(register))] : [],
      names: true,
    },
  ]
}

/** A depth is a place below part zero, and stated as a size. */
const size = (value: Nm): Nm => magnitude(value) as Nm

/** True where a figure is the nominal size or the middle of its limits. */
function isStated({ nominal, lower, upper }: PlannedSize, value: Nm, increment: Nm): boolean {
  const middle = plus(nominal, Math.round((lower + upper) / 2) as Nm)
  return [nominal, middle].some((one) => magnitude(minus(size(value), size(one))) <= increment / 2)
}
