import type { PracticePanel, PracticeView } from '@rook/contract'
import { displayed } from './jog-steps.ts'

/** A rectangle of what is looked at, in machine coordinates, millimetres: to the right and up. */
export interface Frame {
  left: number
  right: number
  low: number
  high: number
}

export interface Shape {
  what: 'part' | 'setter' | 'jaw' | 'plate' | 'table' | 'hole' | 'bar' | 'chuck' | 'tool'
  name: string
  points: [right: number, up: number][]
}

/** One look at the machine. */
export interface Pane {
  id: 'above' | 'front' | 'side'
  name: string
  frame: Frame
  shapes: Shape[]
  /** Where the spindle stands, or the tip of a turning tool. */
  spindle: { right: number; up: number } | null
}

/** How much is looked at: all of it, or so many millimetres about the tip. */
export type Reach = 'all' | 'near'
const NEAR = 45
const AROUND = 15

type Solid = PracticeView['solids'][number]
type Box = Extract<Solid['section'], { kind: 'box' }>

/** Corners of a box that lies turned about its near left one. */
function cornersOf({ x, y, turned = 0 }: Box): [number, number][] {
  const [cos, sin] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)]
  const [along, across] = [x[1] - x[0], y[1] - y[0]]
  return [
    [0, 0],
    [along, 0],
    [along, across],
    [0, across],
  ].map(([dx, dy]) => [x[0] + dx! * cos - dy! * sin, y[0] + dx! * sin + dy! * cos])
}

const SIDES = 48
const circle = (x: number, y: number, diameter: number): [number, number][] =>
  [...Array(SIDES)].map((_, at) => {
    const turn = (2 * Math.PI * at) / SIDES
    return [x + (diameter / 2) * Math.cos(turn), y + (diameter / 2) * Math.sin(turn)]
  })

const rectangle = (left: number, low: number, right: number, high: number): [number, number][] => [
  [left, low],
  [right, low],
  [right, high],
  [left, high],
]

/** Plates lie under the rest, and the tool hangs over it. */
const ORDER: readonly Solid['what'][] = ['plate', 'jaw', 'part', 'setter']
const fromBelow = (solids: readonly Solid[]) => [...solids].sort((one, other) => ORDER.indexOf(one.what) - ORDER.indexOf(other.what))

function fromAbove({ name, what, section }: Solid): Shape[] {
  if (section.kind === 'round') return [{ what, name, points: circle(section.x, section.y, section.diameter) }]
  const holes = (section.bores ?? []).map((bore): Shape => ({ what: 'hole', name, points: circle(bore.x, bore.y, bore.diameter) }))
  return [{ what, name, points: cornersOf(section) }, ...holes]
}

function spanOf(section: Solid['section']): [number, number] {
  if (section.kind === 'round') return [section.x - section.diameter / 2, section.x + section.diameter / 2]
  const rights = cornersOf(section).map(([right]) => right)
  return [Math.min(...rights), Math.max(...rights)]
}

function fromFront({ name, what, section, bottom, top }: Solid): Shape {
  const [left, right] = spanOf(section)
  return { what, name, points: rectangle(left, bottom, right, top) }
}

const wider = ({ left, right, low, high }: Frame, by: number): Frame => ({
  left: left - by,
  right: right + by,
  low: low - by,
  high: high + by,
})
const about = (right: number, up: number): Frame => ({ left: right - NEAR, right: right + NEAR, low: up - NEAR, high: up + NEAR })

/** A mill from above and from the front: what stands on its table, and what hangs from its spindle. */
function millPanes({ view, travels, places }: PracticePanel, reach: Reach): Pane[] {
  const { tool, table } = view
  const [x, y, z] = [travels.X!, travels.Y!, travels.Z!]
  const floor = Math.min(table ?? z.min, ...view.solids.map(({ bottom }) => bottom))
  const whole = { left: x.min, right: x.max, low: y.min, high: y.max }
  const upright = { left: x.min, right: x.max, low: floor, high: z.max }
  const from = fromBelow(view.solids)
  const near = reach === 'near' && tool
  const hanging: Shape[] = tool ? [{ what: 'tool', name: tool.name, points: circle(tool.x, tool.y, tool.diameter) }] : []
  const standing: Shape[] = tool
    ? [{ what: 'tool', name: tool.name, points: rectangle(tool.x - tool.diameter / 2, tool.tip, tool.x + tool.diameter / 2, tool.gauge) }]
    : []
  const at = (axis: string) => places.find((one) => one.axis === axis)!.machine
  const above: Shape = { what: 'table', name: 'the table', points: rectangle(x.min, y.min, x.max, y.max) }
  const bed: Shape = { what: 'table', name: 'the table', points: rectangle(x.min - AROUND, floor - AROUND, x.max + AROUND, floor) }
  return [
    {
      id: 'above',
      name: 'From above',
      frame: near ? about(tool.x, tool.y) : wider(whole, AROUND),
      shapes: [above, ...from.flatMap(fromAbove), ...hanging],
      spindle: { right: at('X'), up: at('Y') },
    },
    {
      id: 'front',
      name: 'From the front',
      frame: near ? about(tool.x, tool.tip) : wider(upright, AROUND),
      shapes: [bed, ...from.map(fromFront), ...standing],
      spindle: { right: at('X'), up: tool?.tip ?? at('Z') },
    },
  ]
}

/** How long a tip is drawn, and how far a chuck stands out beyond what it holds. */
const [TIP, JAWS] = [14, 40]

/** A lathe along its axis: chuck on the left, bar, and the tip over it; X counts up from the axis as a radius. */
function lathePanes({ view }: PracticePanel, reach: Reach): Pane[] {
  const { bar, tool } = view
  if (!bar) return []
  const largest = Math.max(...bar.turned.map(({ diameter }) => diameter)) / 2
  const frame = { left: bar.jaws - 50, right: bar.face + 60, low: -largest - JAWS, high: largest + JAWS + 20 }
  const shapes: Shape[] = [
    { what: 'chuck', name: 'the chuck', points: rectangle(bar.jaws - 60, -largest - JAWS, bar.jaws, largest + JAWS) },
    ...bar.turned.map(({ from, to, diameter }): Shape => ({
      what: 'bar',
      name: 'the bar',
      points: rectangle(to, -diameter / 2, from, diameter / 2),
    })),
    ...(tool
      ? [
          {
            what: 'tool' as const,
            name: tool.name,
            points: [
              [tool.tip, tool.x],
              [tool.tip + TIP / 2, tool.x + TIP],
              [tool.tip + TIP, tool.x + TIP / 3],
            ] as [number, number][],
          },
        ]
      : []),
  ]
  return [{ id: 'side', name: 'Along the axis', frame: reach === 'near' && tool ? about(tool.tip, tool.x) : frame, shapes, spindle: null }]
}

export const panesOf = (panel: PracticePanel, reach: Reach): Pane[] =>
  panel.kind === 'lathe' ? lathePanes(panel, reach) : millPanes(panel, reach)

/** A millimetre, or a tenth of an inch. */
const ABOUT = { mm: 1, in: 2.54 } as const

/** Where the middle of each thing is, as one would say it who stands before the machine, in the unit of its displays. */
export function placesOf({ view, kind, unit }: PracticePanel): { name: string; where: string }[] {
  const whole = (value: number) => displayed(value, unit, ABOUT[unit])
  if (kind === 'lathe')
    return view.bar ? [{ name: 'the bar', where: `face at Z ${whole(view.bar.face)}, jaws at Z ${whole(view.bar.jaws)}` }] : []
  return view.solids
    .filter(({ what }) => what === 'part' || what === 'setter')
    .map(({ name, section, top }) => {
      const [x, y] =
        section.kind === 'round'
          ? [section.x, section.y]
          : [0, 1].map((axis) => cornersOf(section).reduce((sum, corner) => sum + corner[axis]!, 0) / 4)
      return { name, where: `X ${whole(x!)}, Y ${whole(y!)}, top at ${whole(top)}` }
    })
}

/** What lies outside a frame, as words: a tool that is somewhere else. */
export function outside({ shapes, frame }: Pane): boolean {
  const tool = shapes.find(({ what }) => what === 'tool')
  return (
    tool !== undefined && tool.points.every(([right, up]) => right < frame.left || right > frame.right || up < frame.low || up > frame.high)
  )
}
