export { probeOnWall } from './one-wall.ts'
export { probeInRing } from './ring.ts'
