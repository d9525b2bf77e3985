export { otherReaches, reachOf, restingOn, totalReach, wearIn } from './reach.ts'
export { reachRegister } from './register.ts'
