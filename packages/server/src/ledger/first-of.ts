import { listed } from '@rook/core'

const MOST_NAMED = 8

/** The first of many names, and how many more there are. */
export function firstOf(names: readonly string[]): string {
  const more = names.length - MOST_NAMED
  return listed([...names.slice(0, MOST_NAMED), ...(more > 0 ? [`${more} more`] : [])])
}
