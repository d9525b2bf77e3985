import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { Problem } from '../http/problem.ts'
import type { FileRead, FileSent } from './read-file.ts'
import type readInWorker from './read-file.ts'

const WORKER = fileURLToPath(new URL('./read-file.ts', import.meta.url))

/** A file that takes longer than this is no list of tools. */
const TIME = 10_000
const MEMORY = 384

/** Files are read beside the server's own thread, so that nobody waits for somebody else's file. */
export class FileReaders {
  private pool: Piscina | null = null

  /** @throws Problem 422 with what is wrong with the file as a whole */
  async read(sent: FileSent): Promise<FileRead> {
    const answer = await this.run(sent)
    if ('refused' in answer) throw new Problem(422, answer.refused.code, answer.refused.sentence)
    return answer.read
  }

  async stop(): Promise<void> {
    await this.pool?.destroy()
  }

  private async run(sent: FileSent): Promise<ReturnType<typeof readInWorker>> {
    // Not before the first file: a worker takes a while to begin, and most servers read few.
    this.pool ??= new Piscina({
      filename: WORKER,
      execArgv: ['--import', 'tsx'],
      minThreads: 0,
      maxThreads: 2,
      maxQueue: 16,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    })
    try {
      return (await this.pool.run(sent, { signal: AbortSignal.timeout(TIME) })) as ReturnType<typeof readInWorker>
    } catch (error) {
      const { name, code, message } = error as { name?: string; code?: string; message?: string }
      if (name === 'AbortError' || name === 'TimeoutError')
        throw new Problem(422, 'file-long', `The file takes more than ${TIME / 1000} s to read. Split it, or send fewer columns.`)
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(422, 'file-long', 'The file takes more memory than any list of tools. Split it.')
      if (/queue/i.test(message ?? ''))
        throw new Problem(429, 'files-waiting', 'Many files are being read just now. Send it again in a moment.')
      throw error
    }
  }
}
