import { dialectOf, type MachineRecord, type ProgramRead } from '@rook/core'
import { fileWork, type FileReaders } from '../base/files/file-readers.ts'
import type { ToRead } from './read-program.ts'

/** A program of 50 MB takes about half a minute. */
const PROGRAM = fileWork<ToRead, ProgramRead>(new URL('./read-program.ts', import.meta.url), 90_000)

/** So many programs are kept as they were read: a shop looks at a few again and again. */
const KEPT = 40

/** Programs as machines understand them, each read once while it is looked at. */
export class ProgramReads {
  private readonly kept = new Map<string, Promise<ProgramRead>>()
  /** Those that have been read to their end. */
  private readonly done = new Map<string, ProgramRead>()
  private readonly readers: FileReaders

  constructor(readers: FileReaders) {
    this.readers = readers
  }

  /** @param content fetched only where the program has not been read for such a machine */
  of(hash: string, machine: MachineRecord, content: () => Promise<Uint8Array>): Promise<ProgramRead> {
    const dialect = dialectOf(machine)
    const key = `${hash} ${JSON.stringify(dialect)}`
    const known = this.kept.get(key)
    if (known) {
      // The one that was looked at last goes last.
      this.kept.delete(key)
      this.kept.set(key, known)
      return known
    }
    const read = content().then((bytes) => this.readers.read(PROGRAM, { content: bytes, dialect }))
    this.kept.set(key, read)
    read.then(
      (found) => this.kept.get(key) === read && this.done.set(key, found),
      // What failed once may work the next time.
      () => this.kept.delete(key),
    )
    const [oldest] = this.kept.keys()
    if (this.kept.size > KEPT && oldest !== undefined) {
      this.kept.delete(oldest)
      this.done.delete(oldest)
    }
    return read
  }

  /** What has been read of a program already; null while it has not, whoever asks does not wait. */
  atHand(hash: string, machine: MachineRecord): ProgramRead | null {
    return this.done.get(`${hash} ${JSON.stringify(dialectOf(machine))}`) ?? null
  }
}
