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
 * @returns the registers in words; null while the run still stands
 */
export function provenNoMore(at: string, scene: Scene): string | null {
  const { standing } = scene
  const changed = restingOn(scene).filter((register) => {
    const stands = standing[register]
    return stands !== undefined && stands.at > at
  })
  if (changed.length === 0) return null
  return `${listed(changed.map((register) => registerName(parseRegisterKey(register), scene.gauges)))} written since`
}

/** Registers that the plan's program runs by: its slots, the common shift, and its tools' geometry. */
function restingOn({ machine, plan, tools }: Scene): RegisterKey[] {
  const layout = layoutOf(machine)
  const called = plan ? tools.filter(({ number }) => plan.tools.some((tool) => tool.number === number)) : []
  return [
    ...(plan?.slots ?? []).flatMap((slot) => registersOfSlot(slot, machine).map(registerKey)),
    ...layout.common.map(({ property }) => registerKey({ family: 'common', slot: 'all', property, layer: 'geometry' })),
    ...called.flatMap((tool) => layout.tool.map((column) => registerKey(ofTool(tool, column)))),
  ]
}
