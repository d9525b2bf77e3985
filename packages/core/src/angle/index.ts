export { degreesOf, formatAngle, microdegrees, PER_DEGREE, radiansOf } from './angle.ts'
export type { Microdegrees } from './angle.ts'
export { readAngle } from './read.ts'
export type { AngleReading } from './read.ts'
