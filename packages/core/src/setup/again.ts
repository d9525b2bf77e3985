import { listed, parseRegisterKey, registerName, type RegisterKey } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { isSuspect, standingNote } from '../standing/index.ts'

/** A register that an entry wrote, and the entry it came from. */
interface Written {
  register: RegisterKey
  origin: string
}

/**
 * Why what was done has to be done again: what it wrote still stands and has gone stale or disturbed since. A register
 * that was written anew by another entry speaks for that entry.
 * @returns the registers with their standing in words, "H4 length disturbed"; null while everything holds
 */
export function againBecause(writes: readonly Written[], scene: Scene): string | null {
  const bad = writes.flatMap(({ register, origin }) => {
    const standing = scene.standing[register]
    if (!standing || standing.origin !== origin) return []
    const note = standingNote(register, scene)
    return isSuspect(note) ? [`${registerName(parseRegisterKey(register), scene.gauges)} ${note.word}`] : []
  })
  return bad.length === 0 ? null : listed(bad)
}

/** What a readout was worked out from, apart from its own entry: registers, and how each of them counts in it. */
export interface ReadoutTerm {
  register: RegisterKey
  factor: 1 | -1
  value: number
}

/** A readout as it must be seen now: what it was worked out from may have been measured anew since. */
export function readoutNow(value: number, terms: readonly ReadoutTerm[] | undefined, standing: Scene['standing']): number {
  return (terms ?? []).reduce((sum, term) => sum + term.factor * ((standing[term.register]?.value ?? term.value) - term.value), value)
}
