import type { Axis } from '../machine/index.ts'

export type Plane = 'XY' | 'ZX' | 'YZ'

/** Axes of a plane: the two it spans, seen so that the third looks at you, and the letters of an arc's centre in it. */
export const PLANES: Readonly<Record<Plane, { u: Axis; v: Axis; iu: string; iv: string }>> = {
  XY: { u: 'X', v: 'Y', iu: 'I', iv: 'J' },
  ZX: { u: 'Z', v: 'X', iu: 'K', iv: 'I' },
  YZ: { u: 'Y', v: 'Z', iu: 'J', iv: 'K' },
}
