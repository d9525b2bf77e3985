export { probeOnWall } from './one-wall.ts'
export { probeInRing } from './ring.ts'
export { sinceLast } from './repeats.ts'
