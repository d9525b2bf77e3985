import type { Nm } from '../length/index.ts'
import { withWear } from '../machine/index.ts'
import { layoutOf, propertyOf, registerKey, registerName, registersOfTool, wearOf, type RegisterKey } from '../register/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { standingNote, type StandingNote } from '../standing/index.ts'

/** A pair of registers of one tool, apart and as the control adds them. */
export interface OffsetPair {
  geometry: RegisterKey
  /** Null where the control has no wear for it. */
  wear: RegisterKey | null
  name: string
  value: Nm | null
  worn: Nm | null
  /** Geometry and wear together, as the control counts them; null while the geometry is unset. */
  total: Nm | null
  note: StandingNote
  wearNote: StandingNote | null
}

export interface ToolRow {
  tool: MountedTool
  /** One for each column of the machine's layout, in its order. */
  pairs: OffsetPair[]
}

/** The tools of a machine with what stands for each of them. */
export function toolRows(scene: Scene): ToolRow[] {
  return scene.tools.map((tool) => ({
    tool,
    pairs: registersOfTool(tool, scene.machine).map((register) => {
      const geometry = registerKey(register)
      const wear = propertyOf(register).wear ? registerKey(wearOf(register)) : null
      const value = scene.standing[geometry]?.value ?? null
      const worn = wear === null ? null : (scene.standing[wear]?.value ?? null)
      return {
        geometry,
        wear,
        name: registerName(register),
        value,
        worn,
        total: value === null ? null : withWear(value, worn, scene.machine),
        note: standingNote(geometry, scene),
        wearNote: wear === null ? null : standingNote(wear, scene),
      }
    }),
  }))
}

/** Offset numbers that two tools are called under: each would overwrite the other's. */
export function sharedNumbers(
  tools: readonly MountedTool[],
  machine: Scene['machine'],
): { word: string; number: string; tools: string[] }[] {
  const words = new Map(layoutOf(machine).tool.map((column) => [column.letter!, column]))
  return [...words].flatMap(([word, column]) => {
    const by = new Map<string, string[]>()
    for (const tool of tools) by.set(tool[column.number], [...(by.get(tool[column.number]) ?? []), `T${tool.number}`])
    return [...by].filter(([, named]) => named.length > 1).map(([number, named]) => ({ word, number, tools: named }))
  })
}
