export { otherReaches, reachOf, restingOn } from './reach.ts'
export { reachRegister } from './register.ts'
