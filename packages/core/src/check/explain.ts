import { nm, minus, plus } from '../length/index.ts'
import { numberOf, registerKey, registerName, zeroAxis } from '../register/index.ts'
import type { Slip, Write } from '../routine/index.ts'
import { commonShift, workTotal, type Scene } from '../scene/index.ts'
import { BY_FAMILY } from './by-family.ts'
import { referenceFor } from './reference.ts'

/** What a figure may be that was typed or came in a file, with no routine to work it out again: another one's, or another display's. */
export const alsoPossible = (write: Write, scene: Scene): Slip[] => [...otherValues(write, scene), ...displaySlips(write, scene)]

/** The value that stands in another slot, or under another tool: undone, this one would be as before. */
function otherValues(write: Write, scene: Scene): Slip[] {
  const own = registerKey(write.register)
  const { takenFor } = BY_FAMILY[write.register.family]
  const reference = referenceFor(write, scene)?.value
  if (takenFor === null || !reference) return []
  const places =
    takenFor === 'other-slot' ? scene.machine.slots.map(({ code }) => code) : scene.tools.map((tool) => numberOf(tool, write.register))
  const others = [...new Set(places)].map((slot) => ({ ...write.register, slot }))
  return others.flatMap((register) => {
    const key = registerKey(register)
    const other = scene.standing[key]
    if (key === own || !other || other.value === reference.value || other.state === 'deliberately-zero') return []
    return [
      {
        id: takenFor,
        phrase: `this were ${registerName(register)}`,
        corrected: plus(reference.value, minus(write.value, other.value)),
      },
    ]
  })
}

/** A reading taken from the part display, or with a shift active that the sum does not know of. */
function displaySlips(write: Write, scene: Scene): Slip[] {
  const axis = zeroAxis(write.register)
  if (axis === null) return []
  const slips: Slip[] = scene.machine.slots.flatMap(({ code }) => {
    const active = workTotal(scene, code, axis)
    return active === null || active === 0
      ? []
      : [
          {
            id: 'part-display',
            phrase: `the reading had been taken from the part display, ${code} active`,
            corrected: plus(write.value, active),
          },
        ]
  })
  const shift = commonShift(scene, axis)
  if (shift === 0) return slips
  return [
    ...slips,
    { id: 'common-shift', phrase: 'the common shift had been counted twice', corrected: plus(write.value, shift) },
    { id: 'common-shift', phrase: 'the common shift had not been taken off', corrected: nm(write.value - shift) },
  ]
}
