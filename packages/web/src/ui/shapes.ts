import { nm, readLength, type LengthUnit, type Nm } from '@rook/core'
import * as z from 'zod/mini'

/** Words that have to be there. */
export const words = (sentence: string) => z.string().check(z.trim(), z.minLength(1, sentence))

/** Words that may be left out. */
export const wordsOrNone = z.pipe(
  z.string().check(z.trim()),
  z.transform((text): string | null => text || null),
)

/** A PIN as people choose it. */
export const pin = z.string().check(z.regex(/^\d{4,8}$/, 'PIN: four to eight digits.'))

/** One of a list, which has to be chosen. */
export const picked = (sentence: string) =>
  z.pipe(
    z.nullable(z.string()),
    z.transform((choice, context): string => {
      if (choice !== null) return choice
      context.issues.push({ code: 'custom', input: choice, message: sentence })
      return z.NEVER
    }),
  )

/** A whole number that is typed as text; null where it may be empty and is. */
export const wholeOrNone = (sentence: string) =>
  z.pipe(
    z.string().check(z.trim()),
    z.transform((text, context): number | null => {
      if (text === '') return null
      if (/^\d+$/.test(text)) return Number(text)
      context.issues.push({ code: 'custom', input: text, message: sentence })
      return z.NEVER
    }),
  )

/** A plain number, with a point or a comma. */
export const plainNumber = (sentence: string) =>
  z.pipe(
    z.string().check(z.trim()),
    z.transform((text, context): number => {
      if (/^[-\u2212]?(\d+([.,]\d+)?|[.,]\d+)$/.test(text)) return Number(text.replace(',', '.').replace('\u2212', '-'))
      context.issues.push({ code: 'custom', input: text, message: sentence })
      return z.NEVER
    }),
  )

function lengthOf(name: string, unit: LengthUnit, text: string): Nm | string | null {
  const reading = readLength(text, { name, unit, grid: nm(1) })
  if (reading.kind === 'empty') return null
  return reading.kind === 'length' || reading.kind === 'finer' ? reading.value : reading.sentence
}

/** A length as every figure field takes it: arithmetic, fractions, another unit behind it. */
export const length = (name: string, unit: LengthUnit) =>
  z.pipe(
    z.string(),
    z.transform((text, context): Nm => {
      const found = lengthOf(name, unit, text)
      if (typeof found === 'number') return found
      context.issues.push({ code: 'custom', input: text, message: found ?? `${name}: nothing is given yet.` })
      return z.NEVER
    }),
  )

/** A length that may be left out. */
export const lengthOrNone = (name: string, unit: LengthUnit) =>
  z.pipe(
    z.string(),
    z.transform((text, context): Nm | null => {
      const found = lengthOf(name, unit, text)
      if (typeof found !== 'string') return found
      context.issues.push({ code: 'custom', input: text, message: found })
      return z.NEVER
    }),
  )

/** What was typed a line each, without the empty ones. */
export const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
