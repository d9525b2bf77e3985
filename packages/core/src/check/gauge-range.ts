import { canMeasure, rangeText } from '../gauge/index.ts'
import { asShown } from '../machine/index.ts'
import { gaugeById } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

/** A size that the gauge which is said to have measured it cannot show: another gauge was used, or another figure was read. */
export const gaugeRange: Check = {
  id: 'gauge-range',
  name: 'gauge spans the size',
  applies: {},
  run({ scene, given }) {
    if (!given) return []
    return given.inputs.flatMap((input): Finding[] => {
      const gauge = input.kind === 'choice' && input.measures ? gaugeById(scene, given.values.choice(input.id)) : null
      if (!gauge || input.kind !== 'choice') return []
      // What was read says it, or, before that, what is wanted: one gauge is asked about once.
      const sizes = input.measures!.map((id) => given.values.length(id))
      const size = sizes.find((one) => one !== null && !canMeasure(gauge, one)) ?? null
      if (size === null) return []
      return [
        {
          check: 'gauge-range',
          about: gauge.id,
          name: 'gauge spans the size',
          verdict: 'query',
          sentence: `${gauge.name} measures ${rangeText(gauge)}; ${asShown(size, scene.machine)} was not read on it. Choose the gauge that measured it, or say why it is so.`,
          figures: [{ label: gauge.name, value: size }],
        },
      ]
    })
  },
}
