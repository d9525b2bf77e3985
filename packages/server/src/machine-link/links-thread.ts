import { Worker } from 'node:worker_threads'
import type { Logger } from 'pino'
import { threadModule } from '../base/thread-module.ts'
import type { Reach } from './reach.ts'

export interface LinksGiven {
  databaseUrl: string
  own: Reach['own']
  level: string
}
export type LinksTold = { kind: 'look' } | { kind: 'asked'; ask: { id: string; machine: string } } | { kind: 'stop' }

const WORK = threadModule(new URL('./links-worker.ts', import.meta.url))
/** A thread begins with plain JavaScript, and goes on with ours. */
const BEGIN = WORK.built
  ? `import(${JSON.stringify(WORK.href)})`
  : `import(${JSON.stringify(import.meta.resolve('tsx/esm/api'))}).then(({ register }) => (register(), import(${JSON.stringify(WORK.href)})))`
const MEMORY = 256
const AGAIN = 1_000
const PATIENCE = 5_000

/**
 * The connections to machines, in a thread of their own. Where that ends, whatever a machine has sent, another one takes its place:
 * what people do goes on meanwhile.
 */
export class LinksThread {
  private worker: Worker | null = null
  private again: NodeJS.Timeout | null = null
  private stopped = false

  constructor(private readonly logger: Pick<Logger, 'warn'>) {}

  start(given: LinksGiven): void {
    const worker = new Worker(BEGIN, {
      eval: true,
      workerData: given,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    })
    this.worker = worker
    worker.on('error', (error: Error) => this.logger.warn(`connections to machines have failed: ${error.message}`))
    worker.on('exit', () => {
      if (this.worker === worker) this.worker = null
      if (!this.stopped) this.again = setTimeout(() => this.start(given), AGAIN)
    })
  }

  look(): void {
    this.tell({ kind: 'look' })
  }

  asked(ask: { id: string; machine: string }): void {
    this.tell({ kind: 'asked', ask })
  }

  async stop(): Promise<void> {
    this.stopped = true
    if (this.again) clearTimeout(this.again)
    const { worker } = this
    if (!worker) return
    const ended = new Promise((resolve) => worker.once('exit', resolve))
    this.tell({ kind: 'stop' })
    const late = setTimeout(() => void worker.terminate(), PATIENCE)
    await ended
    clearTimeout(late)
  }

  private tell(told: LinksTold): void {
    this.worker?.postMessage(told)
  }
}
