import { asShown } from '../machine/index.ts'
import { listed, propertyOf, registerName, zeroAxis } from '../register/index.ts'
import type { InputSpec, Write } from '../routine/index.ts'
import type { Scene } from '../scene/index.ts'
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
    const sizes = (result.sizes ?? []).filter(({ expected, isTold }) => expected !== null && !isTold)
    const isHeld = ({ register }: Write) => sizes.some(({ axis }) => axis === undefined || axis === zeroAxis(register))
    const first = result.writes.filter(
      (write) =>
        (write.register.family === 'work' || write.register.family === 'tool') &&
        write.register.layer === 'geometry' &&
        canBeSure(write, given?.inputs ?? []) &&
        write.state === 'set' &&
        !isHeld(write) &&
        isFirst(write, scene),
    )
    if (first.length === 0 || given?.routine.kind === 'statement') return []
    const names = listed(first.map(({ register }) => registerName(register)))
    // What a rule or a catalogue says is wide: it shows a wrong tool, and no wrong size or side.
    const on = [...new Set(first.flatMap((write) => movedBy(write, scene)?.record?.source ?? []))]
    const only = on.length === 0 ? 'Nothing was compared' : `Compared with ${listed(on)} alone, which is wide`
    const also = given?.inputs.find((input) => input.also)?.also
    const { tolerance = null } = scene.plan ?? {}
    const isFine = also !== undefined && tolerance !== null && tolerance <= FINE
    const why = isFine ? ` The part has a tolerance of ${asShown(tolerance, scene.machine)}: touch it, or say how the zero is known.` : ''
    return [
      {
        check: 'compared',
        about: names,
        name: 'held against something',
        ...(isFine ? { verdict: 'query' as const } : { verdict: 'clear' as const, tell: true }),
        sentence: `${only}: ${names} ${first.length === 1 ? 'has' : 'have'} no earlier figure of the same ${first[0]!.register.family === 'work' ? 'operation' : 'tool'}. ${
          also ?? 'Touch a second time, or by another way'
        }: it takes ten seconds and shows a wrong size or side.${why}`,
        figures: [],
      },
    ]
  },
}

/** A length can be touched again in any case; an angle where the routine has a second look. */
const canBeSure = ({ register }: Write, inputs: readonly InputSpec[]): boolean => {
  const { holds } = propertyOf(register)
  return holds === 'length' || (holds === 'angle' && register.property !== 'R' && inputs.some(({ also }) => also))
}

/** Where the closest tolerance zone of the part is this narrow, a first zero that nothing holds is asked about, nanometres. */
const FINE = 50_000

/** True where no earlier figure of the same thing stands: a record is too wide to count as one. */
function isFirst(write: Write, scene: Scene): boolean {
  const moved = movedBy(write, scene)
  return moved === null || moved.record !== null
}
