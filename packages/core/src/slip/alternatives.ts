import type { Alternative } from './alternative.ts'
import type { Given } from './given.ts'
import { unasked } from './kinds/between.ts'
import { choices } from './kinds/choices.ts'
import { displays } from './kinds/displays.ts'
import { figures } from './kinds/figures.ts'
import { shifts } from './kinds/shifts.ts'
import { stockPlaces } from './kinds/stock-places.ts'
import { placesSwapped, readingsSwapped } from './kinds/swapped.ts'

/** Every kind of thing that goes wrong in what is given. A new one is a file and a line here. */
const KINDS: readonly ((given: Given) => Alternative[])[] = [
  figures,
  choices,
  unasked,
  displays,
  readingsSwapped,
  placesSwapped,
  shifts,
  stockPlaces,
]

/**
 * Every single thing that may have been otherwise in what a person gave and in the records it was worked out with: each figure as it
 * may have been meant, each choice against the others, the display that was read, shifts that were on or off.
 */
export const alternativesOf = (given: Given): Alternative[] => KINDS.flatMap((kind) => kind(given))
