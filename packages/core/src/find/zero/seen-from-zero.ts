import type { Nm } from '../../length/index.ts'
import { asShown, type Axis } from '../../machine/index.ts'
import type { Readout, Seen } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'

/** Readouts with the spindle, or a tool in it, standing somewhere over the part, one for each axis. */
export function standingReadouts(
  slot: string,
  where: string,
  places: readonly { axis: Axis; value: Nm }[],
  tool: string | null = null,
): Readout[] {
  return places.map(({ axis, value }) => ({
    key: `over/${slot}/${axis}`,
    about: { slot, tool },
    sentence: `${where}, ${slot} active: the control must read`,
    axis,
    value,
  }))
}

/** A point of the part as the part display shows it. */
export function placeSeen(x: Nm, y: Nm, seen: Seen): { axis: Axis; value: Nm }[] {
  const at = seen({ x, y })
  return [
    { axis: 'X', value: at.x },
    { axis: 'Y', value: at.y },
  ]
}

/** For what was counted square to the machine, whatever rotation stands. */
export const asItIs: Seen = (place) => place

/** "X 46.000, Y 31.500": a place on the part as its label on the drawing. */
export function placeLabel(scene: Scene, places: readonly (readonly [Axis, Nm | null])[]): string {
  return places
    .filter(([, value]) => value !== null)
    .map(([axis, value]) => `${axis} ${asShown(value!, scene.machine)}`)
    .join(', ')
}
