import { formatAngle } from '../angle/index.ts'
import { nm, type Nm } from '../length/index.ts'
import type { Axis } from '../machine/index.ts'
import { partFrame, turnDoubt, type Scene } from '../scene/index.ts'
import type { WorkingLine } from '../working/index.ts'
import { standingRotation } from './rotation-write.ts'
import type { Remark } from './sheet.ts'
import type { FoundZero } from './zero.ts'

interface KeptRotation {
  turn(one: FoundZero): FoundZero
  /** What it takes off in addition to the place itself. @param of the only result that it enters, where there are others */
  line(found: readonly FoundZero[], of?: string): WorkingLine
}

/**
 * A rotation that stays in a slot turns the place of the point there: W = point \u2212 R(\u03b8)\u00b7P in place of point \u2212 P.
 * Asked for each slot: another one is turned otherwise.
 */
export function keptRotation(slot: string, point: { x: Nm; y: Nm } | null, scene: Scene): KeptRotation {
  const frame = partFrame(scene, slot)
  const at = point && frame.turn(point)
  const more: Partial<Record<Axis, number>> = at ? { X: at.x - point.x, Y: at.y - point.y } : {}
  const doubt = point ? turnDoubt(point, frame.radians, frame.turnedBy?.standard ?? null) : { x: 0, y: 0 }
  const by: Partial<Record<Axis, number>> = { X: doubt.x, Y: doubt.y }
  return {
    turn: (one: FoundZero): FoundZero => ({
      ...one,
      total: one.total === null ? null : one.total - (more[one.axis] ?? 0),
      contributors: [...one.contributors, { label: `${slot} rotation`, standard: by[one.axis] ?? 0 }],
      rests: [...(one.rests ?? []), ...frame.rests.slice(2)],
    }),
    line: (found: readonly FoundZero[], of?: string): WorkingLine => ({
      operation: 'less',
      label: `the place turned by ${of === undefined ? '' : `the rotation of ${slot}, `}${formatAngle(frame.rotation)}, more by`,
      cells: found.map(({ axis }) => (more[axis] === undefined ? null : { figure: nm(Math.round(more[axis])) })),
      ...(of === undefined ? {} : { of }),
    }),
  }
}

/** Whether it is this part's rotation that stays has to be said. */
export function keptRemark(slot: string, point: { x: Nm; y: Nm } | null, scene: Scene): Remark {
  const rotation = standingRotation(slot, scene)
  const stays = `The rotation of ${slot}, ${formatAngle(rotation)}, stays`
  return {
    id: 'rotation-kept',
    name: 'rotation of this part',
    verdict: 'query',
    sentence: point
      ? `${stays}, and the place on the part is turned with it. Say that this part lies turned like the one before.`
      : `${stays}: a side touched along the axis is then not square to it, and its place is counted as if it were. Put it to zero, or say why it stays.`,
    figures: [{ label: `${slot} rotation, millionths of a degree`, value: nm(rotation) }],
  }
}
