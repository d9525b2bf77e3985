import { plainFigure, type Holding, type LengthUnit, type Nm, type StockSide } from '@rook/core'
import * as z from 'zod/mini'
import { lengthOrNone } from '../../ui/shapes.ts'

/** How the work is held, as it is typed. */
export interface HoldingForm {
  kind: Holding['kind'] | ''
  count: number
  fixedJaw: StockSide
  grip: string
  parallels: string
  bed: string
  thickness: string
  stickOut: string
}

export const HELD_IN: Readonly<Record<Holding['kind'], string>> = {
  vise: 'a vise',
  plate: 'a fixture or plate',
  clamps: 'clamps, on the table',
  chuck: 'a chuck',
  collet: 'a collet',
}

export const SIDE_WORDS: Readonly<Record<StockSide, string>> = {
  'Y+': 'far side',
  'Y-': 'near side',
  'X-': 'left side',
  'X+': 'right side',
}

const plain = (value: Nm | null | undefined, unit: LengthUnit) => (value == null ? '' : plainFigure(value, unit))

export function holdingFormOf(holding: Holding | null, unit: LengthUnit): HoldingForm {
  const sizes = (holding ?? {}) as Partial<Record<'grip' | 'parallels' | 'bed' | 'thickness' | 'stickOut', Nm | null>>
  return {
    kind: holding?.kind ?? '',
    count: holding?.kind === 'vise' ? holding.count : 1,
    fixedJaw: holding?.kind === 'vise' ? holding.fixedJaw : 'Y+',
    grip: plain(sizes.grip, unit),
    parallels: plain(sizes.parallels, unit),
    bed: plain(sizes.bed, unit),
    thickness: plain(sizes.thickness, unit),
    stickOut: plain(sizes.stickOut, unit),
  }
}

/** A height or distance that is more than zero, or not said. */
const above = (name: string, unit: LengthUnit) =>
  lengthOrNone(name, unit).check(z.refine((value) => value === null || value > 0, `${name}: more than zero, or left empty.`))

/** What the form says; figures of another way of holding are dropped. */
export const holdingShape = (unit: LengthUnit) =>
  z.pipe(
    z.object({
      kind: z.enum(['', 'vise', 'plate', 'clamps', 'chuck', 'collet']),
      count: z.int().check(z.minimum(1), z.maximum(4)),
      fixedJaw: z.enum(['X-', 'X+', 'Y-', 'Y+']),
      grip: above('The jaws grip', unit),
      parallels: above('Parallels', unit),
      bed: above('Bed of the jaws', unit),
      thickness: above('Thickness of the fixture', unit),
      stickOut: above('Stands out of the jaws', unit),
    }),
    z.transform(({ kind, count, fixedJaw, grip, parallels, bed, thickness, stickOut }): Holding | null => {
      if (kind === '') return null
      if (kind === 'vise') return { kind, count, fixedJaw, grip, parallels, bed }
      if (kind === 'plate') return { kind, thickness }
      return kind === 'clamps' ? { kind, parallels } : { kind, stickOut }
    }),
  )
