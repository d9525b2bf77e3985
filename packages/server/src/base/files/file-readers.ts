import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { Problem } from '../problem.ts'
import { threadModule, type ThreadModule } from '../thread-module.ts'
import type { Task } from './at-work.ts'
import type { Answered } from './file-refused.ts'
import { TooMany, Turns } from './turns.ts'

/** A file that takes longer than this is none that a shop would send. */
const TIME = 10_000
/** A worker that has not begun by then never will. */
const BOOT = 120_000
const MEMORY = 384

/** So many are read at a time, one for each who asks; the time of each begins when it is begun. */
const [THREADS, EACH, MOST_WAITING] = [2, 1, 24]

/** Work that is done apart: a module whose default function does it (see atWork), and how long one piece may take, in milliseconds. */
export interface FileWork<Sent, Read> {
  module: ThreadModule
  time: number
  /** Never there at run time: what goes in and what comes out. */
  types?: (sent: Sent) => Read
}

/** @param module where it stands, said as threadModule asks for it */
export const fileWork = <Sent, Read>(module: URL, time = TIME): FileWork<Sent, Read> => ({ module: threadModule(module), time })

/** Files are read and papers written beside the server's own thread, so that nobody waits for somebody else's. */
export class FileReaders {
  private pool: Piscina | null = null
  private readonly turns = new Turns(THREADS, EACH, MOST_WAITING)

  async stop(): Promise<void> {
    await this.pool?.destroy()
  }

  /** @throws Problem 422 with what is wrong with what was sent, as the work itself says it or because it takes too long */
  async read<Sent, Read>(work: FileWork<Sent, Read>, sent: Sent): Promise<Read> {
    const answer = await this.turns
      .take(() => this.run(work, sent))
      .catch((error: unknown) => {
        if (error instanceof TooMany)
          throw new Problem(429, 'files-waiting', 'Many files are being read just now. Send it again in a moment.')
        throw error
      })
    if ('refused' in answer) throw new Problem(422, answer.refused.code, answer.refused.sentence)
    return answer.read
  }

  private async run<Sent, Read>({ module, time }: FileWork<Sent, Read>, sent: Sent): Promise<Answered<Read>> {
    // Not before the first file: a worker takes a while to begin, and most servers read few.
    this.pool ??= new Piscina({
      execArgv: module.built ? [] : ['--import', 'tsx'],
      minThreads: 0,
      maxThreads: THREADS,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    })
    const abort = new AbortController()
    const { port1: told, port2: begun } = new MessageChannel()
    // The time is the file's own: what a busy machine takes to begin a worker is none of it.
    let timer = setTimeout(() => abort.abort(), BOOT)
    let isBegun = false
    told.once('message', () => {
      isBegun = true
      clearTimeout(timer)
      timer = setTimeout(() => abort.abort(), time)
    })
    try {
      const task: Task<Sent> = { sent, begun }
      return (await this.pool.run(task, { filename: module.path, transferList: [begun], signal: abort.signal })) as Answered<Read>
    } catch (error) {
      const { name, code } = error as { name?: string; code?: string }
      if (name === 'AbortError' && !isBegun)
        throw new Problem(503, 'files-waiting', 'This computer is too busy to read a file just now. Send it again in a moment.')
      if (name === 'AbortError')
        throw new Problem(422, 'file-long', `The file takes more than ${time / 1000} s to read. Split it, or leave out what is not needed.`)
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(422, 'file-long', 'The file takes more memory than reading may use. Split it, or leave out what is not needed.')
      throw error
    } finally {
      clearTimeout(timer)
      told.close()
    }
  }
}
