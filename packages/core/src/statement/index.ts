export { deliberateZero } from './deliberate-zero.ts'
