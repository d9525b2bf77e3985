export { setterSides } from './setter-side.ts'
export { toolDiameter } from './tool-diameter.ts'
export { toolLength } from './tool-length.ts'
