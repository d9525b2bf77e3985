import { isToScale, type Drawing } from '@rook/core'

/** How many times too large something is drawn, so that it can be seen. */
export interface Magnified {
  deviations: number
  turn: number
}

/** What the picture shows, from where, and how far its sizes can be believed. */
export function captionOf(drawing: Drawing, { deviations, turn }: Magnified, fall: { size: number } | null): string {
  const times = (word: string, factor: number) => (factor > 1 ? `; ${word} ${factor.toLocaleString('en-GB')} times too large` : '')
  const falls = fall ? `; falls ${fall.size.toFixed(3)} over 100` : ''
  return `${fromWhere(drawing)}, ${believed(drawing)}${times('deviations', deviations)}${times('turn', turn)}${falls}`
}

function fromWhere({ view, turns, section }: Drawing): string {
  if (section) return 'cut through'
  if (view === 'above') return 'seen from above'
  if (view === 'along') return 'seen along the spindle'
  return turns ? 'the bar from the side' : 'seen from the front'
}

function believed(drawing: Drawing): string {
  const { solids, toScale, section, holding } = drawing
  if (section) return 'sizes as given; the rest of the part is assumed'
  if (isToScale(drawing)) return holding ? 'to scale but for what holds it' : 'to scale'
  return solids[0]?.kind === 'stock' && (solids[0].nominal || !toScale) ? 'stock size not on record' : 'not to scale'
}
