import { ref, watch, type Ref } from 'vue'

/** Moves on when what is kept takes another shape; older things are left alone, and not taken for new ones. */
const VERSION = 2
const PREFIX = 'rook:'

interface Kept {
  version: number
  value: unknown
}

/** What this browser keeps under a name; null where there is nothing, or nothing of the present shape. */
export function readKept<T>(name: string): T | null {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') as Kept | null
    return kept?.version === VERSION ? (kept.value as T) : null
  } catch {
    return null
  }
}

export function keep(name: string, value: unknown): void {
  localStorage.setItem(PREFIX + name, JSON.stringify({ version: VERSION, value } satisfies Kept))
}

export const forget = (name: string) => localStorage.removeItem(PREFIX + name)

export const isKept = (name: string) => readKept(name) !== null

/** Something that is kept at every change, so that a reload loses nothing. */
export function useKept<T extends object>(name: string, fresh: () => T): Ref<T> {
  const value = ref({ ...fresh(), ...readKept<Partial<T>>(name) }) as Ref<T>
  watch(value, (now) => keep(name, now), { deep: true, flush: 'sync' })
  return value
}
