import { magnitude, minus, nm, plus, type Nm } from '../length/index.ts'
import { numberOf, registerKey, registerName, zeroAxis } from '../register/index.ts'
import type { Slip, Write } from '../routine/index.ts'
import { commonShift, workTotal, type Scene, type Standing } from '../scene/index.ts'
import { BY_FAMILY } from './by-family.ts'
import { EXPLAINED, SLIP_RANK } from './thresholds.ts'

export interface Explanation {
  slip: Slip
  /** How far the value would still be off without the mistake. */
  left: Nm
}

/**
 * The likeliest single mistake that explains a jump, or null when none explains it well.
 *
 * A mistake explains a jump when, undone, the value agrees with the reference within 2.5 combined
 * standard uncertainties and less than a quarter of the jump is left. Among several the one that fits
 * best against the uncertainty is named, the commoner one on a tie.
 */
export function explainJump(write: Write, reference: Standing, standard: number, scene: Scene): Explanation | null {
  const jump = magnitude(minus(write.value, reference.value))
  const slips = [...write.slips, ...otherValues(write, reference, scene), ...displaySlips(write, scene)]
  const explanations = slips
    .map((slip) => ({ slip, left: magnitude(minus(slip.corrected, reference.value)) }))
    .filter(({ left }) => left <= EXPLAINED.within * standard && left < EXPLAINED.share * jump)
  const cost = ({ slip, left }: Explanation) => left / standard + (SLIP_RANK[slip.id] ?? 1)
  return explanations.sort((a, b) => cost(a) - cost(b))[0] ?? null
}

/** The value that stands in another slot, or under another tool: undone, this one would be as before. */
function otherValues(write: Write, reference: Standing, scene: Scene): Slip[] {
  const own = registerKey(write.register)
  const { takenFor } = BY_FAMILY[write.register.family]
  if (takenFor === null) return []
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
