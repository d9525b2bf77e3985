import { expectedRegister, registerKey, type Axis, type RegisterKey } from '../machine/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene, Standing } from '../scene/index.ts'

export interface Reference {
  value: Standing
  /** Words that follow the movement where it is not the last value: " from what was expected". */
  what: string
}

/**
 * The value that a new one should be near: what was worked out for it in this setup, or else the last one of
 * the same thing. For a zero that is the same operation's (another job's zero may lie anywhere), for a length
 * the same assembly's.
 * @returns null when there is nothing to compare with
 */
export function referenceFor(write: Write, scene: Scene): Reference | null {
  const expected = expectation(write, scene)
  if (expected) return { value: expected, what: ' from what was expected' }
  const last = lastValue(write, scene)
  return last && { value: last, what: '' }
}

function expectation({ register }: Write, scene: Scene): Standing | null {
  if (register.family !== 'work' || !scene.plan) return null
  const expected = scene.standing[registerKey(expectedRegister(register.slot, register.property as Axis))]
  return expected && expected.setup === scene.plan.setup ? expected : null
}

function lastValue(write: Write, scene: Scene): Standing | null {
  const key = registerKey(write.register)
  const standing = scene.standing[key] ?? null
  switch (write.register.family) {
    case 'tool':
      // What a new insert left as an estimate is nothing to be measured against.
      if (!standing || standing.assembly !== write.assembly || standing.state === 'estimated') return null
      return tiedToPart(write, scene) ? sameOperation(key, standing, scene) : standing
    case 'work':
      return sameOperation(key, standing, scene)
    case 'setter':
      // Tied to part zero by way of a tool, it lies elsewhere with every part.
      return scene.machine.lengthConvention === 'touch-off' ? sameOperation(key, standing, scene) : standing
    case 'common':
    case 'probe':
      return standing
    case 'expected':
      return null
  }
}

function sameOperation(key: RegisterKey, standing: Standing | null, scene: Scene): Standing | null {
  if (!scene.plan || standing?.operation === scene.plan.operation) return standing
  return scene.formerly[key] ?? null
}

/** True for lengths that are counted from part zero: they are good for one operation's part only. */
export function tiedToPart({ register }: Pick<Write, 'register'>, { machine }: Pick<Scene, 'machine'>): boolean {
  return register.family === 'tool' && register.property === 'length' && machine.lengthConvention === 'touch-off'
}
