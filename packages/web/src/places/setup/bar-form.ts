import type { LengthUnit } from '@rook/core'
import * as z from 'zod/mini'
import { length, lengthOrNone } from '../../ui/shapes.ts'

export const BAR_FIELDS = {
  part: 'Length of the part',
  facing: 'Faced off',
  parting: 'Parting blade, wide',
  clearance: 'Clear before the jaws',
  diameter: 'Diameter of the bar',
  piece: 'Length of the piece, if sawn',
} as const

export type BarForm = Record<keyof typeof BAR_FIELDS, string> & { tailstock: boolean }

const atLeastZero = (name: string, unit: LengthUnit) => length(name, unit).check(z.refine((value) => value >= 0, `${name}: zero or more.`))
const aboveZero = (name: string, unit: LengthUnit) => length(name, unit).check(z.refine((value) => value > 0, `${name}: more than zero.`))

/** What a bar part needs, as it is typed; the piece may be left out where the bar comes through the spindle. */
export const barShape = (unit: LengthUnit) =>
  z.object({
    part: aboveZero(BAR_FIELDS.part, unit),
    facing: atLeastZero(BAR_FIELDS.facing, unit),
    parting: atLeastZero(BAR_FIELDS.parting, unit),
    clearance: atLeastZero(BAR_FIELDS.clearance, unit),
    diameter: aboveZero(BAR_FIELDS.diameter, unit),
    piece: lengthOrNone(BAR_FIELDS.piece, unit),
    tailstock: z.boolean(),
  })
