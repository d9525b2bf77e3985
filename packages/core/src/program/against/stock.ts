import { nm } from '../../length/index.ts'
import { asShown } from '../../machine/index.ts'
import { layoutOf } from '../../register/index.ts'
import type { Scene, StockBox } from '../../scene/index.ts'
import type { Extents, Span } from '../extents.ts'
import type { ProgramCheck, Found } from './finding.ts'

/** A drill comes out of a through hole by its point: cuts may go this far below the stock without a word, nanometres. */
const POINT = 8_000_000

/** What the program cuts against the stock in part coordinates. */
export const stock: ProgramCheck = ({ read, scene }) => {
  const box = scene.plan?.stock
  if (!box || layoutOf(scene.machine).stock !== 'block') return []
  return [
    ...withoutZ(read.extents),
    ...under(read.extents, box, scene),
    ...atRapid(read.extents, box, scene),
    ...beside(read.extents, box, scene),
  ]
}

const shownOn =
  ({ machine }: Scene) =>
  (value: number) =>
    asShown(nm(Math.round(value)), machine)

/** How deep it cuts is not in the program: a cycle or a drawing without heights. */
function withoutZ(all: readonly Extents[]): Found[] {
  const [first] = all.filter(({ feed }) => feed.X && feed.Y && !feed.Z)
  if (!first) return []
  return [
    {
      id: 'without-z',
      verdict: 'query',
      line: first.feed.X!.minLine,
      register: null,
      mend: 'look',
      sentence: `${first.tool === null ? 'It' : `T${first.tool}`} cuts, and no Z is known where it does: how deep is not checked here, nor can it be drawn.`,
    },
  ]
}

function under(all: readonly Extents[], { Z }: StockBox, scene: Scene): Found[] {
  const shown = shownOn(scene)
  return all.flatMap(({ tool, slot, feed }): Found[] => {
    if (!feed.Z || feed.Z.min >= Z.from - POINT) return []
    return [
      {
        id: `under ${tool} ${slot}`,
        verdict: 'query',
        line: feed.Z.minLine,
        register: null,
        mend: 'program',
        sentence: `T${tool} cuts down to Z ${shown(feed.Z.min)}, ${shown(Z.from - feed.Z.min)} below the stock: into what holds it, or the zero lies elsewhere.`,
      },
    ]
  })
}

function atRapid(all: readonly Extents[], { Z }: StockBox, scene: Scene): Found[] {
  const shown = shownOn(scene)
  return all.flatMap(({ tool, slot, into }): Found[] => {
    if (!into.Z || into.Z.min >= Z.to) return []
    return [
      {
        id: `rapid ${tool} ${slot}`,
        verdict: 'query',
        line: into.Z.minLine,
        register: null,
        mend: 'program',
        sentence: `T${tool ?? '?'} moves at rapid to Z ${shown(into.Z.min)}, below the top of the stock at ${shown(Z.to)}. Say that nothing is there.`,
      },
    ]
  })
}

/** All that is cut under one slot, whichever tool does it. */
function together(all: readonly Extents[], axis: 'X' | 'Y'): Map<string, Span> {
  const found = new Map<string, Span>()
  for (const { slot, feed } of all) {
    const span = feed[axis]
    if (!span || slot === null) continue
    const known = found.get(slot)
    found.set(slot, known ? { ...known, min: Math.min(known.min, span.min), max: Math.max(known.max, span.max) } : { ...span })
  }
  return found
}

/** A program that was written from another corner cuts beside the stock; the corner that would fit is named. */
function beside(all: readonly Extents[], box: StockBox, scene: Scene): Found[] {
  const [x, y] = [together(all, 'X'), together(all, 'Y')]
  return [...x].flatMap(([slot, across]): Found[] => {
    const along = y.get(slot)
    if (!along) return []
    const isOff = (span: Span, { from, to }: { from: number; to: number }) => misses(span, { from, to }) || overlap(span, from, to) < MOSTLY
    if (!isOff(across, box.X) && !isOff(along, box.Y)) return []
    const fits = CORNERS.find(([, moveX, moveY]) => fitsAt(across, box.X, moveX) && fitsAt(along, box.Y, moveY))
    const shown = shownOn(scene)
    return [
      {
        id: `beside ${slot}`,
        // A side is milled along its edge, half beside it: that cannot be meant where it misses the stock, or fits it from another corner.
        verdict: fits || misses(across, box.X) || misses(along, box.Y) ? 'stop' : 'query',
        line: across.minLine,
        register: null,
        mend: 'plan',
        sentence: `From ${slot} it cuts X ${shown(across.min)} to ${shown(across.max)}, Y ${shown(along.min)} to ${shown(along.max)}; the stock lies X ${shown(box.X.from)} to ${shown(box.X.to)}, Y ${shown(box.Y.from)} to ${shown(box.Y.to)}.${fits ? ` It would fit with part zero ${fits[0]}.` : ''}`,
      },
    ]
  })
}

const misses = ({ min, max }: Span, { from, to }: { from: number; to: number }): boolean => max < from || min > to

/** How much of a span lies within the stock, as a share of the smaller of the two. */
function overlap({ min, max }: Span, from: number, to: number): number {
  // A single hole has no width: it is over the stock, or it is not.
  if (max - min < 1) return min >= from && max <= to ? 1 : 0
  return (Math.min(max, to) - Math.max(min, from)) / Math.min(max - min, to - from)
}

/** So much of what is cut lies over the stock, or the zero is elsewhere. */
const MOSTLY = 0.6

type End = 'low' | 'middle' | 'high'
const CORNERS: readonly [string, End, End][] = [
  ['at the near left corner', 'low', 'low'],
  ['at the near right corner', 'high', 'low'],
  ['at the far left corner', 'low', 'high'],
  ['at the far right corner', 'high', 'high'],
  ['in the middle', 'middle', 'middle'],
]

/** Whether what is cut would cover the stock were part zero at that end of it. */
function fitsAt(span: Span, { from, to }: { from: number; to: number }, end: End): boolean {
  const zero = end === 'low' ? from : end === 'high' ? to : (from + to) / 2
  return overlap({ ...span, min: span.min + zero, max: span.max + zero }, from, to) > 0.9
}
