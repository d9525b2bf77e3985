export { asShown, axesOf } from './record.ts'
export type { Axis, MachineKind, MachineRecord, Travel, WorkSlot } from './record.ts'
export {
  asRegister,
  commonRegister,
  diameterRegister,
  expectedRegister,
  geometryRegister,
  holdsAngle,
  lengthRegister,
  listed,
  parseRegisterKey,
  PROBE_SIDES,
  probeRegister,
  registerKey,
  registerName,
  registerNames,
  rotationRegister,
  setterAcross,
  setterCentre,
  setterRegister,
  wearOf,
  workRegister,
} from './register.ts'
export type { ProbeSide, RegisterFamily, RegisterKey, RegisterLayer, RegisterProperty, RegisterRef } from './register.ts'
