/** Seeded chance: the same seed gives the same figures, so that a failure comes back (mulberry32, Box–Muller). */
export class Chance {
  private state: number

  /** @param seed a number, or a text of which every letter counts */
  constructor(seed: number | string) {
    this.state = typeof seed === 'number' ? seed : seedOf(seed)
  }

  /** Evenly between 0 and 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next()
  }

  happens(share: number): boolean {
    return this.next() < share
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)]!
  }

  /** Normally distributed around zero. */
  normal(standard: number): number {
    return standard * Math.sqrt(-2 * Math.log(1 - this.next())) * Math.cos(2 * Math.PI * this.next())
  }

  /** A version 4 UUID out of the same chance. */
  uuid(): string {
    const digits = Array.from({ length: 32 }, () => Math.floor(this.next() * 16))
    digits[12] = 4
    digits[16] = 8 + (digits[16]! % 4)
    const text = digits.map((digit) => digit.toString(16)).join('')
    return `${text.slice(0, 8)}-${text.slice(8, 12)}-${text.slice(12, 16)}-${text.slice(16, 20)}-${text.slice(20)}`
  }
}

/** FNV-1a over the letters: two texts of one length begin at different places. */
function seedOf(text: string): number {
  let hash = 0x811c9dc5
  for (const char of text) hash = Math.imul(hash ^ char.codePointAt(0)!, 0x01000193)
  return hash | 0
}
