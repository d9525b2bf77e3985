import type { Assembly } from '../assembly/index.ts'
import type { GaugeFamily } from '../gauge/index.ts'
import type { Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import type { Holding } from '../scene/index.ts'

/** A point in the plane of the view, part coordinates, nanometres. `x` to the right, `y` up. */
export interface Point {
  x: Nm
  y: Nm
}

export interface Box {
  min: Point
  max: Point
}

/** Something that touches: where its centre (or tip) stands, how big it is, and which way it moved. */
export interface TouchMark {
  at: Point
  /** Point on the surface that it touches. */
  contact: Point
  /** Unit vector of the motion in the view's plane. */
  toward: { x: number; y: number }
  /** Radius of the circle drawn for it; null for a tool tip. */
  radius: Nm | null
  label: string
  /** Asked for now. */
  lit: boolean
  /** Its reading is there. */
  done?: boolean
  /** How far it has turned with the part about part zero, radians: its place is as it was before. */
  turn?: number
}

/** A thing drawn with its outline: stock, shim, block, setter, table. */
export interface Solid {
  kind: 'stock' | 'shim' | 'setter' | 'table' | 'tool'
  box: Box
  label?: string
  /** True where no figure says how big it is: it stands for the thing, and the picture is not to scale. */
  nominal?: boolean
  /** For a tool: what its outline is drawn from, its tip in the middle of the lower edge. */
  tool?: Pick<Assembly, 'kind' | 'properties'>
  /** For a turning tool that touches nothing: where its corner stands. */
  corner?: Point
}

/** What touches, as far as a picture needs it. */
export interface DrawnFinder {
  family: GaugeFamily
  name: string
  /** Diameter of its ball, tip or pin, nanometres. */
  size: Nm
}

/** A distance between two places, with its figure written on it. */
export interface Dimension {
  from: Point
  to: Point
  label: string
  kind: 'wanted' | 'measured'
}

/** A round thing: a bore or pin, or the circle that was fitted. */
export interface Round {
  kind: 'wall' | 'fitted'
  centre: Point
  radius: Nm
  label?: string
}

/** A closed outline of any shape: one part of a grid, a turned block. */
export interface Outline {
  kind: 'part' | 'turned'
  points: Point[]
  label?: string
  /** How far it is turned about part zero, radians counterclockwise: its points are as they were before. */
  turn?: number
}

/** The line of a touched surface, in part coordinates along one axis of the view. */
export interface Surface {
  axis: Axis
  at: Nm
  label: string
}

/** A place on the part with its coordinates written beside it. */
export interface Mark {
  at: Point
  label: string
}

/** How far a touch or feature lies from where the fit puts it, drawn many times too large. */
export interface Deviation {
  from: Point
  /** As it is, in nanometres; the drawing magnifies it. */
  by: { x: number; y: number }
}

/** One cutting edge of a tool that is measured edge by edge. */
export interface EdgeMark {
  /** 1 is the edge that is read first. */
  edge: number
  /** How far it falls behind the edge that stands out furthest; null while one is missing. */
  behind: Nm | null
  /** True where its reading makes the result. */
  counts: boolean
  read: boolean
}

/** True when everything in the picture is as big as it says. */
export const isToScale = ({ toScale, solids }: Pick<Drawing, 'toScale' | 'solids'>): boolean =>
  toScale && solids.every(({ nominal }) => !nominal)

/** What the drawing pane shows, to scale, in part coordinates. */
export interface Drawing {
  /** `above`: X right, Y away from the operator. `front`: X right, Z up; on a lathe Z right, X up. `along` a lathe’s spindle: Y right, X up. */
  view: 'above' | 'front' | 'along'
  horizontal: Axis
  vertical: Axis
  solids: Solid[]
  touches: TouchMark[]
  /** Where the last known zero lies as seen from the new one; null when it is unset or not known yet. */
  formerZero: Point | null
  surfaces: Surface[]
  rounds?: Round[]
  outlines?: Outline[]
  marks?: Mark[]
  deviations?: Deviation[]
  /** Fall of a face in millimetres per 100 mm along X and Y. */
  tilt?: { x: number; y: number }
  /** The edges of the tool, as seen from the spindle, drawn beside the rest. */
  edges?: EdgeMark[]
  /** What touches the sides, and what lies between. */
  finder?: DrawnFinder
  between?: { thickness: Nm; label: string }
  /** How the work is held. */
  holding?: Holding
  dimensions?: Dimension[]
  /** True where the work is shown cut through: sizes across are true, what is not on record is assumed. */
  section?: boolean
  /** What the origin is, where it is not part zero. */
  zeroName?: string
  /** True for work that turns about the horizontal axis through part zero: a lathe's bar. */
  turns?: boolean
  /** False when a size that the picture is drawn by is not on record; what stands for a thing is `nominal` by itself. */
  toScale: boolean
}
