import { fileURLToPath } from 'node:url'
import type { OutlineRead } from '@rook/contract'
import type { ProgramRead } from '@rook/core'
import { Piscina } from 'piscina'
import type { FileRead, FileSent } from '../exchange/read-file.ts'
import { Problem } from '../http/problem.ts'
import type { OutlineSent } from '../workpieces/read-outline.ts'
import type { ToRead } from '../programs/read-program.ts'
import type { ProgramSent, Unpacked } from '../programs/unpack.ts'
import type { Answered } from './file-refused.ts'

const PRESETS = fileURLToPath(new URL('../exchange/read-file.ts', import.meta.url))
const OUTLINES = fileURLToPath(new URL('../workpieces/read-outline.ts', import.meta.url))
const UNPACK = fileURLToPath(new URL('../programs/unpack.ts', import.meta.url))
const PROGRAMS = fileURLToPath(new URL('../programs/read-program.ts', import.meta.url))

/** A file that takes longer than this is none that a shop would send. */
const TIME = 10_000
/** A program of 50 MB takes about half a minute. */
const PROGRAM_TIME = 90_000
const MEMORY = 384

/** Files are read beside the server's own thread, so that nobody waits for somebody else's file. */
export class FileReaders {
  private pool: Piscina | null = null

  /** @throws Problem 422 with what is wrong with the file as a whole */
  presets(sent: FileSent): Promise<FileRead> {
    return this.read(PRESETS, sent)
  }

  /** @throws Problem 422 with what is wrong with the file as a whole */
  outline(sent: OutlineSent): Promise<OutlineRead> {
    return this.read(OUTLINES, sent)
  }

  /** @throws Problem 422 where it is no program */
  unpack(sent: ProgramSent): Promise<Unpacked> {
    return this.read(UNPACK, sent)
  }

  program(asked: ToRead): Promise<ProgramRead> {
    return this.read(PROGRAMS, asked, PROGRAM_TIME)
  }

  async stop(): Promise<void> {
    await this.pool?.destroy()
  }

  private async read<Sent, Read>(filename: string, sent: Sent, time = TIME): Promise<Read> {
    const answer = await this.run<Sent, Read>(filename, sent, time)
    if ('refused' in answer) throw new Problem(422, answer.refused.code, answer.refused.sentence)
    return answer.read
  }

  private async run<Sent, Read>(filename: string, sent: Sent, time: number): Promise<Answered<Read>> {
    // Not before the first file: a worker takes a while to begin, and most servers read few.
    this.pool ??= new Piscina({
      execArgv: ['--import', 'tsx'],
      minThreads: 0,
      maxThreads: 2,
      maxQueue: 16,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    })
    try {
      return (await this.pool.run(sent, { filename, signal: AbortSignal.timeout(time) })) as Answered<Read>
    } catch (error) {
      const { name, code, message } = error as { name?: string; code?: string; message?: string }
      if (name === 'AbortError' || name === 'TimeoutError')
        throw new Problem(422, 'file-long', `The file takes more than ${time / 1000} s to read. Split it, or leave out what is not needed.`)
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(422, 'file-long', 'The file takes more memory than reading may use. Split it, or leave out what is not needed.')
      if (/queue/i.test(message ?? ''))
        throw new Problem(429, 'files-waiting', 'Many files are being read just now. Send it again in a moment.')
      throw error
    }
  }
}
