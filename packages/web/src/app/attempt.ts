import { useQueryClient } from '@tanstack/vue-query'
import { ref, type Ref } from 'vue'
import { troubleOf } from './after.ts'

export interface Attempts {
  /** What went wrong, for a person; null while nothing did. */
  trouble: Ref<string | null>
  /** True while the answer is not there. */
  busy: Ref<boolean>
  /** Asks something of the server that changes nothing. False when it did not go. */
  ask(work: () => Promise<unknown>): Promise<boolean>
  /** Does something that changes what is on record: whatever is shown is fetched anew. False when it did not go. */
  attempt(work: () => Promise<unknown>): Promise<boolean>
}

/** Everything that a person asks of the server goes one way: its trouble stands beside it, and nothing typed is lost. */
export function useAttempt(): Attempts {
  const queries = useQueryClient()
  const trouble = ref<string | null>(null)
  const busy = ref(false)

  async function ask(work: () => Promise<unknown>): Promise<boolean> {
    trouble.value = null
    busy.value = true
    try {
      await work()
      return true
    } catch (error) {
      trouble.value = troubleOf(error)
      return false
    } finally {
      busy.value = false
    }
  }
  const attempt = (work: () => Promise<unknown>) =>
    ask(async () => {
      await work()
      await queries.invalidateQueries()
    })
  return { trouble, busy, ask, attempt }
}
