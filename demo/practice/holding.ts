import type { Solid } from '@rook/practice/spec'
import { mm, type Holding, type Nm } from '@rook/core'

const inMm = (length: Nm): number => length / 1_000_000

/** How high over the table work lies where its record does not say. */
const USUAL = mm(60)
/** How far a plate goes beyond the work on it; how thick a jaw is, and how wide at the most. */
const [BEYOND, THICK, WIDE] = [25, 22, 110]

/** How high over the table the work lies. */
export function baseOf(holding: Holding | undefined): number {
  if (holding?.kind === 'plate') return inMm(holding.thickness ?? USUAL)
  if (holding?.kind === 'clamps') return inMm(holding.parallels ?? USUAL)
  if (holding?.kind === 'vise' && holding.bed != null) return inMm(holding.bed) + inMm(holding.parallels ?? mm(0))
  return inMm(USUAL)
}

type Upright = Solid & { section: { kind: 'box' } }

/** What holds the work of an operation: the plate under all of it, or the jaws on both sides of it. */
export function holdingSolids(holding: Holding | undefined, parts: readonly Solid[], table: number): Solid[] {
  const boxes = parts.filter((part): part is Upright => part.section.kind === 'box')
  if (boxes.length === 0 || !holding) return []
  const [left, right] = [Math.min(...boxes.map(({ section }) => section.x[0])), Math.max(...boxes.map(({ section }) => section.x[1]))]
  const [near, far] = [Math.min(...boxes.map(({ section }) => section.y[0])), Math.max(...boxes.map(({ section }) => section.y[1]))]
  const bottom = boxes[0]!.bottom
  if (holding.kind === 'plate')
    return [
      {
        name: 'the plate',
        what: 'plate',
        section: { kind: 'box', x: [left - BEYOND, right + BEYOND], y: [near - BEYOND, far + BEYOND] },
        bottom: table,
        top: bottom,
      },
    ]
  if (holding.kind !== 'vise') return []
  const top = bottom + inMm(holding.grip ?? mm(5))
  const wide = Math.min(WIDE, (right - left) / holding.count)
  const middles = [...Array(holding.count)].map((_, at) => left + ((at + 0.5) * (right - left)) / holding.count)
  return middles.flatMap((middle): Solid[] => {
    const x = [middle - wide / 2, middle + wide / 2] as const
    const jaw = (y: readonly [number, number], name: string): Solid => ({
      name,
      what: 'jaw',
      section: { kind: 'box', x, y },
      bottom: table,
      top,
    })
    const isFixed = (side: string) => (holding.fixedJaw === side ? 'the fixed jaw' : 'the moving jaw')
    return [jaw([near - THICK, near], isFixed('Y-')), jaw([far, far + THICK], isFixed('Y+'))]
  })
}
