const INCH = 25.4

/** Words whose figures are no lengths: angles, a rotation has its R under L2 and L20, a tip direction. */
const isLength = (line: number, letter: string) => !('ABCQ'.includes(letter) || (letter === 'R' && (line === 2 || line === 20)))

/** A refusal of the control, with the line that it stopped at. */
export interface Refused {
  line: number
  because: string
}

/**
 * What a control keeps: figures by the words that set them (ISO 6983 data setting: G10 with L, P and an axis or R).
 * Lengths are held in millimetres whatever the control speaks. A register that was never set reads zero, as on any control.
 */
export class Memory {
  private readonly held = new Map<string, number>()

  constructor(
    private readonly unit: 'mm' | 'in',
    private readonly decimals: number,
    /** Axes that a slot has; the control puts all of them out. */
    private readonly axes: readonly string[] = [],
  ) {}

  get(line: number, number: number, letter: string): number {
    return this.held.get(key(line, number, letter)) ?? 0
  }

  set(line: number, number: number, letter: string, value: number): void {
    this.held.set(key(line, number, letter), value)
  }

  /** A length as the control shows it, in its own unit. */
  shown(value: number): string {
    return (value / (this.unit === 'in' ? INCH : 1)).toFixed(this.decimals).replace(/^-(0\.?0*)$/, '$1')
  }

  /** Takes a whole text of setting lines, or none of it. */
  take(text: string): { set: number } | Refused {
    let factor = this.unit === 'in' ? INCH : 1
    const found: [string, number][] = []
    for (const [at, raw] of text.split(/\r\n|\n|\r/).entries()) {
      const line = raw
        .replace(/\([^)]*\)?/g, '')
        .replace(/[\s%]/g, '')
        .toUpperCase()
      if (line === '') continue
      const words = line.match(/[A-Z][+-]?(?:\d+\.?\d*|\.\d+)/g) ?? []
      if (words.join('') !== line) return { line: at + 1, because: 'NOT A WORD' }
      const has = (word: string) => words.some((one) => Number(one.slice(1)) === Number(word.slice(1)) && one[0] === word[0])
      if (has('G20')) factor = INCH
      if (has('G21')) factor = 1
      if (has('G91')) return { line: at + 1, because: 'ONLY G90' }
      if (!has('G10')) continue
      const figure = (letter: string) => words.find((word) => word[0] === letter)?.slice(1)
      const [setting, number] = [Number(figure('L') ?? Number.NaN), Number(figure('P') ?? Number.NaN)]
      if (!Number.isInteger(setting) || !Number.isInteger(number)) return { line: at + 1, because: 'L OR P MISSING' }
      const axes = words.filter((word) => !'GLP'.includes(word[0]!))
      if (axes.length === 0) return { line: at + 1, because: 'NOTHING TO SET' }
      for (const word of axes) {
        const letter = word[0]!
        found.push([key(setting, number, letter), Number(word.slice(1)) * (isLength(setting, letter) ? factor : 1)])
      }
    }
    for (const [name, value] of found) this.held.set(name, value)
    return { set: found.length }
  }

  /** All that was ever set, as the control puts it out: axes together, a rotation, a nose radius and a tip direction by themselves. */
  lines(): string[] {
    const together = new Map<string, string[]>()
    const whole = new Map(this.held)
    for (const name of this.held.keys()) {
      const [line, number] = name.split(' ')
      if (line === '2' || line === '20')
        for (const axis of this.axes) if (!whole.has(`${line} ${number} ${axis}`)) whole.set(`${line} ${number} ${axis}`, 0)
    }
    const order = (name: string) => this.axes.indexOf(name.split(' ')[2]!)
    for (const [name, value] of [...whole].sort(([a], [b]) => order(a) - order(b))) {
      const [line, number, letter] = name.split(' ') as [string, string, string]
      const isWhole = letter === 'Q'
      const length = isLength(Number(line), letter)
      const figure = length ? (value / (this.unit === 'in' ? INCH : 1)).toFixed(this.decimals) : isWhole ? String(value) : value.toFixed(4)
      const head = `G10 L${line} P${number}`
      const group = this.axes.includes(letter) ? 'axes' : 'ABC'.includes(letter) ? 'angles' : letter
      const place = `${head}|${group}`
      together.set(place, [...(together.get(place) ?? []), `${letter}${figure.replace(/^-(0\.0*)$/, '$1')}`])
    }
    return [...together].map(([head, words]) => `${head.split('|')[0]} ${words.join(' ')}`)
  }
}

const key = (line: number, number: number, letter: string) => `${line} ${number} ${letter}`

/** Where a slot's figures are kept: G54 is L2 P1, G59.1 L2 P7, G54.1 P3 is L20 P3. */
export function placeOf(slot: string): { line: number; number: number } {
  const [, beyond] = /^G54\.1 P(\d+)$/.exec(slot) ?? []
  if (beyond) return { line: 20, number: Number(beyond) }
  const [, plain, more] = /^G(5[4-9])(?:\.([1-9]))?$/.exec(slot) ?? []
  if (!plain) throw new Error(`${slot} is no slot`)
  return { line: 2, number: Number(plain) - 53 + Number(more ?? 0) }
}
