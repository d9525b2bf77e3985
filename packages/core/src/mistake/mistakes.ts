interface MistakeRow {
  /**
   * How often it is the cause when an entry is off, as a share of all such entries. What a kind has is shared by all of its members that
   * were possible: with seven shims at hand each of them is a seventh as likely. They are judged, not counted; only their ratios
   * matter, and a wrong one by a factor of two changes a name only where two fit alike.
   */
  likely: number
  /** What a jump is that it explains: most are a stop, those with innocent look-alikes a query. */
  verdict: 'query' | 'stop'
}

/** Every kind of single mistake that is looked for, a row each. Where one is made is in `kinds/`, or in the routine that knows of it. */
export const MISTAKES = {
  'other-slot': { likely: 0.08, verdict: 'stop' },
  'other-tool': { likely: 0.08, verdict: 'stop' },
  'other-value': { likely: 0.06, verdict: 'stop' },
  shim: { likely: 0.15, verdict: 'stop' },
  radius: { likely: 0.1, verdict: 'stop' },
  direction: { likely: 0.1, verdict: 'stop' },
  diameter: { likely: 0.03, verdict: 'stop' },
  finder: { likely: 0.08, verdict: 'query' },
  'part-display': { likely: 0.06, verdict: 'stop' },
  'common-shift': { likely: 0.04, verdict: 'stop' },
  rotation: { likely: 0.01, verdict: 'stop' },
  choice: { likely: 0.04, verdict: 'stop' },
  'swapped-readings': { likely: 0.02, verdict: 'query' },
  sign: { likely: 0.05, verdict: 'stop' },
  'place-sign': { likely: 0.04, verdict: 'stop' },
  'unit-reading': { likely: 0.05, verdict: 'stop' },
  'unit-place': { likely: 0.03, verdict: 'stop' },
  'again-reading': { likely: 0.01, verdict: 'stop' },
  'again-place': { likely: 0.01, verdict: 'stop' },
  'point-reading': { likely: 0.04, verdict: 'query' },
  'point-place': { likely: 0.02, verdict: 'query' },
  'double-reading': { likely: 0.01, verdict: 'stop' },
  'double-place': { likely: 0.04, verdict: 'stop' },
  'swap-reading': { likely: 0.03, verdict: 'query' },
  'swap-place': { likely: 0.02, verdict: 'query' },
  'digit-reading': { likely: 0.01, verdict: 'query' },
  'digit-place': { likely: 0.01, verdict: 'query' },
  half: { likely: 0.04, verdict: 'stop' },
  'stock-place': { likely: 0.04, verdict: 'stop' },
} as const satisfies Readonly<Record<string, MistakeRow>>

export type MistakeId = keyof typeof MISTAKES
