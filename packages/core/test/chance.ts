/** Seeded chance for simulations, so that a failure comes back (mulberry32, Box–Muller). */
export class Chance {
  constructor(private state: number) {}

  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next()
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)]!
  }

  normal(standard: number): number {
    return standard * Math.sqrt(-2 * Math.log(1 - this.next())) * Math.cos(2 * Math.PI * this.next())
  }
}
