import type { GaugeFamily } from '@rook/core'
import * as z from 'zod/mini'
import { length, wholeOrNone, words } from '../../ui/shapes.ts'
import { FAMILIES } from './gauge-names.ts'

/** A new gauge: sizes in millimetres where no unit is typed. */
export const gaugeForm = z.object({
  name: words('Name: give the gauge a name.'),
  family: z.enum(Object.keys(FAMILIES) as [GaugeFamily, ...GaugeFamily[]]),
  size: length('Size', 'mm'),
  uncertainty: length('Standard uncertainty', 'mm'),
  intervalDays: wholeOrNone('Interval: whole days, or empty for none.'),
})
