export { parseRegisterKey, readRegisterKey, registerKey } from './key.ts'
export type { RegisterKey, RegisterRef } from './key.ts'
export { FAMILIES, TOOL_LINES, holdsLength, propertyOf, timesInDiameter } from './property.ts'
export type { ArmSide, Measure, PropertyRow, ProbeSide, RegisterFamily, RegisterLayer, RegisterProperty, ToolLine } from './property.ts'
export { atControl } from './in-control.ts'
export type { AtControl } from './in-control.ts'
export { firstOf, listed, registerName, registerNames } from './name.ts'
export {
  commonRegister,
  diameterRegister,
  expectedRegister,
  geometryRegister,
  geometryUnder,
  lengthRegister,
  noseRegister,
  PROBE_SIDES,
  probeRegister,
  rotationRegister,
  armRegister,
  setterAcross,
  setterCentre,
  setterRegister,
  stationCentre,
  stationDatum,
  tipRegister,
  wearOf,
  workRegister,
} from './make.ts'
export {
  CONVENTION_WORDS,
  hasColumn,
  hasRegister,
  KINDS,
  layoutOf,
  ofTool,
  reachRegister,
  registersOfSlot,
  registersOfTool,
} from './layout.ts'
export type { Column, Layout } from './layout.ts'
export { isCutter, isReach, numberOf, tiedToPart, zeroAxis } from './role.ts'
export { angleDecimals, asRegister, exactFigure, readRegister, stepOf } from './value.ts'
export type { RegisterReading } from './value.ts'
