export { otherReaches, reachOf, restingOn, totalReach, touchingReach, wearIn, wearLine, wearOn } from './reach.ts'
