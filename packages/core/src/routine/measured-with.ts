import { canMeasure, type GaugeFamily } from '../gauge/index.ts'
import { nm, readLength, type Nm } from '../length/index.ts'
import type { MachineRecord } from '../machine/index.ts'
import { gaugeById, type Scene } from '../scene/index.ts'
import { gaugeInput } from './ask.ts'
import type { ChoiceInput, Option, RawInputs } from './input.ts'

/**
 * What a size was measured with: those that can show it, once it is known about how large it is, and the one that is chosen.
 * @param sizes ids of what it measures; the first of them that is typed says how large
 */
export function measuredWith(scene: Scene, raw: RawInputs, families: readonly GaugeFamily[], sizes: readonly string[]): ChoiceInput {
  const typed = sizes.map((id) => givenSize(raw[id], scene.machine)).find((size) => size !== null) ?? null
  const fits = ({ value }: Option) => {
    const gauge = typed === null || value === raw.with ? null : gaugeById(scene, value)
    return !gauge || canMeasure(gauge, typed!)
  }
  const all = gaugeInput('with', 'Measured with', scene, families)
  return { ...all, options: all.options.filter(fits), measures: sizes }
}

/** A size as it was typed, nanometres; null where it is not there or cannot be read. */
export function givenSize(text: string | undefined, { unit }: Pick<MachineRecord, 'unit'>): Nm | null {
  const read = readLength(text ?? '', { name: 'Size', unit, grid: nm(1) })
  return read.kind === 'length' || read.kind === 'finer' ? read.value : null
}
