import { hasPast } from '../../check/reference.ts'
import { nm, ZERO } from '../../length/index.ts'
import type { RotaryAxis, RotaryRecord } from '../../machine/index.ts'
import { workRegister } from '../../register/index.ts'
import { angleInput, sizeInput, type FoundSize, type InputSpec, type RawInputs, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import type { Contributor } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'

/**
 * The same face looked at from a second angle, or a second face that is swept true, offered where a rotary axis has no past to be held
 * against: a sign, a lost point, a run or a place that is another put the two apart. What is wrong with both alike it cannot show.
 */
export function secondAngleInputs(axis: RotaryAxis | null, scene: Scene, raw: RawInputs): InputSpec[] {
  const isFace = raw.how === 'face'
  if (axis === null || (!isFace && raw.how !== 'now') || (!isFirst(raw.slot ?? null, axis, scene) && !raw.witness)) return []
  return [
    {
      ...angleInput('witness', isFace ? `Machine ${axis}, the same face turned on` : `Machine ${axis} with a second face true`),
      optional: true,
      hint: 'to be sure, for nothing is on record to compare with',
      also: isFace ? `Turn ${axis} on by a degree and run along the face again` : 'Line up a second face too',
    },
    ...(raw.witness
      ? [
          isFace
            ? sizeInput('witness-rise', 'Rise over the same run there, toward plus', { given: false, role: 'reading', optional: true })
            : { ...angleInput('witness-place', `The second face is part ${axis}`), optional: true },
        ]
      : []),
  ]
}

const isFirst = (slot: string | null, axis: RotaryAxis, scene: Scene): boolean =>
  slot !== null && scene.machine.slots.some(({ code }) => code === slot) && !hasPast(workRegister(slot, axis), scene)

/** Its lines in the working, as long as it is asked for. */
export function secondAngleLines(values: Values, axis: RotaryAxis | null, scene: Scene): WorkingLine[] {
  const [figure, how] = [values.angle('witness'), values.choice('how')]
  if (axis === null || (how !== 'face' && how !== 'now') || (figure === null && !isFirst(values.choice('slot'), axis, scene))) return []
  const first: WorkingLine = {
    operation: 'aside',
    label: how === 'face' ? `machine ${axis}, the face turned on` : `machine ${axis}, a second face true`,
    cells: [{ figure: figure === null ? null : nm(figure), holds: 'angle', input: 'witness' }],
  }
  if (figure === null) return [first]
  const place = values.angle('witness-place')
  return [
    first,
    how === 'face'
      ? {
          operation: 'aside',
          label: 'rise over the same run there',
          cells: [{ figure: values.length('witness-rise'), input: 'witness-rise' }],
        }
      : {
          operation: 'aside',
          label: `the second face is part ${axis}`,
          cells: [{ figure: place === null ? null : nm(place), holds: 'angle', input: 'witness-place' }],
        },
  ]
}

/**
 * How far apart the zeros of both looks lie, millionths of a degree, the short way round: (M\u2082 \u2212 \u03b1\u2082) \u2212 (M\u2081 \u2212 \u03b1\u2081), with \u03b1 the part's angle,
 * or s\u00b7atan(h/l) along a face.
 */
export function bySecondAngle(values: Values, { axis, sense }: RotaryRecord, contributors: readonly Contributor[]): FoundSize[] {
  const isFace = values.choice('how') === 'face'
  const [first, second] = [values.angle('reading'), values.angle('witness')]
  const run = values.length('run')
  const leaning = (rise: string, place: string) => {
    if (!isFace) return values.angle(place)
    const high = values.length(rise)
    return high === null || run === null || run <= 0 ? null : (sense * Math.atan2(high, run) * 180e6) / Math.PI
  }
  const [one, two] = [leaning('rise', 'place'), leaning('witness-rise', 'witness-place')]
  if (first === null || second === null || one === null || two === null) return []
  const standard = Math.SQRT2 * Math.hypot(...contributors.map((one) => one.standard))
  return [
    {
      label: `difference between both looks at ${axis}`,
      found: nm(roundTurn(second - two - (first - one))),
      holds: 'angle',
      standard: Math.hypot(standard, isFace ? Math.abs(two - one) * RUN : 0),
      expected: ZERO,
      ...(first === second ? { because: `${axis} stood at one and the same angle both times, which shows nothing; turn it on` } : {}),
    },
  ]
}

/** A run along a face is taken with a rule: what it may be off by as a part of itself. */
const RUN = 0.003

const TURN = 360_000_000
const roundTurn = (angle: number): number => Math.round(angle - TURN * Math.round(angle / TURN))
