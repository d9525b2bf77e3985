/** Lines of a subprogram, and the number of the first of them in the file. */
export interface Sub {
  lines: readonly string[]
  first: number
}

const OPENS = /^\s*(?:\/\s*)?[O:]\s*0*(\d+)/i
const MAY_END = /[Mm]/
const ENDS = /M\s*0*(2|30|99)(?!\d)/i

/** So much text of subprograms is kept, characters. */
const MOST = 20_000_000

/** Calls with every whole line of a text, however lines end. @returns what is left, which the next piece may go on with */
export function eachLine(text: string, take: (line: string) => void): string {
  let from = 0
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code !== 10 && code !== 13) continue
    // A line that ends in both is one line; the second may be in the next piece.
    if (code === 13 && at + 1 === text.length) break
    take(text.slice(from, at))
    if (code === 13 && text.charCodeAt(at + 1) === 10) at++
    from = at + 1
  }
  return text.slice(from)
}

/**
 * Finds the subprograms of a file: every program after the first, by its O, and every block number in what follows the end of the first
 * one. A file is gone through once for them before it is read, so that calls can be followed as they come.
 */
export class SubPrograms {
  private readonly programs = new Map<string, { lines: string[]; first: number }>()
  private readonly labels = new Map<string, { of: { lines: string[]; first: number }; at: number }>()
  private rest = ''
  private line = 0
  private seen = 0
  private kept = 0
  private current: { lines: string[]; first: number } | null = null
  private afterEnd = false

  push(text: string): void {
    this.rest = eachLine(this.rest + text, (line) => this.one(line))
  }

  end(): this {
    if (this.rest !== '') this.one(this.rest.replace(/\r$/, ''))
    this.rest = ''
    return this
  }

  find(label: 'O' | 'N', number: string): Sub | null {
    if (label === 'O') return this.programs.get(number) ?? null
    const found = this.labels.get(number)
    return found ? { lines: found.of.lines.slice(found.at), first: found.of.first + found.at } : null
  }

  private one(text: string): void {
    this.line++
    const [, opens] = OPENS.exec(text) ?? []
    if (opens !== undefined) {
      this.current = this.seen++ > 0 ? { lines: [], first: this.line + 1 } : null
      if (this.current) this.programs.set(opens, this.current)
      this.afterEnd = false
      return
    }
    if (this.current === null) {
      if (!this.afterEnd) {
        // In the first program only what comes after its end can be called.
        if (MAY_END.test(text) && ENDS.test(text.replace(/\([^)]*\)/g, '')) && this.seen <= 1) this.afterEnd = true
        return
      }
      this.current = { lines: [], first: this.line }
    }
    this.kept += text.length
    if (this.kept > MOST) return
    const [, label] = /^\s*N\s*0*(\d+)/i.exec(text) ?? []
    if (label !== undefined && this.afterEnd && !this.labels.has(label))
      this.labels.set(label, { of: this.current, at: this.current.lines.length })
    this.current.lines.push(text)
  }
}
