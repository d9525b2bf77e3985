import { TURNS } from '../assembly/index.ts'
import { nm, times, type Nm } from '../length/index.ts'
import { layoutOf, noseRegister, registerKey, registerName, tipRegister, type RegisterKey } from '../register/index.ts'
import type { Refusal } from '../routine/index.ts'
import { restingOn } from '../reach/index.ts'
import type { MountedTool, Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'
import { readsRadii } from './x-reads.ts'

/** Tip directions by which the control counts from the nose's centre: what touches then lies a nose radius beside the point. */
const CENTRES: readonly number[] = [0, 9]

/** What lies between a tool's point, where its control counts from, and the edge that touches. */
export interface NoseAtTouch {
  /** Nose radius where the point is the nose's centre; zero where the point itself touches. */
  radius: Nm
  contributors: Contributor[]
  rests: RegisterKey[]
  /** @param direction the way the tool moves onto the surface */
  lines(direction: 1 | -1): WorkingLine[]
  refusal: Refusal | null
}

const POINT: NoseAtTouch = { radius: nm(0), contributors: [], rests: [], lines: () => [], refusal: null }

/**
 * A touch with a tool whose point is the centre of its nose (tip direction 0 or 9) is made with its edge, r beside the point: it counts
 * like a finder of radius r, c = \u2212d\u00b7r, twice on an X that reads diameters. Any other tip touches where its point is.
 */
export function noseAtTouch(tool: MountedTool | null, axis: 'X' | 'Z', scene: Scene): NoseAtTouch {
  // A drill or a driven cutter has no nose, whatever its tip direction is set to.
  if (!tool || !TURNS.includes(tool.kind) || !layoutOf(scene.machine).hasTips) return POINT
  const [tip, nose] = [registerKey(tipRegister(tool.offset)), registerKey(noseRegister(tool.offset))]
  const said = scene.standing[tip]
  if (!said || !CENTRES.includes(said.value)) return POINT
  const standing = scene.standing[nose]
  if (!standing)
    return {
      ...POINT,
      rests: [tip],
      refusal: {
        input: 'tool',
        sentence: `The point of T${tool.number} is the centre of its nose (tip direction ${said.value}), and ${registerName(noseRegister(tool.offset))} is unset. Record its nose radius first: what touches lies that far beside the point.`,
      },
    }
  const twice = axis === 'X' && !readsRadii(scene)
  const rested = restingOn(`T${tool.number} nose radius`, standing)
  return {
    radius: standing.value,
    contributors: [{ ...rested, standard: rested.standard * (twice ? 2 : 1) }],
    rests: [tip, nose],
    lines: (direction) => {
      const label = `nose radius of T${tool.number}, whose point is the nose\u2019s centre`
      const operation = direction === 1 ? ('add' as const) : ('less' as const)
      return twice
        ? [line('aside', label, standing.value), line(operation, 'twice that, X reads diameters', times(standing.value, 2))]
        : [line(operation, label, standing.value)]
    },
    refusal: null,
  }
}
