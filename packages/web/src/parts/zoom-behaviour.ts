import { select } from 'd3-selection'
import { zoom as zoomBehaviour, zoomIdentity } from 'd3-zoom'

/** Where a drawing stands: its scale and its shift in pixels, and both as an SVG attribute says them. */
export interface Placed {
  k: number
  x: number
  y: number
  toString(): string
}

/** Wheel, drag and pinch on a picture, and the same three moves for buttons and keys. */
export function attachZoom(picture: SVGSVGElement, moved: (to: Placed) => void, extent: [number, number] = [0.5, 40]) {
  const behaviour = zoomBehaviour<SVGSVGElement, unknown>()
    .scaleExtent(extent)
    .on('zoom', (event: { transform: Placed }) => moved(event.transform))
  const selected = select<SVGSVGElement, unknown>(picture)
  selected.call(behaviour).on('dblclick.zoom', null)
  return {
    by: (factor: number) => selected.call(behaviour.scaleBy, factor),
    move: (x: number, y: number) => selected.call(behaviour.translateBy, x, y),
    whole: () => selected.call(behaviour.transform, zoomIdentity),
    detach: () => selected.on('.zoom', null),
  }
}
