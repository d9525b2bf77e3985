import { numberOf, type RegisterRef } from '../register/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'

/** The tool that a tool register belongs to, by the numbers that the tools are called under. */
export function toolOfRegister(register: RegisterRef, scene: Pick<Scene, 'tools'>): MountedTool | null {
  return scene.tools.find((tool) => numberOf(tool, register) === register.slot) ?? null
}
