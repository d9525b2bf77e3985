import { parseRegisterKey, type RegisterFamily, type RegisterKey } from '../register/index.ts'
import type { Rest, Scene, Standing } from '../scene/index.ts'

/**
 * What a new value rests on, for the record. Work offsets stand aside for what they themselves rest on: a
 * zero is picked up anew with every part, and a length that was set against it is no worse for that, but it
 * is as good as the reference tool that found the zero, and no better.
 */
export function restsOf(registers: readonly RegisterKey[], scene: Scene): Rest[] {
  const rests = new Map<RegisterKey, Rest>()
  for (const register of registers) {
    const standing = scene.standing[register]
    if (!standing) continue
    const found = STANDS_ASIDE.includes(parseRegisterKey(register).family) ? standing.rests : [ownRest(register, scene)]
    for (const rest of found) rests.set(rest.register, rest)
  }
  return [...rests.values()]
}

/** Zeros: a new one is no worse for the one it was worked out with being picked up anew. */
const STANDS_ASIDE: readonly RegisterFamily[] = ['work', 'common', 'expected']

/** The edge that a tool's figure was found on: its assembly, and since when it cuts; null for what is no tool's. */
export function edgeOf(register: RegisterKey, { assembly, edge }: Standing): string | null {
  return parseRegisterKey(register).family === 'tool' && assembly !== null ? `${assembly} ${edge ?? ''}` : null
}

function ownRest(register: RegisterKey, scene: Scene): Rest {
  const standing = scene.standing[register]!
  const { origin, value, standard } = standing
  const edge = edgeOf(register, standing)
  return { register, origin, value, standard, ...(edge === null ? {} : { edge }) }
}
