export { otherReaches, reachOf, restingOn, totalReach, touchingReach, wearIn } from './reach.ts'
