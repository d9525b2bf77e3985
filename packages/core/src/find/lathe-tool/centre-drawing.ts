import type { Drawing } from '../../drawing/index.ts'
import { mm, nm, type Nm } from '../../length/index.ts'

/** What is swept is drawn by a usual size; how far it lies off the axis is drawn many times larger, and said. */
const [RADIUS, SHOWN] = [mm(10), mm(3)]

/** The station's bore or bar seen along the spindle: the axis in the middle, what is swept beside it. */
export function centreDrawing({ hole, off, number }: { hole: boolean; off: Nm | null; number: string | null }): Drawing {
  const by = off === null ? 0 : Math.sign(off) * SHOWN
  const centre = { x: nm(0), y: nm(by) }
  const sweep = nm(hole ? RADIUS - SHOWN : RADIUS + SHOWN)
  return {
    view: 'along',
    horizontal: 'Y',
    vertical: 'X',
    toScale: false,
    zeroName: 'spindle axis',
    solids: [],
    touches: [],
    surfaces: [],
    formerZero: null,
    rounds: [
      { kind: 'wall', centre, radius: RADIUS, label: number === null ? 'station' : `station ${number}` },
      { kind: 'fitted', centre: { x: nm(0), y: nm(0) }, radius: sweep },
    ],
  }
}
