import { nm } from '../../length/index.ts'
import { limitOf } from '../../limits/index.ts'
import { isCutter, timesInDiameter } from '../../register/index.ts'
import type { RecordSource } from './source.ts'

/** What is left of a limit for the standard uncertainty of what it allows: three of them reach it. */
const REACHES = 3

/** A cutter's diameter as its record has it (DC), in the diameters or radii that the register holds. */
export const cutterAsMade: RecordSource = ({ register, assembly }, { tools, machine }) => {
  const perDiameter = timesInDiameter(register, machine)
  if (register.layer !== 'geometry' || !isCutter(register) || perDiameter === null) return null
  const DC = tools.find((tool) => tool.assembly === assembly)?.properties.DC
  if (DC === undefined) return null
  const limit = limitOf(machine, 'nominalOff') / perDiameter
  return { value: nm(Math.round(DC / perDiameter)), standard: limit / REACHES, limit, source: 'DC on its record', isSaid: true }
}
