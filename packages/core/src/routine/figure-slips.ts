import { negate, nm, type LengthUnit, type Nm } from '../length/index.ts'
import { digitSwaps } from './digit-swaps.ts'

/** A slip in one typed figure: what the figure would have been without it. */
export interface FigureSlip {
  id: string
  phrase: string
  value: Nm
}

const SCALES: readonly [id: string, phrase: string, factor: number][] = [
  ['unit', 'had been typed in inches', 25.4],
  ['unit', 'had been typed in millimetres', 1 / 25.4],
  ['point', 'had lost its decimal point by one place', 0.1],
  ['point', 'had lost its decimal point by two places', 0.01],
  ['point', 'had its decimal point one place too far left', 10],
  ['point', 'had its decimal point two places too far left', 100],
  ['double', 'had been halved', 2],
  ['double', 'had been doubled', 0.5],
]

/**
 * What may have happened to a figure between the display and the ledger: its sign, its unit, its decimal
 * point, half or double, two digits swapped.
 *
 * @param what how the figure is called in a sentence: "the reading"
 * @param kind the ids' ending: `reading` or `place`
 */
export function figureSlips(figure: Nm, what: string, kind: 'reading' | 'place', unit: LengthUnit): FigureSlip[] {
  if (figure === 0) return []
  return [
    { id: kind === 'reading' ? 'sign' : 'place-sign', phrase: `${what} had the other sign`, value: negate(figure) },
    // Only candidates are scaled, never values that count, so the nearest nanometre will do.
    ...SCALES.map(([id, phrase, factor]) => ({ id: `${id}-${kind}`, phrase: `${what} ${phrase}`, value: nm(Math.round(figure * factor)) })),
    ...(kind === 'reading'
      ? digitSwaps(figure, unit).map((value) => ({ id: 'swap-reading', phrase: `two digits of ${what} had been swapped`, value }))
      : []),
  ]
}
