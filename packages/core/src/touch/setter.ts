import { minus, type Nm } from '../length/index.ts'

/**
 * The setter constant K: the machine Z at which the gauge line itself would stand on the setter's
 * surface (for lengths from the gauge line), or at which the reference tool touched it (for lengths as
 * differences). K = M − L, from a master of known length L touching at M.
 */
export function setterConstant(reading: Nm, masterLength: Nm): Nm {
  return minus(reading, masterLength)
}
