import { doubtBy } from '../../limits/index.ts'
import { hasPast } from '../../check/reference.ts'
import { nm, ZERO } from '../../length/index.ts'
import { zSense } from '../../machine/index.ts'
import { workRegister } from '../../register/index.ts'
import {
  readingInput,
  slotOfZero,
  toolInput,
  type FoundSize,
  type InputSpec,
  type RawInputs,
  type Refusal,
  type Values,
} from '../../routine/index.ts'
import { touchingReach } from '../../reach/index.ts'
import { toolByNumber, type MountedTool, type Scene } from '../../scene/index.ts'
import { noseAtTouch } from '../../tip/nose-centre.ts'
import { ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'
import { lengthRefusal } from './length-usable.ts'

/**
 * A second touch of the same face with another tool, offered where a zero in Z has no past to be held against: another tool in the
 * spindle, a wrong length, a figure that slipped put the two apart.
 */
export function secondToolInputs(scene: Scene, raw: RawInputs): InputSpec[] {
  if (!isFirst(raw.slot ?? null, scene) && !raw.witness) return []
  return [
    {
      ...readingInput('Z', scene.machine, 'Machine Z, another tool on the same face', 'witness'),
      optional: true,
      hint: 'to be sure, for nothing is on record to compare with',
      also: 'Touch the face with another tool too',
    },
    ...(raw.witness ? [{ ...toolInput(scene, 'That other tool'), id: 'witness-tool' }] : []),
  ]
}

const isFirst = (slot: string | null, scene: Scene): boolean =>
  slot !== null && scene.machine.slots.some(({ code }) => code === slot) && !hasPast(workRegister(slot, 'Z'), scene)

const otherOf = (values: Values, scene: Scene): MountedTool | null =>
  values.length('witness') === null ? null : toolByNumber(scene, values.choice('witness-tool'))

/** Its line in the working, as long as it is asked for. */
export function secondToolLines(values: Values, scene: Scene): WorkingLine[] {
  const figure = values.length('witness')
  if (figure === null && !isFirst(values.choice('slot'), scene)) return []
  return [{ operation: 'aside', label: 'another tool on the same face', cells: [{ figure, input: 'witness' }] }]
}

/** Why the second tool shows nothing; null where its length can be used. */
export function secondToolRefusal(values: Values, scene: Scene): Refusal | null {
  const tool = otherOf(values, scene)
  if (!tool) return null
  const refused = lengthRefusal(tool, scene) ?? noseAtTouch(tool, 'Z', scene).refusal
  return refused && { ...refused, input: 'witness-tool' }
}

/**
 * How far apart the zeros of both touches lie: (M\u2082 \u2212 H\u2082 \u2212 c\u2082) \u2212 (M\u2081 \u2212 H\u2081 \u2212 c\u2081). Where the face stands and what lies
 * between are the same for both and fall out; c is left with the nose of a tip that counts from its centre.
 */
export function bySecondTool(values: Values, tool: MountedTool | null, scene: Scene): FoundSize[] {
  const [other, first, second] = [otherOf(values, scene), values.length('reading'), values.length('witness')]
  if (!tool || !other || first === null || second === null) return []
  const sense = zSense(scene.machine, slotOfZero(values))
  const zeroBy = (of: MountedTool, reading: number) => {
    const taken = touchingReach(of, scene)
    return taken && { value: reading - taken.total - sense * noseAtTouch(of, 'Z', scene).radius, standard: taken.reach.standard ?? 0 }
  }
  const [one, two] = [zeroBy(tool, first), zeroBy(other, second)]
  if (!one || !two) return []
  const touches = Math.SQRT2 * Math.hypot(doubtBy('feltContact', scene).standard, ofReadout(scene.machine.increment).standard)
  return [
    {
      label: `difference between T${other.number} and T${tool.number} on this face`,
      found: nm(Math.round(two.value - one.value)),
      standard: Math.hypot(one.standard, two.standard, touches),
      expected: ZERO,
      axis: 'Z',
      ...(other.number === tool.number
        ? { because: `both touches are T${tool.number}\u2019s, which shows nothing; touch with another tool` }
        : {}),
    },
  ]
}
