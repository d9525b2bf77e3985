import { doubtBy } from '../limits/index.ts'
import { nm, type Nm } from '../length/index.ts'
import { geometryRegister, timesInDiameter } from '../register/index.ts'
import { measuredWith, type InputSpec, type RawInputs, type Values } from '../routine/index.ts'
import { gaugeById, type Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import { line, type WorkingLine } from '../working/index.ts'

/** True where the machine's X counts radii: a diameter goes into it halved. */
export const readsRadii = ({ machine }: Pick<Scene, 'machine'>): boolean => timesInDiameter(geometryRegister('1', 'X'), machine) === 2

/** Half of a diameter; one nanometre is far below any micrometer. */
export const half = (diameter: Nm): Nm => nm(Math.round(diameter / 2))

/** What stands for a turned surface on the machine's own X: the diameter, or its half. */
export const placeOf = (diameter: Nm, scene: Pick<Scene, 'machine'>): Nm => (readsRadii(scene) ? half(diameter) : diameter)

/** What measured a diameter; optional, for what is not said is worth less. */
export const measuredWithInput = (scene: Scene, raw: RawInputs): InputSpec => ({
  ...measuredWith(scene, raw, ['micrometer', 'caliper', 'bore-gauge', 'gauge-pin', 'ring-gauge', 'indicator'], ['place']),
  optional: true,
})

/** Doubt of a measured diameter as it goes into X, by what measured it: where X reads radii half of it counts. */
export function diameterDoubt(values: Values, scene: Scene): Contributor {
  const gauge = gaugeById(scene, values.choice('with'))
  const { label, standard } = gauge ? { label: gauge.name, standard: gauge.uncertainty } : doubtBy('unsaidSize', scene)
  return { label, standard: readsRadii(scene) ? standard / 2 : standard }
}

/** The lines of a diameter that is taken off. */
export const diameterLines = (words: string, diameter: Nm | null, scene: Scene): WorkingLine[] =>
  readsRadii(scene)
    ? [line('aside', words, diameter, 'place'), line('less', 'half of it, X reads radii', diameter === null ? null : half(diameter))]
    : [line('less', words, diameter, 'place')]
