import type { RegisterRef } from '../machine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'

/** True for the registers of a cutter's diameter, which a program calls by their own number. */
export const isAcross = ({ property }: RegisterRef): boolean => property === 'diameter' || property === 'radius'

/** The tool that a tool register belongs to, by the numbers that the tools are called under. */
export function toolOfRegister(register: RegisterRef, scene: Pick<Scene, 'tools'>): MountedTool | null {
  return scene.tools.find((tool) => (isAcross(register) ? tool.diameterOffset : tool.offset) === register.slot) ?? null
}
