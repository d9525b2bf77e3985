import { wearOn } from '../reach/index.ts'
import { mm, nm, plus, type Nm } from '../length/index.ts'
import { lengthRegister, registerKey, type RegisterKey } from '../register/index.ts'
import type { MountedTool, PlannedTool, Scene } from '../scene/index.ts'
import { standingNote, type StandingNote } from '../standing/index.ts'
import { toolOutline, type ToolOutline } from './tool-outline.ts'

/** A tool as it hangs from the gauge line, beside its neighbours and to their scale. */
export interface HangingTool {
  number: string
  name: string
  /** Null where nothing is mounted under the number. */
  tool: MountedTool | null
  /** Register of its length, and what stands there with its wear; null where it is unset. */
  register: RegisterKey
  value: Nm | null
  note: StandingNote
  /** What is drawn; null where nothing is mounted. */
  outline: ToolOutline | null
  /** What its place below the gauge line comes from. */
  drawnFrom: 'length' | 'rough length' | 'nothing'
}

/** Drawn where nothing says how long a tool is. */
const USUAL = mm(100)
/** No tool hangs higher than this, whatever an offset says: a picture of a wrong figure must still be a picture. */
const [SHORTEST, LONGEST] = [mm(20), mm(600)]

/**
 * The tools of a setup in the order of its program, or all that are mounted, hanging to one scale. Differences of H are
 * differences of length however a machine counts: where it counts from a reference tool or a touched surface, a tool with a
 * rough length on record says where the gauge line is for all of them.
 */
export function hangingTools(scene: Scene): HangingTool[] {
  const called: readonly (PlannedTool | MountedTool)[] = scene.plan && scene.plan.tools.length > 0 ? scene.plan.tools : scene.tools
  const rows = called.map(({ number, offset }) => {
    const tool = scene.tools.find((one) => one.number === number) ?? null
    const register = lengthRegister(offset)
    const key = registerKey(register)
    const value = scene.standing[key]?.value ?? null
    return { number, tool, key, total: value === null ? null : plus(value, wearOn(register, scene)) }
  })
  const shift = gaugeLine(rows, scene)
  return rows.map(({ number, tool, key, total }) => {
    const rough = tool?.estimate ?? null
    const length = total !== null ? nm(total + shift) : rough
    return {
      number,
      name: tool?.name ?? 'not mounted',
      tool,
      register: key,
      value: total,
      note: standingNote(key, scene),
      outline: tool && toolOutline(tool, nm(Math.min(LONGEST, Math.max(SHORTEST, length ?? USUAL)))),
      drawnFrom: total !== null ? 'length' : rough !== null ? 'rough length' : 'nothing',
    }
  })
}

/** What has to be added to an H of this machine for a length from the gauge line; nanometres. */
function gaugeLine(rows: readonly { tool: MountedTool | null; total: Nm | null }[], { machine }: Scene): Nm {
  if (machine.lengthConvention === 'gauge-length') return nm(0)
  const known = rows.flatMap(({ tool, total }) => (tool?.estimate && total !== null ? [tool.estimate - total] : []))
  if (known.length > 0) return nm(known.sort((a, b) => a - b)[Math.floor(known.length / 2)]!)
  const totals = rows.flatMap(({ total }) => (total === null ? [] : [total]))
  return totals.length === 0 ? nm(0) : nm(USUAL - Math.min(...totals))
}
