import { ZERO, type Nm } from '../length/index.ts'
import { withWear } from '../machine/index.ts'
import { asRegister, layoutOf, propertyOf, registerKey, registerName, wearOf, type RegisterRef } from '../register/index.ts'
import { wearLine } from '../reach/index.ts'
import type { WorkingLine } from '../working/index.ts'
import { rowInput } from './ask.ts'
import type { InputSpec } from './input.ts'
import type { Remark, Write } from './sheet.ts'
import type { Values } from './values.ts'
import type { Scene } from '../scene/index.ts'

function wearStanding(register: RegisterRef | null, scene: Scene) {
  const standing = register && propertyOf(register).wear && scene.standing[registerKey(wearOf(register))]
  return standing && standing.value !== ZERO ? standing : null
}

/** Wear that stands from the old measurement: it has to be said whether it goes or stays. */
export function wearInput(register: RegisterRef | null, scene: Scene): InputSpec[] {
  const standing = wearStanding(register, scene)
  if (!standing) return []
  return [
    rowInput('wear', `Wear ${asRegister(registerKey(wearOf(register!)), standing.value, scene.machine, 'always')}`, [
      { value: 'zero', label: 'Put to zero' },
      { value: 'keep', label: 'Leave it' },
    ]),
  ]
}

/** What wear that stays does to a length once the geometry is recorded, added or taken off as the control counts it: what it then shows has it in it. */
export function wearLeft(values: Values, register: RegisterRef | null, scene: Scene): Nm {
  return values.choice('wear') === 'zero' ? ZERO : withWear(ZERO, wearStanding(register, scene)?.value, scene.machine)
}

/**
 * The part of a touch-off that wear which stays makes up already: on a lathe a tool's offset is geometry and wear together, so the
 * geometry is what is left of it; a mill's length is set apart from its wear. The same rule by which a pick-up takes a tool's
 * reach off (`touchingReach`), so that a tool set on a face finds that face again.
 */
export const wearCounted = (values: Values, register: RegisterRef | null, scene: Scene): Nm =>
  layoutOf(scene.machine).countsLengths ? ZERO : wearLeft(values, register, scene)

/** The line of the working that takes it off; none where nothing is counted. */
export function wearCountedLines(values: Values, register: RegisterRef | null, scene: Scene): WorkingLine[] {
  const counted = wearCounted(values, register, scene)
  return counted === ZERO ? [] : [wearLine(`${registerName(wearOf(register!))}, which stays`, counted, scene)]
}

/** The write that puts the wear to zero together with the new geometry. */
export function wearWrites(values: Values, register: RegisterRef, assembly: string | null, scene: Scene): Write[] {
  if (!wearStanding(register, scene) || values.choice('wear') !== 'zero') return []
  return [{ register: wearOf(register), value: ZERO, state: 'deliberately-zero', uncertainty: null, assembly, rests: [] }]
}

/** Wear that is left standing was found with the geometry before: only a person can say whether it still holds. */
export function wearRemarks(values: Values, register: RegisterRef | null, scene: Scene): Remark[] {
  const standing = wearStanding(register, scene)
  if (!standing || values.choice('wear') !== 'keep') return []
  const name = registerName(wearOf(register!))
  return [
    {
      id: 'wear-kept',
      name: 'wear begun anew',
      verdict: 'query',
      sentence: `${name} stays at ${asRegister(registerKey(wearOf(register!)), standing.value, scene.machine, 'always')}, found with the geometry before. Put it to zero, or say why it still holds${
        wearCounted(values, register, scene) === ZERO ? '' : '; the new geometry is what is left beside it'
      }.`,
      figures: [{ label: name, value: standing.value }],
    },
  ]
}
