import { fileURLToPath } from 'node:url'
import { MessageChannel } from 'node:worker_threads'
import type { OutlineRead, ProgramDifference } from '@rook/contract'
import type { ProgramRead } from '@rook/core'
import { Piscina } from 'piscina'
import type { FileRead, FileSent } from '../exchange/read-file.ts'
import { Problem } from '../http/problem.ts'
import type { OutlineSent } from '../workpieces/read-outline.ts'
import type { ToRead } from '../programs/read-program.ts'
import type { ProgramSent, Unpacked } from '../programs/unpack.ts'
import type { DifferenceAsked } from '../programs/difference.ts'
import type { StretchAsked } from '../programs/stretch.ts'
import type { PaperAsked } from '../setup-record/write-pdf.ts'
import type { Task } from './at-work.ts'
import type { Answered } from './file-refused.ts'
import { TooMany, Turns } from './turns.ts'

const PRESETS = fileURLToPath(new URL('../exchange/read-file.ts', import.meta.url))
const OUTLINES = fileURLToPath(new URL('../workpieces/read-outline.ts', import.meta.url))
const UNPACK = fileURLToPath(new URL('../programs/unpack.ts', import.meta.url))
const PROGRAMS = fileURLToPath(new URL('../programs/read-program.ts', import.meta.url))
const STRETCH = fileURLToPath(new URL('../programs/stretch.ts', import.meta.url))
const DIFFERENCE = fileURLToPath(new URL('../programs/difference.ts', import.meta.url))
const PAPER = fileURLToPath(new URL('../setup-record/write-pdf.ts', import.meta.url))

/** A file that takes longer than this is none that a shop would send. */
const TIME = 10_000
/** A program of 50 MB takes about half a minute. */
const PROGRAM_TIME = 90_000
/** A worker that has not begun by then never will. */
const BOOT = 120_000
const MEMORY = 384

/** So many are read at a time, one for each who asks; the time of each begins when it is begun. */
const [THREADS, EACH, MOST_WAITING] = [2, 1, 24]

/** Files are read and papers written beside the server's own thread, so that nobody waits for somebody else's. */
export class FileReaders {
  private pool: Piscina | null = null
  private readonly turns = new Turns(THREADS, EACH, MOST_WAITING)

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

  /** Some lines of a kept program. */
  stretch(asked: StretchAsked): Promise<string[]> {
    return this.read(STRETCH, asked)
  }

  /** @throws Problem 422 where the two have little in common */
  difference(asked: DifferenceAsked): Promise<Pick<ProgramDifference, 'parts' | 'cut'>> {
    return this.read(DIFFERENCE, asked)
  }

  async paper(asked: PaperAsked): Promise<Buffer> {
    return Buffer.from(await this.read<PaperAsked, Uint8Array>(PAPER, asked))
  }

  async stop(): Promise<void> {
    await this.pool?.destroy()
  }

  private async read<Sent, Read>(filename: string, sent: Sent, time = TIME): Promise<Read> {
    const answer = await this.turns
      .take(() => this.run<Sent, Read>(filename, sent, time))
      .catch((error: unknown) => {
        if (error instanceof TooMany)
          throw new Problem(429, 'files-waiting', 'Many files are being read just now. Send it again in a moment.')
        throw error
      })
    if ('refused' in answer) throw new Problem(422, answer.refused.code, answer.refused.sentence)
    return answer.read
  }

  private async run<Sent, Read>(filename: string, sent: Sent, time: number): Promise<Answered<Read>> {
    // Not before the first file: a worker takes a while to begin, and most servers read few.
    this.pool ??= new Piscina({
      execArgv: ['--import', 'tsx'],
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
      return (await this.pool.run(task, { filename, transferList: [begun], signal: abort.signal })) as Answered<Read>
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
