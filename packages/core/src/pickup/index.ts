export { edge } from './edge.ts'
export { face } from './face.ts'
