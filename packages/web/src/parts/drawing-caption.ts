import { isToScale, type Drawing } from '@rook/core'

/** What the picture shows, from where, and how far its sizes can be believed. */
export function captionOf(drawing: Drawing, magnified: number, fall: { size: number } | null): string {
  const { view, turns, toScale, solids } = drawing
  const from = view === 'above' ? 'seen from above' : turns ? 'the bar from the side' : 'seen from the front'
  const unsized = solids[0]?.kind === 'stock' && (solids[0].nominal || !toScale) ? 'stock size not on record' : 'not to scale'
  const many = magnified > 1 ? `; deviations ${magnified.toLocaleString('en-GB')} times too large` : ''
  const falls = fall ? `; falls ${fall.size.toFixed(3)} over 100` : ''
  return `${from}, ${isToScale(drawing) ? 'to scale' : unsized}${many}${falls}`
}
