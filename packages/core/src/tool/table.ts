import { plus, ZERO, type Nm } from '../length/index.ts'
import { registerKey, registerName, wearOf, type RegisterKey } from '../machine/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import { standingNote, type StandingNote } from '../standing/index.ts'
import { geometryOf } from './happens.ts'

/** A pair of registers of one tool, apart and as the control adds them. */
export interface OffsetPair {
  geometry: RegisterKey
  wear: RegisterKey
  name: string
  value: Nm | null
  worn: Nm | null
  /** Geometry and wear together; null while the geometry is unset. */
  total: Nm | null
  note: StandingNote
  wearNote: StandingNote
}

export interface ToolRow {
  tool: MountedTool
  /** Length and diameter on a mill, X and Z on a lathe. */
  pairs: OffsetPair[]
}

/** The tools of a machine with what stands for each of them. */
export function toolRows(scene: Scene): ToolRow[] {
  return scene.tools.map((tool) => ({
    tool,
    pairs: geometryOf(tool, scene.machine).map((register) => {
      const [geometry, wear] = [registerKey(register), registerKey(wearOf(register))]
      const [value, worn] = [scene.standing[geometry]?.value ?? null, scene.standing[wear]?.value ?? null]
      return {
        geometry,
        wear,
        name: registerName(register),
        value,
        worn,
        total: value === null ? null : plus(value, worn ?? ZERO),
        note: standingNote(geometry, scene),
        wearNote: standingNote(wear, scene),
      }
    }),
  }))
}

/** Offset numbers that two tools are called under: each would overwrite the other's. */
export function sharedNumbers(tools: readonly MountedTool[]): { word: 'H' | 'D'; number: string; tools: string[] }[] {
  return (['H', 'D'] as const).flatMap((word) => {
    const by = new Map<string, string[]>()
    for (const tool of tools) {
      const number = word === 'H' ? tool.offset : tool.diameterOffset
      by.set(number, [...(by.get(number) ?? []), `T${tool.number}`])
    }
    return [...by].filter(([, named]) => named.length > 1).map(([number, named]) => ({ word, number, tools: named }))
  })
}
