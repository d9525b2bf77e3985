import { NM_PER_INCH, NM_PER_MM, type LengthUnit } from './nanometre.ts'
import { add, decimal, divide, multiply, rational, subtract, type Rational } from './rational.ts'
import { tokenise, Unreadable, type Token, type TypedUnit } from './tokens.ts'

const NM_IN: Record<TypedUnit, Rational> = {
  mm: rational(BigInt(NM_PER_MM)),
  um: rational(1000n),
  in: rational(BigInt(NM_PER_INCH)),
  thou: rational(BigInt(NM_PER_INCH), 1000n),
}

const SYSTEM: Record<TypedUnit, LengthUnit> = { mm: 'mm', um: 'mm', in: 'in', thou: 'in' }

/** A part of the sum: its value, in nanometres once a unit stands behind it, and that unit's system. */
interface Operand {
  value: Rational
  system: LengthUnit | null
}

export interface Evaluated {
  /** Exact value in nanometres. */
  value: Rational
  /** The unit system that was written; null when none was and the machine's own was taken. */
  written: LengthUnit | null
}

/**
 * Works out a typed figure exactly: decimals, fractions, mixed fractions, + − × ÷, brackets, units.
 *
 * A unit belongs to the product it stands behind (`3/8in`, `1.745in/2`). Figures without a unit are in
 * the machine's. In a sum with a unit that is not the machine's, every part must name it: `1in+3` on a
 * millimetre machine could be meant either way and is refused.
 *
 * @throws Unreadable
 */
export function evaluate(text: string, machineUnit: LengthUnit): Evaluated {
  const reader = new Reader(tokenise(text), machineUnit)
  const operand = reader.sum()
  reader.mustBeAtEnd()
  const bare = NM_IN[machineUnit]
  return operand.system ? { value: operand.value, written: operand.system } : { value: multiply(operand.value, bare), written: null }
}

class Reader {
  private at = 0
  private depth = 0

  constructor(
    private readonly tokens: Token[],
    private readonly machineUnit: LengthUnit,
  ) {}

  mustBeAtEnd(): void {
    const token = this.tokens[this.at]
    if (!token) return
    if (token.kind === 'sign' && token.text === ')') throw new Unreadable('brackets', 'a bracket is closed that was never opened')
    if (token.kind === 'unit') throw new Unreadable('two-units', `there is a second unit, “${token.written}”`)
    throw new Unreadable('two-figures', 'there are two figures with nothing between them')
  }

  sum(): Operand {
    let left = this.term(this.leadingSign())
    for (;;) {
      const sign = this.takeSign('+', '-')
      if (!sign) return left
      left = this.join(left, this.term(1), sign === '+' ? add : subtract)
    }
  }

  private leadingSign(): 1 | -1 {
    const sign = this.takeSign('+', '-')
    return sign === '-' ? -1 : 1
  }

  private join(a: Operand, b: Operand, combine: typeof add): Operand {
    if (a.system === b.system) return { value: combine(a.value, b.value), system: a.system }
    if (a.system && b.system) throw new Unreadable('two-units', 'inch and millimetre stand in one figure; write it in one of them')
    const named = (a.system ?? b.system) as LengthUnit
    if (named !== this.machineUnit)
      throw new Unreadable(
        'unit-missing',
        `one part says ${named === 'in' ? 'inch' : 'mm'} and another says nothing; give each part its unit`,
      )
    const bare = NM_IN[this.machineUnit]
    return {
      value: combine(a.system ? a.value : multiply(a.value, bare), b.system ? b.value : multiply(b.value, bare)),
      system: named,
    }
  }

  private term(sign: 1 | -1): Operand {
    this.refuseTwoReadings()
    let left = this.withUnit(this.factor(true))
    for (;;) {
      const operator = this.takeSign('*', '/')
      if (!operator) break
      const right = this.factor(false)
      if (operator === '/' && right.value.top === 0n) throw new Unreadable('divided-by-zero', 'it divides by zero')
      if (right.system) {
        throw left.system
          ? new Unreadable('area', 'two lengths are multiplied or divided; that is not a length')
          : new Unreadable('area', 'write the length before × or ÷, not behind it')
      }
      left = this.withUnit({
        value: (operator === '*' ? multiply : divide)(left.value, right.value),
        system: left.system,
      })
    }
    return sign === -1 ? { ...left, value: rational(-left.value.top, left.value.bottom) } : left
  }

  /** Takes the unit that stands behind a figure, a fraction or a bracket. */
  private withUnit(operand: Operand): Operand {
    const token = this.tokens[this.at]
    if (token?.kind !== 'unit') return operand
    // In 3/8in the fraction is read first and the unit belongs to all of it; so wait for the ÷ or ×.
    if (operand.system) throw new Unreadable('two-units', `there is a second unit, “${token.written}”`)
    this.at++
    return { value: multiply(operand.value, NM_IN[token.text]), system: SYSTEM[token.text] }
  }

  /** @param mayBeMixed false behind × and ÷: in `5/2 1/2` nobody can tell what the space joins */
  private factor(mayBeMixed: boolean): Operand {
    if (this.takeSign('(')) {
      if (++this.depth > 20) throw new Unreadable('too-long', 'there are too many brackets')
      const inside = this.sum()
      this.depth--
      if (!this.takeSign(')')) throw new Unreadable('brackets', 'a bracket is open and never closed')
      return inside
    }
    const token = this.tokens[this.at]
    if (!token) throw new Unreadable('incomplete', 'a figure is missing at the end')
    if (token.kind === 'unit') throw new Unreadable('incomplete', `the unit “${token.written}” has no figure before it`)
    if (token.kind === 'sign')
      throw new Unreadable('incomplete', `a figure is missing before “${token.text === '-' ? '\u2212' : token.text}”`)
    this.at++
    return { value: this.mixed(decimal(token.text), token.text, mayBeMixed), system: null }
  }

  /** `3 5/16`: a whole number, a space and a fraction of whole numbers. */
  private mixed(whole: Rational, text: string, mayBeMixed: boolean): Rational {
    const [top, slash, bottom] = this.tokens.slice(this.at, this.at + 3)
    if (top?.kind !== 'number') return whole
    const isFraction = top.spaced && slash?.kind === 'sign' && slash.text === '/' && bottom?.kind === 'number' && !slash.spaced
    const isWholeNumbers = mayBeMixed && isFraction && ![text, top.text, bottom.text].some((part) => part.includes('.'))
    if (!isWholeNumbers) throw new Unreadable('two-figures', 'there are two figures with nothing between them')
    const over = decimal(bottom.text)
    if (over.top === 0n) throw new Unreadable('divided-by-zero', 'it divides by zero')
    this.at += 3
    return add(whole, divide(decimal(top.text), over))
  }

  /**
   * `3-5/16` without spaces: an inch shop writes a mixed fraction so, others take 5/16 off. Both are offered, neither is
   * taken.
   */
  private refuseTwoReadings(): void {
    const [whole, hyphen, top, slash, bottom] = this.tokens.slice(this.at, this.at + 5)
    if (whole?.kind !== 'number' || top?.kind !== 'number' || bottom?.kind !== 'number') return
    if (hyphen?.kind !== 'sign' || hyphen.text !== '-' || slash?.kind !== 'sign' || slash.text !== '/') return
    if ([hyphen, top, slash, bottom].some(({ spaced }) => spaced)) return
    if ([whole, top, bottom].some(({ text }) => /[.]/.test(text)) || BigInt(bottom.text) <= BigInt(top.text)) return
    const [a, f] = [decimal(whole.text), divide(decimal(top.text), decimal(bottom.text))]
    const shown = ({ top: over, bottom: under }: Rational) => String(Number(((over * 1_000_000n) / under).toString()) / 1_000_000)
    const written = `${whole.text} ${top.text}/${bottom.text}`
    throw new Unreadable(
      'two-readings',
      `${whole.text}-${top.text}/${bottom.text} is ${written} (${shown(add(a, f))}) to some and ${whole.text} less ${top.text}/${bottom.text} (${shown(subtract(a, f))}) to others; write \u201c${written}\u201d or \u201c${whole.text} - ${top.text}/${bottom.text}\u201d`,
    )
  }

  private takeSign<S extends string>(...wanted: S[]): S | null {
    const token = this.tokens[this.at]
    if (token?.kind !== 'sign' || !wanted.includes(token.text as unknown as S)) return null
    this.at++
    return token.text as unknown as S
  }
}
