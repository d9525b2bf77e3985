/** What a step plans is this many times as likely to have been there as another thing of its kind, where another was chosen. */
export const PLANNED_TIMES = 30

/** Entries that are off by what nobody can name: the part lies elsewhere, a chip, a figure that was misread. */
export const UNKNOWN = 0.06

/** What nobody can name may be off by a micrometre or by a metre, each size of it as likely as the next: ln 10\u2076 of them. */
export const SIZES = Math.log(1e6)

/** A chip, a burr or a fleck of coolant under what touches along Z: how often, and how thick it is, nanometres. */
export const CHIP = { likely: 0.1, from: 30_000, to: 500_000 }
