import type { Drawing, TouchMark } from '../../drawing/index.ts'
import { mm, nm, type Nm } from '../../length/index.ts'

/** What is drawn where a size is not given. */
const [BAR, CUTTER] = [mm(30), mm(10)]

interface Sides {
  bar: Nm | null
  cutter: Nm | null
  given: readonly { direction: 1 | -1; read: boolean }[]
}

/** The bar seen along the spindle, Y to the right and X up, with the cutter at each side that is touched. */
export function yDrawing({ bar, cutter, given }: Sides): Drawing {
  const [half, radius] = [
    nm(Math.round((bar !== null && bar > 0 ? bar : BAR) / 2)),
    nm(Math.round((cutter !== null && cutter > 0 ? cutter : CUTTER) / 2)),
  ]
  const next = given.find(({ read }) => !read)
  return {
    view: 'along',
    horizontal: 'Y',
    vertical: 'X',
    toScale: bar !== null && cutter !== null,
    zeroName: 'spindle axis',
    solids: [],
    surfaces: [],
    formerZero: null,
    rounds: [{ kind: 'wall', centre: { x: nm(0), y: nm(0) }, radius: half, label: 'bar' }],
    touches: given.map((one): TouchMark => ({
      at: { x: nm(-one.direction * (half + radius)), y: nm(0) },
      contact: { x: nm(-one.direction * half), y: nm(0) },
      toward: { x: one.direction, y: 0 },
      radius,
      label: `moving Y${one.direction === 1 ? '+' : '\u2212'}`,
      lit: one === next,
      done: one.read,
    })),
  }
}
