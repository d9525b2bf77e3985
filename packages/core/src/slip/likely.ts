/**
 * How often each kind of mistake is the cause when an entry is off, as a share of all such entries. What a kind has is shared by all
 * of its members that were possible: with seven shims at hand each of them is a seventh as likely. They are judged, not counted;
 * only their ratios matter, and a wrong one by a factor of two changes a name only where two fit alike.
 */
export const LIKELY: Readonly<Record<string, number>> = {
  'other-slot': 0.08,
  'other-tool': 0.08,
  'other-value': 0.06,
  shim: 0.15,
  radius: 0.1,
  direction: 0.1,
  diameter: 0.03,
  finder: 0.08,
  'part-display': 0.06,
  'common-shift': 0.04,
  rotation: 0.01,
  choice: 0.04,
  'swapped-readings': 0.02,
  sign: 0.05,
  'place-sign': 0.04,
  'unit-reading': 0.05,
  'unit-place': 0.03,
  'again-reading': 0.01,
  'again-place': 0.01,
  'point-reading': 0.04,
  'point-place': 0.02,
  'double-reading': 0.01,
  'double-place': 0.04,
  'swap-reading': 0.03,
  'swap-place': 0.02,
  'digit-reading': 0.01,
  'digit-place': 0.01,
  half: 0.04,
  'stock-place': 0.04,
}

/** Of a kind that is not in the list. */
export const RARE = 0.02

/** Entries that are off by what nobody can name: the part lies elsewhere, a chip, a figure that was misread. */
export const UNKNOWN = 0.06

/** What nobody can name may be off by a micrometre or by a metre, each size of it as likely as the next: ln 10\u2076 of them. */
export const SIZES = Math.log(1e6)
