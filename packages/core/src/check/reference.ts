import { ZERO } from '../length/index.ts'
import { expectedRegister, registerKey, tiedToPart, zeroAxis, type RegisterKey, type RegisterRef } from '../register/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene, Standing } from '../scene/index.ts'
import { BY_FAMILY } from './by-family.ts'
import { onRecord, type FromRecord } from './on-record/index.ts'

export interface Reference {
  value: Pick<Standing, 'value' | 'standard' | 'state'>
  /** Whole, where it stood in a register; null where it is only on record. */
  standing: Standing | null
  /** Words that follow the movement where it is not the last value: " from what was expected". */
  what: string
  /** Where it is only what is on record, for a figure that was never found before. */
  record: FromRecord | null
}

/**
 * The value that a new one should be near: what was worked out for it in this setup, or else the last one of
 * the same thing. For a zero that is the same operation's (another job's zero may lie anywhere), for a length
 * the same assembly's. Where it was never found, a record tells roughly what it will be.
 * @returns null when there is nothing to compare with
 */
export function referenceFor(write: Write, scene: Scene): Reference | null {
  const expected = expectation(write, scene)
  if (expected) return { value: expected, standing: expected, what: ' from what was expected', record: null }
  const last = lastValue(write, scene)
  if (last) return { value: last, standing: last, what: '', record: null }
  const record = onRecord(write, scene)
  return (
    record && {
      value: { value: record.value, standard: record.standard, state: 'set' },
      standing: null,
      what: ` from ${record.source}`,
      record,
    }
  )
}

function expectation({ register }: Write, scene: Scene): Standing | null {
  const axis = zeroAxis(register)
  if (axis === null || !scene.plan) return null
  const expected = scene.standing[registerKey(expectedRegister(register.slot, axis))]
  return expected && expected.setup === scene.plan.setup ? expected : null
}

function lastValue(write: Write, scene: Scene): Standing | null {
  const key = registerKey(write.register)
  const standing = scene.standing[key] ?? null
  const { near } = BY_FAMILY[write.register.family]
  if (near === 'none') return null
  if (near === 'operation') return sameOperation(key, standing, scene)
  // What a new insert left as an estimate is nothing to be measured against.
  if (near === 'assembly' && (!standing || standing.assembly !== write.assembly || standing.state === 'estimated')) return null
  return movesWithPart(write, scene) ? sameOperation(key, standing, scene) : standing
}

function sameOperation(key: RegisterKey, standing: Standing | null, scene: Scene): Standing | null {
  if (!scene.plan || standing?.operation === scene.plan.operation) return standing
  return scene.formerly[key] ?? null
}

/** A length counted from part zero, or a setter's constant tied to one, lies elsewhere with every part. */
function movesWithPart({ register }: Write, { machine }: Scene): boolean {
  return tiedToPart(register, machine) || (register.family === 'setter' && machine.lengthConvention === 'touch-off')
}

/**
 * True where a register has a figure that a new one would be held against.
 * @param assembly the one whose register it is; null for what belongs to no tool
 */
export function hasPast(register: RegisterRef, scene: Scene, assembly: string | null = null): boolean {
  const write: Write = { register, value: ZERO, state: 'set', uncertainty: null, assembly, rests: [] }
  const found = referenceFor(write, scene)
  return found !== null && found.record === null && found.value.state !== 'deliberately-zero'
}
