export { MISTAKES } from './mistakes.ts'
export type { MistakeId } from './mistakes.ts'
