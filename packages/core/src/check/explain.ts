import { magnitude, minus, type Nm } from '../length/index.ts'
import { registerKey, registerName, workRegister } from '../machine/index.ts'
import type { Slip, Write } from '../routine/index.ts'
import type { Scene, Standing } from '../scene/index.ts'
import { SLIP_RANK, THRESHOLDS } from './thresholds.ts'

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
export function explainJump(write: Write, reference: Standing, slips: readonly Slip[], standard: number, scene: Scene): Explanation | null {
  const jump = magnitude(minus(write.value, reference.value))
  const explanations = [...slips, ...otherSlots(write, reference, scene)]
    .map((slip) => ({ slip, left: magnitude(minus(slip.corrected, reference.value)) }))
    .filter(({ left }) => left <= THRESHOLDS.explainedWithin * standard && left < THRESHOLDS.explainedShare * jump)
  const cost = ({ slip, left }: Explanation) => left / standard + (SLIP_RANK[slip.id] ?? 1)
  return explanations.sort((a, b) => cost(a) - cost(b))[0] ?? null
}

/** A value that belongs to another slot: undone, it would be the reference plus what it differs from that slot's. */
function otherSlots(write: Write, reference: Standing, scene: Scene): Slip[] {
  if (write.register.family !== 'work') return []
  const axis = write.register.property as 'X' | 'Y' | 'Z'
  return scene.machine.slots.flatMap(({ code }) => {
    if (code === write.register.slot) return []
    const register = workRegister(code, axis)
    const other = scene.standing[registerKey(register)]
    if (!other || other.value === reference.value || other.state === 'deliberately-zero') return []
    return [
      {
        id: 'other-slot',
        phrase: `this were ${registerName(register)}`,
        corrected: (reference.value + (write.value - other.value)) as Nm,
      },
    ]
  })
}
