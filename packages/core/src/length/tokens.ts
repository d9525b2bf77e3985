/** What a person typed, cut into pieces. Spaces matter only between a whole number and a fraction. */
export type Token =
  | { kind: 'number'; text: string; spaced: boolean }
  | { kind: 'sign'; text: '+' | '-' | '*' | '/' | '(' | ')'; spaced: boolean }
  | { kind: 'unit'; text: TypedUnit; written: string; spaced: boolean }

export type TypedUnit = 'mm' | 'um' | 'in' | 'thou'

export class Unreadable extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly reason: string,
  ) {
    super(reason)
  }
}

export type RefusalCode =
  | 'letters'
  | 'unit-unknown'
  | 'two-points'
  | 'thousands'
  | 'two-figures'
  | 'two-units'
  | 'unit-missing'
  | 'divided-by-zero'
  | 'area'
  | 'incomplete'
  | 'two-readings'
  | 'brackets'
  | 'too-long'
  | 'too-large'

const UNITS: Readonly<Record<string, TypedUnit>> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  um: 'um',
  µm: 'um',
  micron: 'um',
  microns: 'um',
  in: 'in',
  ins: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '\u2033': 'in',
  thou: 'thou',
  thous: 'thou',
}

/** Words a person may well write, each refused with what to write instead. */
const REFUSED_UNITS: Record<string, string> = {
  cm: 'centimetres are not used here; write it in mm',
  m: 'a bare “m” is not a unit used here; write mm, in or thou',
  ft: 'feet are not used here; write it in inches',
  "'": 'feet are not used here; write it in inches',
  mil: 'a “mil” is a thou to some and a millimetre to others; write thou or mm',
  mils: 'a “mil” is a thou to some and a millimetre to others; write thou or mm',
  tenth: 'a “tenth” may be 0.1 mm or 0.0001 in; write the figure out',
  tenths: 'a “tenth” may be 0.1 mm or 0.0001 in; write the figure out',
  e: 'powers of ten are not read; write the figure out',
}

const SIGNS: Record<string, '+' | '-' | '*' | '/' | '(' | ')'> = {
  '+': '+',
  '-': '-',
  '\u2212': '-',
  '\u2013': '-',
  '\u2010': '-',
  '\u2011': '-',
  '*': '*',
  '\u00d7': '*',
  x: '*',
  X: '*',
  '/': '/',
  '\u00f7': '/',
  ':': '/',
  '(': '(',
  ')': ')',
}

const NUMBER = /[0-9.,]+/y
const WORD = /[A-Za-zµμ]+|["'\u2033]/y

/**
 * Cuts a typed figure into numbers, signs and units. A single comma is a decimal comma.
 * @throws Unreadable with a code and half a sentence for anything that is none of these
 */
export function tokenise(text: string): Token[] {
  const tokens: Token[] = []
  let at = 0
  let spaced = false
  while (at < text.length) {
    const char = text[at]!
    if (/\s/.test(char)) {
      spaced = true
      at++
      continue
    }
    NUMBER.lastIndex = at
    const number = NUMBER.exec(text)?.[0]
    if (number) {
      tokens.push({ kind: 'number', text: readDigits(number), spaced })
      at += number.length
    } else if (Object.hasOwn(SIGNS, char)) {
      tokens.push({ kind: 'sign', text: SIGNS[char]!, spaced })
      at++
    } else {
      WORD.lastIndex = at
      const word = WORD.exec(text)?.[0]
      if (!word) throw new Unreadable('letters', `“${char}” is not part of a figure`)
      tokens.push({ kind: 'unit', text: readUnit(word), written: word, spaced })
      at += word.length
    }
    spaced = false
  }
  return tokens
}

function readDigits(text: string): string {
  const points = text.split('.').length - 1
  const commas = text.split(',').length - 1
  if (points + commas === 0) return text
  if (points > 0 && commas > 0) throw new Unreadable('thousands', `“${text}” has a comma and a point; leave out the thousands mark`)
  if (points + commas > 1) throw new Unreadable('two-points', `“${text}” has two decimal points`)
  if (text.length === 1) throw new Unreadable('incomplete', 'there is a point without digits')
  return text.replace(',', '.')
}

function readUnit(word: string): TypedUnit {
  const lower = word.toLowerCase().replace('μ', 'µ')
  const unit = Object.hasOwn(UNITS, lower) ? UNITS[lower] : undefined
  if (unit) return unit
  const refused = Object.hasOwn(REFUSED_UNITS, lower) ? REFUSED_UNITS[lower] : undefined
  if (refused) throw new Unreadable('unit-unknown', refused)
  throw new Unreadable('letters', `“${word}” is neither a figure nor a unit (mm, in, thou, µm)`)
}
