import { NoAnswer, Refused } from './call.ts'

/** Half a sentence for a person out of whatever a call threw. */
export function troubleOf(error: unknown): string {
  if (error instanceof Refused) return error.message
  if (error instanceof NoAnswer) return 'The server does not answer. Look whether it got through before you try again.'
  throw error
}
