import { ref } from 'vue'

const KEY = 'rook-reloaded'
const storage = typeof window === 'undefined' ? null : window.sessionStorage

/** True while a person may not know yet that the page was loaded anew, because the server has other files now. */
export const wasRenewed = ref(storage?.getItem(KEY) != null)

/** Loads the page anew, at an address; false where that was done already and did not help. */
export function renew(path: string): boolean {
  if (storage?.getItem(KEY) === path) return false
  storage?.setItem(KEY, path)
  window.location.assign(path)
  return true
}

/** The page has opened: another time may come. */
export function hasOpened(path: string): void {
  if (storage?.getItem(KEY) === path) storage.removeItem(KEY)
}
