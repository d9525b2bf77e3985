import { wrongRange, type GaugeFamily, type LengthUnit } from '@rook/core'
import * as z from 'zod/mini'
import { length, lengthOrNone, wholeOrNone, words } from '../../ui/shapes.ts'
import { FAMILIES } from './gauge-names.ts'

/** A gauge's record as it is typed. */
export interface GaugeTyped {
  name: string
  family: GaugeFamily
  size: string
  uncertainty: string
  least: string
  most: string
  intervalDays: string
}

type Range = Parameters<typeof wrongRange>[0]

/** A gauge's record. @param unit of a size where none is typed; uncertainties are written in millimetres everywhere */
export const gaugeForm = (unit: LengthUnit) =>
  z
    .object({
      name: words('Name: give the gauge a name.'),
      family: z.enum(Object.keys(FAMILIES) as [GaugeFamily, ...GaugeFamily[]]),
      size: length('Size', unit),
      uncertainty: length('Standard uncertainty', 'mm'),
      least: lengthOrNone('Least size', unit),
      most: lengthOrNone('Greatest size', unit),
      intervalDays: wholeOrNone('Interval: whole days, or empty for none.'),
    })
    .check(z.refine((said) => wrongRange(said) === null, { error: ({ input }) => wrongRange(input as Range) ?? undefined, path: ['most'] }))
