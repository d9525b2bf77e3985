import { nm } from '../length/index.ts'
import { rotationRegister } from '../register/index.ts'
import { contributorsTo, type Source } from '../uncertainty/index.ts'
import type { Write } from './sheet.ts'

/** Controls take a rotation to four decimals of a degree: a hundred millionths. */
const STEP = 100

/**
 * The rotation that goes into a slot together with its zero.
 * @param angle radians, counter-clockwise positive
 * @param sources causes of doubt whose third effect is on the angle, in radians a nanometre; none where it was given
 */
export function rotationWrite(slot: string, angle: number, sources: readonly Source[] = []): Write {
  const millionths = (radians: number) => ((radians * 180) / Math.PI) * 1_000_000
  const standard = millionths(Math.hypot(...contributorsTo(2, sources).map((one) => one.standard)))
  return {
    register: rotationRegister(slot),
    value: nm(Math.round(millionths(angle) / STEP) * STEP),
    state: 'set',
    uncertainty: sources.length > 0 ? { standard, expanded: nm(Math.ceil((2 * standard) / STEP) * STEP), contributors: [] } : null,
    assembly: null,
    rests: [],
    slips: [],
  }
}
