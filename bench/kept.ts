import { execFileSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

/** What a measurement says, and what it cost: each figure by its name, less is better. */
export interface Measured {
  text: string
  /** Milliseconds and the like, which hang on the machine: they are kept as multiples of a piece of work that never changes. */
  spent?: Readonly<Record<string, number>>
  /** Ratios and sizes, which are the same on any machine. */
  plain?: Readonly<Record<string, number>>
}

interface Kept {
  version: string
  figures: Record<string, number>
}

const FILE = fileURLToPath(new URL('./kept.json', import.meta.url))
/** What rises by more than this is said. */
const RISES = 1.1

/** Milliseconds of a fixed piece of work on this machine: hashing, objects, and text taken apart; the least of several. */
function yardstick(): number {
  const once = () => {
    const began = performance.now()
    let text = ''
    for (let at = 0; at < 4_000; at++) {
      text = createHash('sha256').update(`${text}${at}`).digest('hex')
      const parsed = JSON.parse(JSON.stringify({ text, list: Array.from({ length: 40 }, (_, n) => ({ n, word: `w${n}` })) })) as {
        text: string
      }
      text = parsed.text
    }
    return performance.now() - began
  }
  return Math.min(...Array.from({ length: 5 }, once))
}

/** Figures as they are kept: to three places, for more is weather. */
export function figuresOf(name: string, { spent = {}, plain = {} }: Measured, of = yardstick()): Record<string, number> {
  const named = (all: Readonly<Record<string, number>>, by: number) =>
    Object.entries(all).map(([what, value]) => [`${name}: ${what}`, Number((value / by).toPrecision(3))])
  return Object.fromEntries([...named(spent, of), ...named(plain, 1)]) as Record<string, number>
}

const read = (): Kept[] => (existsSync(FILE) ? (JSON.parse(readFileSync(FILE, 'utf8')) as Kept[]) : [])

/** The newest figure of each name from versions before. */
const before = (kept: readonly Kept[]): Record<string, number> =>
  Object.assign({}, ...kept.map(({ figures }) => figures)) as Record<string, number>

/** What rose by more than a tenth since it was last kept, a line each. */
export function risen(figures: Readonly<Record<string, number>>, kept = read()): string[] {
  const last = before(kept)
  return Object.entries(figures).flatMap(([name, value]) => {
    const was = last[name]
    if (was === undefined || was === 0 || value <= RISES * was) return []
    return [`${name} rose by ${((value / was - 1) * 100).toFixed(0)} %, from ${was} to ${value}`]
  })
}

/** Keeps figures beside those of earlier versions; of one version the newest. */
export function keep(figures: Readonly<Record<string, number>>): void {
  const version = execFileSync('git', ['rev-parse', '--short', 'HEAD'], { encoding: 'utf8' }).trim()
  const kept = read()
  const own = kept.find((one) => one.version === version)
  const all = own
    ? kept.map((one) => (one === own ? { version, figures: { ...one.figures, ...figures } } : one))
    : [...kept, { version, figures: { ...figures } }]
  writeFileSync(FILE, `${JSON.stringify(all, null, 2)}\n`)
}
