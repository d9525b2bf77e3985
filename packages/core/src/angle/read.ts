import { nm, readLength, type LengthReading } from '../length/index.ts'
import { PER_DEGREE, type Microdegrees } from './angle.ts'

export type AngleReading = { kind: 'empty' } | { kind: 'angle'; value: Microdegrees } | { kind: 'refused'; sentence: string }

/**
 * Reads an angle in degrees as a person types it: `0.25`, `-1/4`, `0,1°`. Within one turn either way.
 * Degrees in a millionth are read with the same rules as millimetres in a nanometre, which they resemble.
 */
export function readAngle(text: string, name: string): AngleReading {
  const bare = text.trim().replace(/\s*(\u00b0|deg)$/i, '')
  if (/[a-z'"]/i.test(bare)) return { kind: 'refused', sentence: `${name}: write the angle in degrees, such as 0.25.` }
  const reading: LengthReading = readLength(bare, { name, unit: 'mm', grid: nm(1) })
  switch (reading.kind) {
    case 'empty':
      return { kind: 'empty' }
    case 'refused':
      return { kind: 'refused', sentence: reading.sentence }
    default:
      return Math.abs(reading.value) > 360 * PER_DEGREE
        ? { kind: 'refused', sentence: `${name}: more than one turn; look for a lost decimal point.` }
        : { kind: 'angle', value: reading.value as number as Microdegrees }
  }
}
