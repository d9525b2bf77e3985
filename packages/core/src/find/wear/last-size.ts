import { magnitude, minus, type Nm } from '../../length/index.ts'
import { limitOf } from '../../limits/index.ts'
import { asShown } from '../../machine/index.ts'
import { registerKey, wearOf, type RegisterRef } from '../../register/index.ts'
import { rowInput, type InputSpec, type Remark, type Values } from '../../routine/index.ts'
import type { Scene, SizeTaken } from '../../scene/index.ts'

/** A correction held, or went wrong in one way, when the size agrees with that within so many standard uncertainties … */
const WITHIN = 3
/** … and, for one that went wrong, less than this share of the error before it is left. */
const SHARE = 0.25

/** What is measured again and again: a size of the part, and the register that it is corrected by. */
export interface Feature {
  register: RegisterRef | null
  routine: string
  kind: string | null
  target: Nm | null
}

/** What was measured of the same size of the part the last time, corrected or not. */
export function earlierSize({ register, routine, kind, target }: Feature, scene: Scene): SizeTaken | null {
  const last = register && scene.sizes[registerKey(wearOf(register))]?.at(-1)
  return last && last.routine === routine && last.kind === kind && last.target === target ? last : null
}

/** The last correction of a register, when it came from the same size. A size that was right since says that it held. */
export function lastOf(feature: Feature, scene: Scene): SizeTaken | null {
  const last = earlierSize(feature, scene)
  return last && last.step !== 0 ? last : null
}

/**
 * What was cut between the last correction and this measurement. Only the first part after it shows whether the
 * correction did what it should; a part measured twice would be corrected twice.
 */
export function cutSinceInput(last: SizeTaken | null, scene: Scene): InputSpec[] {
  if (!last) return []
  return [
    rowInput('cut-since', `Cut since ${asShown(last.measured, scene.machine)}`, [
      { value: 'nothing', label: 'Nothing', note: 'measured again' },
      { value: 'one', label: 'One part', note: 'or this one once more' },
      { value: 'more', label: 'More parts' },
    ]),
  ]
}

/** How far a size would be off had the last correction gone one particular way, as a share of the error before it. */
interface Way {
  share: number
  verdict: 'clear' | 'stop'
  say(off: string): string
}

const MISTAKES: readonly Way[] = [
  {
    share: 1,
    verdict: 'stop',
    say: (off) =>
      `The size is off by ${off} as before the last correction, as if it had never come into the control, or into another number. Look what the control holds before anything is added.`,
  },
  {
    share: 2,
    verdict: 'stop',
    say: (off) =>
      `The size is off by ${off}, twice as far as before the last correction, as if that had been entered with the other sign. Look what the control holds before anything is added.`,
  },
  {
    share: -1,
    verdict: 'stop',
    say: (off) =>
      `The size is off by ${off}, as far to the other side as before the last correction, as if that had counted twice: added to what was already there, or a diameter where a radius is held. Look what the control holds before anything is added.`,
  },
  {
    share: 0.5,
    verdict: 'stop',
    say: (off) =>
      `The size is off by ${off}, half of what it was before the last correction, as if only half of that had counted: a radius where a diameter is held. Look what the control holds before anything is added.`,
  },
]

/**
 * What this measurement says of the correction before it.
 *
 * @param standard standard uncertainty of one measurement, nanometres
 */
export function lastRemarks(
  values: Values,
  { register }: Pick<Feature, 'register'>,
  last: SizeTaken | null,
  standard: number,
  scene: Scene,
): Remark[] {
  const measured = values.length('measured')
  const since = values.choice('cut-since')
  if (!last || measured === null || since === null) return []
  const [before, off] = [minus(last.measured, last.target), minus(measured, last.target)]
  const about = {
    id: 'last-correction',
    name: 'last correction held',
    figures: [
      { label: 'off before the last correction', value: before },
      { label: 'off now', value: off },
    ],
    odd: register ? [registerKey(wearOf(register))] : [],
    names: true,
  }
  const shown = (value: Nm) => asShown(value, scene.machine, 'always')
  if (since === 'nothing')
    return [
      {
        ...about,
        verdict: 'stop',
        sentence: `Nothing has been cut with the last correction, ${shown(last.step)} by ${last.by}: this would correct the same error a second time. Take that entry back and record the better measurement, or cut first.`,
      },
    ]
  // The error before was measured on a part of its own: both measurements and both cuts scatter.
  const doubt = Math.SQRT2 * Math.hypot(standard, limitOf(scene.machine, 'sizeRepeat'))
  if (since === 'more')
    // What was corrected by more than a size scatters does not come back to the last digit; what was not, does of itself now and then.
    return measured === last.measured && magnitude(before) > WITHIN * doubt
      ? [
          {
            ...about,
            verdict: 'query',
            sentence: `${asShown(measured, scene.machine)} is to the last digit what was measured before the last correction. Say that this part was measured.`,
          },
        ]
      : []
  const way = explained(before, off, WITHIN * doubt)
  return [
    {
      ...about,
      verdict: way?.verdict ?? 'query',
      sentence:
        way?.say(shown(off)) ??
        `The last correction should have brought this size to its target; it is off by ${shown(off)}. Look at the edge and the clamping before another one is added.`,
    },
  ]
}

const HELD: Way = { share: 0, verdict: 'clear', say: () => 'The last correction did what it should.' }
const TOO_SMALL: Way = { ...HELD, say: () => 'The last correction was too small for this part to tell whether it held.' }

/** The way that fits within the scatter; none where no single mistake does. */
function explained(before: Nm, off: Nm, scatter: number): Way | undefined {
  if (magnitude(off) <= scatter) return magnitude(before) <= scatter ? TOO_SMALL : HELD
  return MISTAKES.map((way) => ({ way, left: Math.abs(off - way.share * before) }))
    .filter(({ left }) => left <= scatter && left < SHARE * magnitude(before))
    .sort((a, b) => a.left - b.left)[0]?.way
}
