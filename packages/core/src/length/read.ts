import { decimalsFor, formatExact, formatLength } from './format.ts'
import { evaluate } from './expression.ts'
import { nm, NM_PER, type LengthUnit, type Nm } from './nanometre.ts'
import { divide, multiply, nearestWhole, rational, subtract, type Rational } from './rational.ts'
import { Unreadable, type RefusalCode } from './tokens.ts'

export interface ReadOptions {
  /** What the figure is called on the screen; every sentence begins with it. */
  name: string
  /** The machine's unit: what a figure without a unit is in. */
  unit: LengthUnit
  /** The finest step the figure may have, in nanometres: a machine's least increment, or 1 for sizes. */
  grid: Nm
}

export type LengthReading =
  | { kind: 'empty' }
  /**
   * A length on the grid. `written` is the unit system that was typed, null for the machine's own. Of a figure in the other unit that
   * does not end on the grid, `exact` is what was typed, in the machine's unit: it is said beside what is kept.
   */
  | { kind: 'length'; value: Nm; written: LengthUnit | null; exact?: string }
  /** Finer than the grid: `value` is what it would round to. The person has to agree first. */
  | { kind: 'finer'; value: Nm; written: LengthUnit | null; sentence: string }
  | { kind: 'refused'; code: RefusalCode; sentence: string }

/** Longest text that is read; a sum in a notebook line is far shorter. */
const LONGEST = 80
/** 100 m. No machine this is for moves so far; it also keeps sums far inside exact numbers. */
const LARGEST = 100_000 * 1_000_000

const UNIT_BEHIND: Readonly<Record<string, LengthUnit>> = { mm: 'mm', ' mm': 'mm', in: 'in', ' in': 'in' }

/**
 * Reads a length as a person types it, or as a digital gauge pastes it.
 *
 * @returns the length in nanometres; or what it would round to when it is finer than the grid; or a
 *   refusal whose sentence names the figure and says what was not understood. Never throws.
 */
export function readLength(text: string, options: ReadOptions): LengthReading {
  return readPlain(text, options) ?? readTyped(text, options)
}

/**
 * The common case, a plain decimal with or without its unit, without any big numbers. A digit at a time:
 * this runs at every keystroke, and for every figure of a file.
 */
function readPlain(text: string, { unit, grid }: ReadOptions): LengthReading | null {
  const first = text.charCodeAt(0)
  const isNegative = first === HYPHEN
  let at = isNegative || first === PLUS ? 1 : 0
  let digits = 0
  let count = 0
  let decimals = -1
  for (; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code >= ZERO_CODE && code <= NINE_CODE) {
      digits = digits * 10 + code - ZERO_CODE
      count++
      if (decimals >= 0) decimals++
    } else if ((code === POINT || code === COMMA) && decimals < 0 && count > 0) decimals = 0
    else break
  }
  if (count === 0 || count > MOST_DIGITS || decimals === 0) return null
  const written = at === text.length ? null : UNIT_BEHIND[text.slice(at)]
  if (written === undefined) return null
  const size = plainSize(digits, Math.max(decimals, 0), NM_PER[written ?? unit], grid)
  return size === null ? null : { kind: 'length', value: nm(isNegative ? 0 - size : size), written }
}

/** The digits in nanometres; null for what has to be read the long way. */
function plainSize(digits: number, decimals: number, perUnit: number, grid: Nm): number | null {
  const scale = perUnit / 10 ** decimals
  // Six decimals of an inch end on 25.4 nm: those take the long way round.
  if (!Number.isInteger(scale)) return null
  const size = digits * scale
  return size <= LARGEST && size % grid === 0 ? size : null
}

const [HYPHEN, PLUS, POINT, COMMA, ZERO_CODE, NINE_CODE] = [...'-+.,09'].map((char) => char.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
  number,
  number,
]
/** Digits that a number certainly holds exactly. */
const MOST_DIGITS = 13

function readTyped(text: string, { name, unit, grid }: ReadOptions): LengthReading {
  const typed = text.trim()
  if (typed === '') return { kind: 'empty' }
  const refuse = (code: RefusalCode, reason: string): LengthReading => ({
    kind: 'refused',
    code,
    sentence: `${name}: ${reason}.`,
  })
  if (typed.length > LONGEST) return refuse('too-long', `more than ${LONGEST} characters; type one figure or a short sum`)
  try {
    const { value, written } = evaluate(typed, unit)
    const nearest = nearestWhole(value)
    if (nearest > BigInt(LARGEST) || nearest < -BigInt(LARGEST))
      return refuse('too-large', 'more than 100 m; look for a lost decimal point')
    // Rounded once, from the exact fraction: a figure just beside half a step must not be carried over it by way of a nanometre.
    const rounded = nm(Number(nearestWhole(divide(value, rational(BigInt(grid)))) * BigInt(grid)))
    const lost = subtract(value, rational(BigInt(rounded)))
    if (lost.top === 0n) return { kind: 'length', value: rounded, written }
    // A figure in the other unit hardly ever ends on this one's step: less than half of a step is lost, which is said and not asked.
    const twice = 2n * (lost.top < 0n ? -lost.top : lost.top)
    if (written !== null && written !== unit && twice < BigInt(grid) * lost.bottom)
      return { kind: 'length', value: rounded, written, exact: plainly(value, unit, grid) }
    return { kind: 'finer', value: rounded, written, sentence: finerSentence(name, value, rounded, unit, grid) }
  } catch (error) {
    if (error instanceof Unreadable) return refuse(error.code, error.reason)
    throw error
  }
}

/** Both figures plainly: what was typed, in the machine's unit, and what it would become. */
function finerSentence(name: string, value: Rational, rounded: Nm, unit: LengthUnit, grid: Nm): string {
  const kept = formatLength(rounded, { unit, decimals: decimalsFor(grid, unit) })
  return `${name}: ${plainly(value, unit, grid)} ${unit} was typed, and the step here is ${formatExact(grid, unit)} ${unit}. It would be kept as ${kept}.`
}

/** What was typed, in a unit, with a few more decimals than the grid has. */
const plainly = (value: Rational, unit: LengthUnit, grid: Nm): string =>
  asDecimal(divide(value, rational(BigInt(NM_PER[unit]))), decimalsFor(grid, unit) + 4)

/** An exact fraction with so many decimals at most, the zeros at the end left out. */
function asDecimal(value: Rational, decimals: number): string {
  const scaled = nearestWhole(multiply(value, rational(10n ** BigInt(decimals))))
  const digits = (scaled < 0n ? -scaled : scaled).toString().padStart(decimals + 1, '0')
  const text = decimals === 0 ? digits : `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`.replace(/\.?0+$/, '')
  return `${scaled < 0n ? '\u2212' : ''}${text}`
}
