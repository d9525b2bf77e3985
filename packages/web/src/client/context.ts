import { defineStore } from 'pinia'
import { ref, watchEffect } from 'vue'

/** What the top line says: machine, job, operation. */
export const useContext = defineStore('context', () => {
  const words = ref<string[]>([])
  return { words, set: (...next: string[]) => (words.value = next) }
})

/** The place that is open says what the top line is about; null leaves it as it is, while nothing is known yet. */
export function useContextLine(words: () => readonly string[] | null): void {
  const context = useContext()
  watchEffect(() => {
    const next = words()
    if (next) context.set(...next)
  })
}
