import { formatAngle, type Microdegrees } from '../angle/index.ts'
import { asShown, type MachineRecord } from '../machine/index.ts'
import { angleDecimals } from '../register/index.ts'
import type { Readout } from '../routine/index.ts'

/** What has to be read, as the control shows it: "Z +1.800", "A 0.023\u00b0". */
export function readoutText(
  { axis, value, holds }: Pick<Readout, 'axis' | 'value' | 'holds'>,
  machine: Pick<MachineRecord, 'unit' | 'increment' | 'rotary'>,
): string {
  if (holds !== 'angle') return `${axis} ${asShown(value, machine, 'always')}`
  const step = machine.rotary.find((one) => one.axis === axis)?.increment ?? 1000
  return `${axis} ${formatAngle(value as number as Microdegrees, angleDecimals(step))}`
}
