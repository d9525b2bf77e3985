import { formatAngle, type Microdegrees } from '../angle/index.ts'
import type { RotaryAxis } from '../machine/index.ts'
import { angleDecimals } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Fact } from '../working/index.ts'
import type { InputSpec } from './input.ts'
import type { Values } from './values.ts'

const inputOf = (axis: RotaryAxis) => `stands-${axis}`

/** Where each rotary axis stands while a zero is picked up: the zero belongs to the face that is up then. */
export const rotaryStandsInputs = ({ machine }: Scene): InputSpec[] =>
  machine.rotary.map(({ axis }) => ({ kind: 'angle', id: inputOf(axis), label: `${axis} stands at`, optional: true }))

/** The angles that were said, by axis, in millionths of a degree. */
export const rotaryStands = (values: Values, { machine }: Scene): Partial<Record<RotaryAxis, Microdegrees>> =>
  Object.fromEntries(
    machine.rotary.flatMap(({ axis }) => {
      const angle = values.angle(inputOf(axis))
      return angle === null ? [] : [[axis, angle]]
    }),
  )

/** "found at A 90.000°", for what is kept with the working. */
export function rotaryFacts(stands: Partial<Record<RotaryAxis, Microdegrees>>, { machine }: Scene): Fact[] {
  const words = machine.rotary.flatMap(({ axis, increment }) =>
    stands[axis] === undefined ? [] : [`${axis} ${formatAngle(stands[axis], angleDecimals(increment))}`],
  )
  return words.length === 0 ? [] : [{ label: 'found at', text: words.join(', ') }]
}
