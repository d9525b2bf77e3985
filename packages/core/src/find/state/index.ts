export { copiedOffset } from './copied-offset.ts'
export { deliberateZero } from './deliberate-zero.ts'
