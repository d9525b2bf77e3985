import type { Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'

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
  /** Unit step of the motion in the view's plane. */
  toward: { x: -1 | 0 | 1; y: -1 | 0 | 1 }
  /** Radius of the circle drawn for it; null for a tool tip. */
  radius: Nm | null
  label: string
  /** Asked for now. */
  lit: boolean
}

/** A thing drawn with its outline: stock, shim, block, setter, table. */
export interface Solid {
  kind: 'stock' | 'shim' | 'setter' | 'table' | 'tool'
  box: Box
  label?: string
}

/** What the drawing pane shows, to scale, in part coordinates. */
export interface Drawing {
  /** `above`: X right, Y away from the operator. `front`: X right, Z up. */
  view: 'above' | 'front'
  horizontal: Axis
  vertical: Axis
  solids: Solid[]
  touches: TouchMark[]
  /** Where the last known zero lies as seen from the new one; null when it is unset or not known yet. */
  formerZero: Point | null
  /** The line of the touched surface, in part coordinates along one axis of the view. */
  surface: { axis: Axis; at: Nm; label: string } | null
  /** False when the stock's size is not on record and a plain block stands for it. */
  toScale: boolean
}
