import { readFileSync } from 'node:fs'
import { loadavg } from 'node:os'

/** Ticks since the machine came up: all of them, and those that other guests of the same host took. */
function ticks(): { all: number; stolen: number } | null {
  try {
    const fields = readFileSync('/proc/stat', 'utf8').split('\n', 1)[0]!.trim().split(/\s+/).slice(1, 9).map(Number)
    return { all: fields.reduce((sum, one) => sum + one, 0), stolen: fields[7] ?? 0 }
  } catch {
    return null
  }
}

/**
 * Begins to watch how much of this machine is not its own: a figure taken meanwhile says little about the program
 * once that is more than a few in a hundred.
 * @returns says it in words, from then until now
 */
export function watchStolen(): () => string {
  const before = ticks()
  return () => {
    const now = ticks()
    if (!before || !now) return `load ${loadavg()[0]!.toFixed(1)}`
    return `${((100 * (now.stolen - before.stolen)) / Math.max(1, now.all - before.all)).toFixed(0)} % taken by other guests`
  }
}
