export { asShown, axesOf } from './record.ts'
export type { Axis, MachineKind, MachineRecord, Travel, WorkSlot } from './record.ts'
export { geometryRegister, lengthRegister, parseRegisterKey, registerKey, registerName, setterRegister, workRegister } from './register.ts'
export type { RegisterFamily, RegisterKey, RegisterLayer, RegisterProperty, RegisterRef } from './register.ts'
