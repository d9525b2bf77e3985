import { formatExact, nm, type LengthUnit, type Nm } from '../length/index.ts'

/** One way in which a figure goes wrong between the display and the ledger, undone: the text as it ought to have been. */
export interface TypedOtherwise {
  /** The kind of slip, without what it is a slip of; `again` is a conversion that was done twice. */
  kind: 'sign' | 'unit' | 'again' | 'point' | 'double' | 'swap' | 'digit'
  /** What follows the figure's name where this text was meant: "had lost its decimal point by one place". */
  had: string
  /** The same the other way round, where the figure was meant and this text was typed: "had its decimal point one place too far left". */
  typed: string
  /** True where the phrase begins with what was done to it: "two digits of the reading had been swapped". */
  of?: boolean
  text: string
}

interface Plain {
  sign: '' | '-'
  whole: string
  decimals: string
  unit: string
}

const PLACES = ['', 'one place', 'two places', 'three places', 'four places']
/** Places that a point gets lost by; where none was typed at all it may be any. */
const SHIFTS = { typed: [-2, -1, 1, 2], none: [-4, -3, -2, -1, 1, 2] } as const

/**
 * What a typed figure may have been meant to be. It goes by the text and not by the value, so that a zero at the end or a
 * rounding cannot hide a swap or a lost point.
 * @param value the figure as it was read, for what is no plain decimal: a fraction, a sum
 */
export function typedOtherwise(text: string, value: Nm, unit: LengthUnit): TypedOtherwise[] {
  const plain = readPlain(text) ?? readPlain(formatExact(value, unit).replace('\u2212', '-'))!
  if (!/[1-9]/.test(plain.whole + plain.decimals)) return []
  const found: TypedOtherwise[] = [
    {
      kind: 'sign',
      had: 'had the other sign',
      typed: 'had the other sign',
      text: write({ ...plain, sign: plain.sign === '-' ? '' : '-' }),
    },
    ...inOtherUnit(plain, unit, value),
    ...SHIFTS[plain.decimals === '' ? 'none' : 'typed'].map((by) => pointMoved(plain, by)),
    { kind: 'double', had: 'had been halved', typed: 'had been doubled', text: exact(2 * value, unit) },
    { kind: 'double', had: 'had been doubled', typed: 'had been halved', text: exact(value / 2, unit) },
    ...digitsOtherwise(plain),
  ]
  const own = write(plain)
  const seen = new Set([own])
  return found.filter((one) => !seen.has(one.text) && seen.add(one.text))
}

function readPlain(text: string): Plain | null {
  const match = /^([+\-\u2212]?)(\d+)(?:[.,](\d+))?\s*(mm|in)?$/.exec(text.trim())
  if (!match) return null
  const [, sign, whole, decimals = '', unit = ''] = match
  return { sign: sign === '' || sign === '+' ? '' : '-', whole: whole!, decimals, unit }
}

const write = ({ sign, whole, decimals, unit }: Plain): string =>
  `${sign}${whole === '' ? '0' : whole}${decimals === '' ? '' : `.${decimals}`}${unit === '' ? '' : ` ${unit}`}`

const exact = (value: number, unit: LengthUnit): string => formatExact(nm(Math.round(value)), unit).replace('\u2212', '-')

/** A figure that says its unit may have been meant in the other one as well as one that says none. */
function inOtherUnit(plain: Plain, unit: LengthUnit, value: Nm): TypedOtherwise[] {
  const said = plain.unit === '' ? unit : plain.unit
  const other = said === 'mm' ? 'in' : 'mm'
  const had = (typed: string) => `had been typed in ${typed === 'in' ? 'inches' : 'millimetres'}`
  // The other way round it had been converted already, and was converted once more.
  const [once, again] = said === 'mm' ? [25.4, 1 / 25.4] : [1 / 25.4, 25.4]
  return [
    {
      kind: 'unit',
      had: had(other),
      typed: had(said),
      text: plain.unit === '' ? write({ ...plain, unit: other }) : exact(value * once, unit),
    },
    { kind: 'again', had: had(said), typed: had(other), text: exact(value * again, unit) },
  ]
}

/** @param by places to the right that the point belongs */
function pointMoved(plain: Plain, by: number): TypedOtherwise {
  const places = PLACES[Math.abs(by)]!
  const [lost, left] = [`had lost its decimal point by ${places}`, `had its decimal point ${places} too far left`]
  const all = plain.whole + plain.decimals
  const at = plain.whole.length + by
  const digits = at < 0 ? '0'.repeat(-at) + all : all.padEnd(at, '0')
  const [whole, decimals] = [digits.slice(0, Math.max(at, 0)), digits.slice(Math.max(at, 0))]
  return {
    kind: 'point',
    had: by < 0 ? lost : left,
    typed: by < 0 ? left : lost,
    text: write({ ...plain, whole: whole.replace(/^0+(?=\d)/, ''), decimals }),
  }
}

/** Neighbouring digits swapped; a digit left out that stood there twice, or was a zero; a digit typed twice. */
function digitsOtherwise(plain: Plain): TypedOtherwise[] {
  const all = [...(plain.whole + plain.decimals)]
  const point = plain.whole.length
  const back = (digits: readonly string[], whole: number): string =>
    write({ ...plain, whole: digits.slice(0, whole).join(''), decimals: digits.slice(whole).join('') })
  const found: TypedOtherwise[] = []
  for (let at = 1; at < all.length; at++) {
    const [before, here] = [all[at - 1]!, all[at]!]
    if (before !== here) {
      const swapped = [...all]
      ;[swapped[at - 1], swapped[at]] = [here, before]
      found.push({ kind: 'swap', had: 'had been swapped', typed: 'had been swapped', of: true, text: back(swapped, point) })
    } else
      found.push({
        kind: 'digit',
        had: 'had a digit typed twice',
        typed: 'had a digit left out',
        text: back([...all.slice(0, at), ...all.slice(at + 1)], at < point ? point - 1 : point),
      })
  }
  for (let at = 1; at <= all.length; at++)
    for (const digit of new Set(['0', all[at - 1]!])) {
      const longer = [...all.slice(0, at), digit, ...all.slice(at)]
      // At the point it may have stood on either side of it.
      if (at <= point)
        found.push({ kind: 'digit', had: 'had a digit left out', typed: 'had a digit too many', text: back(longer, point + 1) })
      if (at >= point && plain.decimals !== '')
        found.push({ kind: 'digit', had: 'had a digit left out', typed: 'had a digit too many', text: back(longer, point) })
    }
  return found
}
