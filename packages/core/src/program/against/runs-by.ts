import {
  commonRegister,
  diameterRegister,
  geometryRegister,
  layoutOf,
  reachRegister,
  registerKey,
  wearOf,
  workRegister,
} from '../../register/index.ts'
import { axesOf } from '../../machine/index.ts'
import type { RegisterKey, RegisterRef } from '../../register/index.ts'
import type { MountedTool } from '../../scene/index.ts'
import { calledTool } from '../../tool/index.ts'
import type { Against } from './finding.ts'

/** A tool that cuts, with the first line that calls it; null where only the plan says so. */
export interface RunTool {
  called: string
  tool: MountedTool
  line: number | null
}

/** Tools that will cut and that sit in the machine. */
export function toolsRun({ calls, scene }: Against): RunTool[] {
  return calls.tools.flatMap(({ number, lines }) => {
    const { tool } = calledTool(scene, number)
    return tool ? [{ called: number, tool, line: lines[0] ?? null }] : []
  })
}

/** Slots that it works in, each with the first line that calls it. */
export const slotsRun = ({ calls }: Against): { slot: string; line: number | null }[] =>
  calls.slots.map(({ slot, line }) => ({ slot, line: line || null }))

/** What a tool reaches by: its length, or X and Z of its pair. */
export function reachesOf({ tool }: RunTool, { scene: { machine } }: Against): RegisterRef[] {
  return layoutOf(machine).countsLengths
    ? [reachRegister(machine, tool)]
    : (['X', 'Z'] as const).map((axis) => geometryRegister(tool.offset, axis))
}

/** Every register that the parts come out by: zeros, the common shift, reaches and widths with their wear. */
export function registersRun(against: Against): Set<RegisterKey> {
  const { scene } = against
  const { machine } = scene
  const counts = layoutOf(machine).countsLengths
  const own = toolsRun(against).flatMap((one) => {
    const refs = [...reachesOf(one, against), ...(counts ? [diameterRegister(machine, one.tool.diameterOffset)] : [])]
    return [...refs, ...refs.map((ref) => wearOf(ref))]
  })
  const zeros = slotsRun(against).flatMap(({ slot }) => axesOf(machine).map((axis) => workRegister(slot, axis)))
  const common = axesOf(machine).map((axis) => commonRegister(axis))
  return new Set([...own, ...zeros, ...common].map(registerKey))
}
