import { listed, propertyOf, registerName } from '../register/index.ts'
import { movedBy } from './apart.ts'
import type { Check, Finding } from './finding.ts'

/**
 * Nothing wrong and nothing to compare with look alike on the screen, and are not. What is found for the first time is said to be, with
 * a touch that would show a slip.
 */
export const compared: Check = {
  id: 'compared',
  name: 'held against something',
  applies: {},
  run({ scene, result, given }): Finding[] {
    const held = (result.sizes ?? []).some(({ expected }) => expected !== null)
    const first = result.writes.filter(
      (write) =>
        (write.register.family === 'work' || write.register.family === 'tool') &&
        write.register.layer === 'geometry' &&
        propertyOf(write.register).holds === 'length' &&
        write.state === 'set' &&
        movedBy(write, scene) === null,
    )
    if (held || first.length === 0 || given?.routine.kind === 'statement') return []
    const names = listed(first.map(({ register }) => registerName(register)))
    const witness = given?.inputs.some(({ id }) => id === 'witness')
    return [
      {
        check: 'compared',
        about: names,
        name: 'held against something',
        verdict: 'clear',
        tell: true,
        sentence: `Nothing was compared: ${names} ${first.length === 1 ? 'has' : 'have'} no earlier figure of the same ${first[0]!.register.family === 'work' ? 'operation' : 'tool'}. ${
          witness ? 'Touch the opposite side too' : 'Touch a second time, or by another way'
        }: it takes ten seconds and shows a wrong size or side.`,
        figures: [],
      },
    ]
  },
}
