import { geometryRegister, lengthRegister, type MachineRecord, type RegisterRef } from '../machine/index.ts'
import type { MountedTool } from '../scene/index.ts'

/** The register that holds how far a tool reaches in Z: length on a mill, geometry Z on a lathe. */
export function reachRegister(machine: Pick<MachineRecord, 'kind'>, tool: MountedTool): RegisterRef {
  return machine.kind === 'lathe' ? geometryRegister(tool.offset, 'Z') : lengthRegister(tool.offset)
}
