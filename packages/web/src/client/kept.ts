import { useLocalStorage } from '@vueuse/core'
import type { Ref } from 'vue'

/** Moves on when what is kept takes another shape; older things are left alone, and not taken for new ones. */
const VERSION = 2
const PREFIX = 'rook:'

interface Kept {
  version: number
  value: unknown
}

const asKept = (value: unknown): string => JSON.stringify({ version: VERSION, value } satisfies Kept)

/** Null where there is nothing, or nothing of the present shape. */
function valueIn(text: string | null): unknown {
  try {
    const kept = JSON.parse(text ?? 'null') as Kept | null
    return kept?.version === VERSION ? kept.value : null
  } catch {
    return null
  }
}

/** What this browser keeps under a name; null where there is nothing, or nothing of the present shape. */
export const readKept = <T>(name: string): T | null => valueIn(localStorage.getItem(PREFIX + name)) as T | null

export const keep = (name: string, value: unknown): void => localStorage.setItem(PREFIX + name, asKept(value))

export const forget = (name: string) => localStorage.removeItem(PREFIX + name)

export const isKept = (name: string) => readKept(name) !== null

/** Something that is kept at every change, so that a reload loses nothing. */
export const useKept = <T extends object>(name: string, fresh: () => T): Ref<T> =>
  useLocalStorage<T>(PREFIX + name, fresh(), {
    flush: 'sync',
    mergeDefaults: true,
    writeDefaults: false,
    // A second page on this tablet has its own typing: what is typed there does not change this one under somebody's hands.
    listenToStorageChanges: false,
    serializer: { read: (text) => (valueIn(text) ?? {}) as T, write: asKept },
  })
