import {
  ofTool,
  layoutOf,
  listed,
  parseRegisterKey,
  registerKey,
  registerName,
  registersOfSlot,
  type RegisterKey,
} from '../register/index.ts'
import type { Scene } from '../scene/index.ts'

/**
 * Why a cautious first run no longer proves a setup: a figure that it rested on was written after it. Wear is left out, because
 * a correction inside its limits is normal production.
 * @param at ISO time of the run
 * @param also registers that it rests on beside the plan's: those that its program was found to call, or that its steps name
 * @returns the registers in words; null while the run still stands
 */
export function provenNoMore(at: string, scene: Scene, also: readonly RegisterKey[] = []): string | null {
  const { standing } = scene
  const changed = [...new Set([...restingOn(scene), ...also])].filter((register) => {
    const stands = standing[register]
    return stands !== undefined && stands.at > at
  })
  if (changed.length === 0) return null
  return `${listed(changed.map((register) => registerName(parseRegisterKey(register), scene.gauges)))} written since`
}

/** Geometry of tools by their numbers: what a program that calls them runs by. */
export function geometryOf(numbers: readonly string[], { machine, tools }: Pick<Scene, 'machine' | 'tools'>): RegisterKey[] {
  const called = tools.filter(({ number }) => numbers.includes(number))
  return called.flatMap((tool) => layoutOf(machine).tool.map((column) => registerKey(ofTool(tool, column))))
}

/** Registers that the plan's program runs by: its slots, the common shift, and its tools' geometry. */
function restingOn(scene: Scene): RegisterKey[] {
  const { machine, plan } = scene
  return [
    ...(plan?.slots ?? []).flatMap((slot) => registersOfSlot(slot, machine).map(registerKey)),
    ...layoutOf(machine).common.map(({ property }) => registerKey({ family: 'common', slot: 'all', property, layer: 'geometry' })),
    ...geometryOf(plan?.tools.map(({ number }) => number) ?? [], scene),
  ]
}
