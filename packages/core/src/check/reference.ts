import { registerKey, type RegisterKey } from '../machine/index.ts'
import type { Write } from '../routine/index.ts'
import type { Scene, Standing } from '../scene/index.ts'

/**
 * The value that a new one should be near: the last one of the same thing. For a zero that is the same
 * operation's (another job's zero may lie anywhere), for a length the same assembly's.
 * @returns null when there is nothing to compare with
 */
export function referenceFor(write: Write, scene: Scene): Standing | null {
  const key = registerKey(write.register)
  const standing = scene.standing[key] ?? null
  switch (write.register.family) {
    case 'tool':
      if (!standing || standing.assembly !== write.assembly) return null
      return tiedToPart(write, scene) ? sameOperation(key, standing, scene) : standing
    case 'work':
    case 'common':
      return sameOperation(key, standing, scene)
    case 'setter':
      return standing
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
