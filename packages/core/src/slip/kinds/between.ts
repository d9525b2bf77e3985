import type { Gauge } from '../../gauge/index.ts'
import { formatExact, nm } from '../../length/index.ts'
import { offered, type ChoiceInput } from '../../routine/index.ts'
import { gaugeById } from '../../scene/index.ts'
import type { Alternative } from '../alternative.ts'
import { inUnit, type Given } from '../given.ts'

/** What lay between the finder or tool and the face: something else, or nothing, or something that nobody took off. */
export function between(input: ChoiceInput, chosen: string, { raw, scene, values }: Given): Alternative[] {
  const prefix = input.id.slice(0, -'between'.length)
  const gauge = gaugeById(scene, chosen)
  const thickness = gauge?.size ?? (chosen === 'typed' ? values.length(`${prefix}thickness`) : null)
  const { [`${prefix}counted`]: _counted, ...bare } = raw
  const found: Alternative[] = scene.gauges
    .filter(({ id, size }) => id !== chosen && size !== thickness && size > 0 && input.options.some(({ value }) => value === id))
    .map((other) => ({
      id: 'shim',
      phrase: thickness ? `${other.name} had lain between instead` : `${other.name} had lain between and was not taken off`,
      raw: { ...bare, [input.id]: other.id },
      scene,
    }))
  if (!thickness) return found
  const figure = formatExact(thickness, scene.machine.unit)
  // Nothing there, and taken off in the head as well: the figures are the same, so both are said.
  return [
    ...found,
    {
      id: 'shim',
      phrase: `nothing had lain between, or the ${figure} had been taken off already`,
      raw: { ...bare, [input.id]: 'none' },
      scene,
    },
  ]
}

/** What may have lain under a tip though nobody is asked about it: anything on a setter or a table, a block where only shims are offered. */
export function unasked({ inputs, raw, values, scene }: Given): Alternative[] {
  const reading = values.length('reading')
  const isZ = inputs.some((input) => input.kind === 'length' && input.id === 'reading' && input.axis === 'Z')
  const asked = inputs.find((input): input is ChoiceInput => input.kind === 'choice' && /between$/.test(input.id))
  if (reading === null || !isZ || (asked && values.choice(asked.id) !== 'none')) return []
  return offered(scene, UNDER)
    .filter(({ id, size }) => size > 0 && !asked?.options.some(({ value }) => value === id))
    .map((gauge) => ({
      id: 'shim',
      phrase: `${gauge.name} had lain between and was not taken off`,
      raw: { ...raw, reading: inUnit(nm(reading - gauge.size), scene) },
      scene,
    }))
}

const UNDER: readonly Gauge['family'][] = ['shim', 'gauge-block', 'gauge-pin']
