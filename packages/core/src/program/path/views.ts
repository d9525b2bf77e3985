import type { Axis, MachineKind } from '../../machine/index.ts'

/** A way to look at a path: which axis goes to the right, which goes up. */
export interface PathView {
  id: 'above' | 'front' | 'side' | 'turned'
  /** Where one stands: "from above". */
  name: string
  right: Axis
  up: Axis
}

/** Right-handed axes (ISO 841): from above X right and Y up, from the operator's side X and Z, from the right Y and Z. */
const MILL: readonly PathView[] = [
  { id: 'above', name: 'from above', right: 'X', up: 'Y' },
  { id: 'front', name: 'from the front', right: 'X', up: 'Z' },
  { id: 'side', name: 'from the right', right: 'Y', up: 'Z' },
]

/** A lathe is looked at across its axis: Z to the right, X up as a radius. */
const LATHE: readonly PathView[] = [{ id: 'turned', name: 'across the axis', right: 'Z', up: 'X' }]

const VIEWS: Readonly<Record<MachineKind, readonly PathView[]>> = { mill: MILL, lathe: LATHE }

export const pathViews = (kind: MachineKind): readonly PathView[] => VIEWS[kind]

/** Which of the three numbers of a place an axis is. */
export const placeOf: Readonly<Record<Axis, 0 | 1 | 2>> = { X: 0, Y: 1, Z: 2 }
