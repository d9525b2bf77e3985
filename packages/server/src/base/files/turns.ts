import { AsyncLocalStorage } from 'node:async_hooks'

/** For whom something is done: the session that asked. What nobody asked for is the server's own. */
export const forWhom = new AsyncLocalStorage<string>()

/** More than this wait for nothing: whoever asks is told to ask again. */
export class TooMany extends Error {}

/**
 * Work that takes long, so many at a time and one after the other for each who asks: somebody who asks for a hundred at once waits
 * for their own, and the next person's is done after the one at hand.
 */
export class Turns {
  private readonly waiting = new Map<string, (() => void)[]>()
  private readonly atWork = new Map<string, number>()
  private running = 0

  constructor(
    private readonly most: number,
    private readonly mostEach: number,
    private readonly mostWaiting: number,
  ) {}

  /** @throws TooMany where so many of the same asker wait already */
  async take<T>(work: () => Promise<T>, whose = forWhom.getStore() ?? ''): Promise<T> {
    const own = this.waiting.get(whose) ?? []
    if (own.length >= this.mostWaiting) throw new TooMany()
    if (this.running >= this.most || (this.atWork.get(whose) ?? 0) >= this.mostEach)
      await new Promise<void>((resolve) => this.waiting.set(whose, [...own, resolve]))
    else this.begin(whose)
    try {
      return await work()
    } finally {
      this.running--
      this.count(whose, -1)
      this.next()
    }
  }

  private begin(whose: string): void {
    this.running++
    this.count(whose, 1)
  }

  private count(whose: string, by: 1 | -1): void {
    const now = (this.atWork.get(whose) ?? 0) + by
    if (now === 0) this.atWork.delete(whose)
    else this.atWork.set(whose, now)
  }

  private next(): void {
    for (const [whose, [first, ...rest]] of this.waiting) {
      if (this.running >= this.most) return
      if (!first || (this.atWork.get(whose) ?? 0) >= this.mostEach) continue
      // Whoever has had a turn stands behind the others.
      this.waiting.delete(whose)
      if (rest.length > 0) this.waiting.set(whose, rest)
      this.begin(whose)
      first()
    }
  }
}
