export { setterConstantRoutine } from './setter-constant.ts'
export { toolLength } from './tool-length.ts'
export { turnedDiameter } from './turned-diameter.ts'
