/** A value of the macro language; null where it is not known without the machine. */
export type Known = number | null

/** Variables that a program has given a value; what is not in it is not known. */
export type Variables = Map<number, Known>

const DEGREES = 180 / Math.PI

/** Functions of one value, angles in degrees. */
const FUNCTIONS: Readonly<Record<string, (value: number) => number>> = {
  SIN: (value) => Math.sin(value / DEGREES),
  COS: (value) => Math.cos(value / DEGREES),
  TAN: (value) => Math.tan(value / DEGREES),
  ASIN: (value) => Math.asin(value) * DEGREES,
  ACOS: (value) => Math.acos(value) * DEGREES,
  ATAN: (value) => Math.atan(value) * DEGREES,
  SQRT: (value) => Math.sqrt(value),
  ABS: (value) => Math.abs(value),
  ROUND: (value) => Math.sign(value) * Math.round(Math.abs(value)),
  FIX: (value) => Math.trunc(value),
  FUP: (value) => Math.sign(value) * Math.ceil(Math.abs(value)),
  LN: (value) => Math.log(value),
  EXP: (value) => Math.exp(value),
}

const truth = (is: boolean) => (is ? 1 : 0)

/** Operators of two values by how tightly they bind, loosest first. */
const LEVELS: readonly Readonly<Record<string, (a: number, b: number) => number>>[] = [
  { OR: (a, b) => truth(a !== 0 || b !== 0), XOR: (a, b) => truth((a !== 0) !== (b !== 0)), AND: (a, b) => truth(a !== 0 && b !== 0) },
  {
    EQ: (a, b) => truth(a === b),
    NE: (a, b) => truth(a !== b),
    GT: (a, b) => truth(a > b),
    GE: (a, b) => truth(a >= b),
    LT: (a, b) => truth(a < b),
    LE: (a, b) => truth(a <= b),
  },
  { '+': (a, b) => a + b, '-': (a, b) => a - b },
  { '*': (a, b) => a * b, '/': (a, b) => a / b, MOD: (a, b) => a % b },
]

/** Brackets deeper than this are no arithmetic a person wrote. */
const DEEPEST = 60

/** Cannot be read: at which letter of the expression, and why. */
export class Unreadable extends Error {
  readonly at: number
  constructor(at: number, sentence: string) {
    super(sentence)
    this.at = at
  }
}

/**
 * Works out an expression of the macro language: `[#1+2.5]*SIN[30]`, without spaces, in capitals.
 * @returns null where a variable in it is not known
 * @throws Unreadable where it is no expression
 */
export function evaluate(text: string, variables: Variables): Known {
  let at = 0
  let depth = 0

  const level = (n: number): Known => {
    const operators = LEVELS[n]
    if (!operators) return unary()
    let left = level(n + 1)
    for (;;) {
      const name = Object.keys(operators).find((one) => text.startsWith(one, at))
      if (name === undefined) return left
      at += name.length
      const right = level(n + 1)
      left = left === null || right === null ? null : operators[name]!(left, right)
    }
  }

  const unary = (): Known => {
    if (text[at] === '-' || text[at] === '+') {
      const sign = text[at++] === '-' ? -1 : 1
      const value = unary()
      return value === null ? null : sign * value
    }
    return primary()
  }

  const bracket = (): Known => {
    if (text[at] !== '[') throw new Unreadable(at, 'A bracket is missing.')
    if (++depth > DEEPEST) throw new Unreadable(at, 'Brackets lie too deep in each other.')
    at++
    const value = level(0)
    if (text[at] !== ']') throw new Unreadable(at, 'A bracket is not closed.')
    at++
    depth--
    return value
  }

  const primary = (): Known => {
    if (text[at] === '[') return bracket()
    if (text[at] === '#') {
      if (++depth > DEEPEST) throw new Unreadable(at, 'Variables lie too deep in each other.')
      at++
      const number = text[at] === '#' || text[at] === '[' ? primary() : digits()
      depth--
      return number === null ? null : (variables.get(number) ?? null)
    }
    const name = Object.keys(FUNCTIONS).find((one) => text.startsWith(one, at))
    if (name === undefined) return digits()
    at += name.length
    const value = bracket()
    if (name === 'ATAN' && text[at] === '/' && text[at + 1] === '[') {
      at++
      const under = bracket()
      return value === null || under === null ? null : Math.atan2(value, under) * DEGREES
    }
    return value === null ? null : FUNCTIONS[name]!(value)
  }

  const digits = (): number => {
    const [found] = /^(\d+\.?\d*|\.\d+)/.exec(text.slice(at, at + 40)) ?? []
    if (found === undefined)
      throw new Unreadable(at, at >= text.length ? 'Something is missing at the end.' : `\u201c${text[at]}\u201d has no meaning here.`)
    at += found.length
    return Number(found)
  }

  const value = level(0)
  if (at < text.length) throw new Unreadable(at, `\u201c${text[at]}\u201d has no meaning here.`)
  return value !== null && Number.isFinite(value) ? value : null
}
