export { armConstant } from './arm-constant.ts'
export { probeOnWall } from './one-wall.ts'
export { probeInRing } from './ring.ts'
export { setterConstantRoutine } from './setter-constant.ts'
