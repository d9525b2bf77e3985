import { gaugeById } from '../scene/index.ts'
import type { Check, Finding } from './finding.ts'

/** A gauge that is out of date, or was knocked. */
export const gaugeFit: Check = {
  id: 'gauge-fit',
  name: 'gauges in date',
  applies: {},
  run({ scene, result }) {
    return result.gauges.flatMap((id): Finding[] => {
      const gauge = gaugeById(scene, id)
      if (!gauge) return []
      // Whoever calibrates it does what would be asked for.
      if (result.writes.some(({ register }) => register.family === 'probe' && register.slot === id)) return []
      const late = gauge.due !== null && gauge.due < scene.now
      const uncalibrated = gauge.family === 'touch-probe' && gauge.radii === null
      const sentence =
        gauge.state === 'disturbed'
          ? `${gauge.name} is marked disturbed and has not been checked since. Use another, or say why its size can be trusted.`
          : late
            ? `${gauge.name} was due for calibration on ${gauge.due!.slice(0, 10)}. Use another, or say why its size can be trusted.`
            : uncalibrated
              ? `${gauge.name} has not been calibrated on ${scene.machine.name}; half its ball is taken for every direction. Calibrate it, or say why that will do.`
              : `${gauge.name} is in date.`
      const verdict = gauge.state === 'disturbed' || late || uncalibrated ? 'query' : 'clear'
      return [
        { check: 'gauge-fit', about: id, name: 'gauges in date', verdict, sentence, figures: [{ label: gauge.name, value: gauge.size }] },
      ]
    })
  },
}
