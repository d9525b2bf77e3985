import type { MessagePort } from 'node:worker_threads'
import { answerOf, type Answered } from './file-refused.ts'

/** What a worker is given: what was sent, and whom to tell that it has begun. */
export interface Task<Sent> {
  sent: Sent
  begun: MessagePort
}

/** The default function of a module that a worker runs. Once it is called the module is there: from then on the time counts. */
export const atWork =
  <Sent, Read>(work: (sent: Sent) => Read) =>
  ({ sent, begun }: Task<Sent>): Answered<Read> => {
    begun.postMessage('begun')
    begun.close()
    return answerOf(() => work(sent))
  }

/** The same of work that is waited for. */
export const atLongWork =
  <Sent, Read>(work: (sent: Sent) => Promise<Read>) =>
  async ({ sent, begun }: Task<Sent>): Promise<Answered<Read>> => {
    begun.postMessage('begun')
    begun.close()
    return { read: await work(sent) }
  }
