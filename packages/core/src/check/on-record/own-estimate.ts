import { limitOf } from '../../limits/index.ts'
import { registerKey, timesInDiameter } from '../../register/index.ts'
import type { RecordSource } from './source.ts'

/** An estimate that stands in the register itself, of the same tool: a rule's, a catalogue's, or what a new edge has made only near. */
export const ownEstimate: RecordSource = ({ register, assembly }, { standing, machine }) => {
  const own = standing[registerKey(register)]
  if (register.family !== 'tool' || own?.state !== 'estimated' || own.assembly !== assembly) return null
  // A register that holds diameters counts a reach twice.
  const perReach = timesInDiameter(register, machine) === 1 ? 2 : 1
  const standard = Math.max(own.standard ?? 0, perReach * limitOf(machine, 'rule'))
  return {
    value: own.value,
    standard,
    limit: Math.max(perReach * limitOf(machine, 'estimateQuery'), 3 * standard),
    source: 'its estimate',
    isSaid: false,
  }
}
