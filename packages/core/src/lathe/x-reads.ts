import { doubtBy } from '../check/limits.ts'
import { nm, type Nm } from '../length/index.ts'
import { geometryRegister, timesInDiameter } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'

/** True where the machine's X counts radii: a diameter goes into it halved. */
export const readsRadii = ({ machine }: Pick<Scene, 'machine'>): boolean => timesInDiameter(geometryRegister('1', 'X'), machine) === 2

/** Half of a diameter; one nanometre is far below any micrometer. */
export const half = (diameter: Nm): Nm => nm(Math.round(diameter / 2))

/** What stands for a turned surface on the machine's own X: the diameter, or its half. */
export const placeOf = (diameter: Nm, scene: Pick<Scene, 'machine'>): Nm => (readsRadii(scene) ? half(diameter) : diameter)

/** Doubt of a measured diameter as it goes into X: where X reads radii half of it counts. */
export function micrometerIn(scene: Scene): Contributor {
  const { label, standard } = doubtBy('micrometer', scene)
  return { label, standard: readsRadii(scene) ? standard / 2 : standard }
}

/** The lines of a diameter that is taken off. */
export const diameterLines = (words: string, diameter: Nm | null, scene: Scene): WorkingLine[] =>
  readsRadii(scene)
    ? [line('aside', words, diameter, 'place'), line('less', 'half of it, X reads radii', diameter === null ? null : half(diameter))]
    : [line('less', words, diameter, 'place')]
