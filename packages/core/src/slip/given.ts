import { formatExact, type Nm } from '../length/index.ts'
import type { InputSpec, LengthInput, RawInputs, Values } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'

/** What was given, as the routine asked for it. */
export interface Given {
  inputs: readonly InputSpec[]
  raw: RawInputs
  values: Values
  scene: Scene
}

const isLength = (input: InputSpec): input is LengthInput => input.kind === 'length'

/** The figures that were typed and could be read. */
export const lengthsOf = ({ inputs, values }: Given): LengthInput[] =>
  inputs.filter(isLength).filter(({ id }) => values.length(id) !== null)

/** Those among them that were read at the machine. */
export const readingsOf = (given: Given): LengthInput[] => lengthsOf(given).filter(({ role }) => role === 'reading')

/** A figure as text that is read as it is, whatever its last digits are. */
export const inUnit = (value: Nm, { machine }: Scene): string =>
  `${formatExact(value, machine.unit).replace('\u2212', '-')} ${machine.unit}`
