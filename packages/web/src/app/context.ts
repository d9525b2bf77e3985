import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What the top line says: machine, job, operation. Set by the place that is open. */
export const useContext = defineStore('context', () => {
  const words = ref<string[]>([])
  return { words, set: (...next: string[]) => (words.value = next) }
})
