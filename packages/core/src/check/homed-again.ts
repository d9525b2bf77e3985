import { magnitude } from '../length/index.ts'
import { listed, parseRegisterKey, registerKey, registerName, workRegister, zeroAxis, type RegisterKey } from '../register/index.ts'
import { axesOf } from '../machine/index.ts'
import type { Scene } from '../scene/index.ts'
import { comparedIn, movedBy } from './apart.ts'
import type { Check, Evidence, Finding } from './finding.ts'

const NAME = 'home where it was'

/**
 * Zeros of one setup that were found before and after a machine was homed anew are counted from two homes. The same edge touched once
 * more shows whether home came back: what was found before is found again.
 */
export const homedAgain: Check = {
  id: 'homed-again',
  name: NAME,
  applies: {},
  run(evidence): Finding[] {
    const { scene, result } = evidence
    const { homedAt } = scene
    const isPickUp = result.readings.length > 0 && result.writes.some(({ register }) => zeroAxis(register) !== null)
    const before = isPickUp && homedAt !== null ? foundBefore(homedAt, scene) : []
    if (before.length === 0) return []
    const finding = { check: 'homed-again', name: NAME, figures: [] }
    const again = result.writes.filter(({ register }) => before.includes(registerKey(register)))
    if (again.some((write) => agrees(write, evidence)))
      return [
        {
          ...finding,
          verdict: 'clear',
          tell: true,
          sentence: `${listed(again.map(({ register }) => registerName(register)))} comes out as before ${scene.machine.name} was homed again: home is where it was.`,
        },
      ]
    if (again.length > 0 || settledSince(homedAt!, before, scene)) return []
    const names = listed(before.map((key) => registerName(parseRegisterKey(key))))
    return [
      {
        ...finding,
        verdict: 'query',
        sentence: `${names} ${before.length === 1 ? 'was' : 'were'} found before ${scene.machine.name} was homed again. Touch one of those sides once more: if it comes out the same, home is where it was.`,
      },
    ]
  },
}

/** Zeros of this setup from before the homing; nothing where no setup is named. */
export function foundBefore(homedAt: string, { plan, machine, standing }: Scene): RegisterKey[] {
  return (plan?.slots ?? []).flatMap((slot) =>
    axesOf(machine).flatMap((axis) => {
      const key = registerKey(workRegister(slot, axis))
      const stands = standing[key]
      return stands?.state === 'set' && stands.setup === plan!.setup && stands.at < homedAt ? [key] : []
    }),
  )
}

const agrees = (write: Evidence['result']['writes'][number], { scene, result }: Evidence): boolean => {
  const moved = movedBy(write, scene, { among: comparedIn(result) })
  return moved !== null && magnitude(moved.moved) <= moved.limit
}

/** True once another zero of the same slots was recorded after the homing: the question was answered there. */
export function settledSince(homedAt: string, before: readonly RegisterKey[], { plan, machine, standing }: Scene): boolean {
  return plan!.slots.some((slot) =>
    axesOf(machine).some((axis) => {
      const key = registerKey(workRegister(slot, axis))
      const stands = standing[key]
      return !before.includes(key) && stands?.setup === plan!.setup && stands.at >= homedAt
    }),
  )
}
