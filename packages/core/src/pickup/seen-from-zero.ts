import type { Nm } from '../length/index.ts'
import { asShown, type Axis } from '../machine/index.ts'
import type { Readout } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'

/** Readouts with the spindle standing somewhere over the part, one for each axis. */
export function standingReadouts(slot: string, where: string, places: readonly { axis: Axis; value: Nm }[]): Readout[] {
  return places.map(({ axis, value }) => ({
    key: `over/${slot}/${axis}`,
    sentence: `${where}, ${slot} active: the control must read`,
    axis,
    value,
  }))
}

/** "X 46.000, Y 31.500": a place on the part as its label on the drawing. */
export function placeLabel(scene: Scene, places: readonly (readonly [Axis, Nm | null])[]): string {
  return places
    .filter(([, value]) => value !== null)
    .map(([axis, value]) => `${axis} ${asShown(value!, scene.machine)}`)
    .join(', ')
}
