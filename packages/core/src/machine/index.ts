export { asShown, axesOf, zSense } from './record.ts'
export { MACHINE_KINDS } from './record.ts'
export type { Axis, MachineKind, MachineRecord, RotaryAxis, RotaryRecord, SpindleName, Travel, Turret, WorkSlot } from './record.ts'
