import { limitOf } from '../../limits/index.ts'
import { magnitude, minus, type Nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { parseRegisterKey, registerKey, registerName, wearOf } from '../../register/index.ts'
import type { Remark } from '../../routine/index.ts'
import type { Scene, SizeTaken } from '../../scene/index.ts'
import { earlierSize, type Feature } from './last-size.ts'

/**
 * A size that was right and is off by just what another tool was corrected by since: that correction went into this tool’s row at
 * the control. Sizes of one kind move alike by it, an inside and an outside against each other.
 * @param standard standard uncertainty of one measurement, nanometres
 */
export function enteredElsewhere(feature: Feature, measured: Nm | null, standard: number, scene: Scene): Remark[] {
  const earlier = earlierSize(feature, scene)
  if (!feature.register || feature.target === null || measured === null || !earlier) return []
  const doubt = Math.SQRT2 * Math.hypot(standard, limitOf(scene.machine, 'sizeRepeat'))
  const off = minus(measured, feature.target)
  // What was corrected here itself has its own explanations.
  if (earlier.step !== 0 || magnitude(off) <= 3 * doubt) return []
  const own = registerKey(wearOf(feature.register))
  const found = Object.entries(scene.sizes).flatMap(([key, sizes]) => {
    const last = sizes.at(-1)
    const isOther = key !== own && parseRegisterKey(key).property === feature.register!.property
    return isOther && last && last.step !== 0 && last.at > earlier.at && Math.abs(off - effect(last, feature)) <= 3 * doubt
      ? [{ key, last }]
      : []
  })
  const [only, ...more] = found
  if (!only || more.length > 0) return []
  const shown = (value: Nm) => asShown(value, scene.machine, 'always')
  return [
    {
      id: 'entered-elsewhere',
      name: 'corrections in their own rows',
      verdict: 'stop',
      sentence: `This size was right and is off by ${shown(off)}, as if the last correction of ${registerName(parseRegisterKey(only.key))}, ${shown(only.last.step)} by ${only.last.by}, had been entered here. Look what the control holds in both rows before anything is added.`,
      figures: [
        { label: 'off now', value: off },
        { label: 'corrected elsewhere', value: only.last.step },
      ],
      odd: [own],
      names: true,
    },
  ]
}

/** How a size of this kind moves by the correction of another one. */
const effect = ({ target, measured, kind }: SizeTaken, feature: Feature): number => (target - measured) * (kind === feature.kind ? 1 : -1)
