import type { MessagePort } from 'node:worker_threads'
import type { Answered, FileRefused } from './file-refused.ts'

/** What a worker is given: what was sent, and whom to tell that it has begun. */
export interface Task<Sent> {
  sent: Sent
  begun: MessagePort
}

/**
 * The default function of a module that a worker runs. Once it is called the module is there: from then on the time counts. A refusal
 * comes back as a value, since an error loses its shape on the way.
 */
export const atWork =
  <Sent, Read>(work: (sent: Sent) => Read | Promise<Read>) =>
  async ({ sent, begun }: Task<Sent>): Promise<Answered<Read>> => {
    begun.postMessage('begun')
    begun.close()
    try {
      return { read: await work(sent) }
    } catch (error) {
      if (error instanceof Error && 'refused' in error) return { refused: error.refused as FileRefused }
      throw error
    }
  }
