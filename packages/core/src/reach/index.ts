export { otherReaches, reachOf, restingOn, totalReach, wearIn } from './reach.ts'
