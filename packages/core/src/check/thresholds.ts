import type { Verdict } from './finding.ts'

/** When a single mistake explains a jump: not for a lead to change, the names would come out wrong. */
export const EXPLAINED = {
  /** It brings the value within this many standard uncertainties … */
  within: 2.5,
  /** … and leaves less than this share of the jump. */
  share: 0.25,
} as const

/** What a jump explained by this slip is: most are a stop, those with innocent look-alikes a query. */
export const SLIP_VERDICT: Readonly<Record<string, Verdict>> = {
  direction: 'stop',
  radius: 'stop',
  diameter: 'stop',
  finder: 'query',
  shim: 'stop',
  'shim-twice': 'stop',
  'other-tool': 'stop',
  'other-slot': 'stop',
  sign: 'stop',
  'place-sign': 'stop',
  'unit-reading': 'stop',
  'unit-place': 'stop',
  'point-reading': 'query',
  'point-place': 'query',
  'double-reading': 'stop',
  'double-place': 'stop',
  'swap-reading': 'query',
  'part-display': 'stop',
  'common-shift': 'stop',
  'other-value': 'stop',
  half: 'stop',
}

/** When two mistakes fit equally well, the one that happens more often is named. Smaller is likelier. */
export const SLIP_RANK: Readonly<Record<string, number>> = {
  'other-slot': 0,
  shim: 0.1,
  radius: 0.1,
  direction: 0.2,
  'unit-reading': 0.1,
  'point-reading': 0.3,
  sign: 0.2,
  diameter: 0.4,
  'shim-twice': 0.5,
  'other-tool': 0.3,
  'place-sign': 0.4,
  'unit-place': 0.4,
  'point-place': 0.5,
  finder: 0.6,
  'part-display': 0.2,
  'common-shift': 0.3,
  'other-value': 0.2,
  half: 0.2,
  'double-reading': 0.6,
  'double-place': 0.6,
  'swap-reading': 0.8,
}
