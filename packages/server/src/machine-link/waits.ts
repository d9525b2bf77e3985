const FIRST = 250
const LONGEST = 8_000

/** Growing waits between tries, with some chance in them so that forty machines do not come back at once. */
export class Waits {
  private tries = 0

  next(): number {
    const wait = Math.min(LONGEST, FIRST * 2 ** this.tries++)
    return wait * (0.75 + Math.random() / 2)
  }

  worked(): void {
    this.tries = 0
  }
}

/** Waits, or less where it is given up. */
export function pause(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    if (signal.aborted) return resolve()
    const done = () => {
      clearTimeout(timer)
      signal.removeEventListener('abort', done)
      resolve()
    }
    const timer = setTimeout(done, ms)
    signal.addEventListener('abort', done)
  })
}
