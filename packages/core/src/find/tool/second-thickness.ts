import { hasPast } from '../../check/reference.ts'
import { doubtBy } from '../../limits/index.ts'
import { nm, ZERO } from '../../length/index.ts'
import { reachRegister } from '../../register/index.ts'
import {
  betweenInputs,
  chosenBetween,
  gaugeInput,
  readingInput,
  type Between,
  type FoundSize,
  type InputSpec,
  type RawInputs,
  type Values,
} from '../../routine/index.ts'
import { toolByNumber, type Scene } from '../../scene/index.ts'
import { ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'

const OVER = ['shim', 'gauge-pin', 'gauge-block'] as const

/**
 * A second touch at the same place over another thickness, offered where a length has no past to be held against: a thickness that was
 * forgotten or another one, a figure that slipped put the two apart. What is wrong with both alike, another tool or height, it cannot show.
 */
export function secondThicknessInputs(scene: Scene, raw: RawInputs): InputSpec[] {
  if (!isTouchedOver(raw.method) || (!isFirst(raw.tool ?? null, scene) && !raw.witness)) return []
  return [
    {
      ...readingInput('Z', scene.machine, 'Machine Z over another thickness', 'witness'),
      optional: true,
      hint: 'to be sure, for nothing is on record to compare with',
      also: 'Touch over another thickness too',
    },
    ...(raw.witness ? thicknessInputs(scene, raw) : []),
  ]
}

/** A gauge that is raised until it passes is another pin or block; else it may be anything, or nothing. */
const thicknessInputs = (scene: Scene, raw: RawInputs): InputSpec[] =>
  raw.method === 'block'
    ? [gaugeInput('witness-between', 'That other pin or block', scene, ['gauge-pin', 'gauge-block'])]
    : betweenInputs(scene, raw, { families: [...OVER], prefix: 'witness-', label: 'Between, the second time', mayCountLess: false }).map(
        (input) => (input.id === 'witness-thickness' ? { ...input, label: 'Thickness, the second time' } : input),
      )

const isTouchedOver = (method: string | null | undefined): boolean => method === 'part' || method === 'block' || method === 'datum'

function isFirst(number: string | null, scene: Scene): boolean {
  const tool = toolByNumber(scene, number)
  return tool !== null && !hasPast(reachRegister(scene.machine, tool), scene, tool.assembly)
}

/** Its line in the working, as long as it is asked for. */
export function secondThicknessLines(values: Values, scene: Scene): WorkingLine[] {
  const figure = values.length('witness')
  if (!isTouchedOver(values.choice('method')) || (figure === null && !isFirst(values.choice('tool'), scene))) return []
  const typed = values.choice('witness-between') === 'typed'
  return [
    { operation: 'aside', label: 'over another thickness', cells: [{ figure, input: 'witness' }] },
    ...(typed
      ? [
          {
            operation: 'aside' as const,
            label: 'thickness, the second time',
            cells: [{ figure: values.length('witness-thickness'), input: 'witness-thickness' }],
          },
        ]
      : []),
  ]
}

/** How far apart the lengths of both touches lie: (M\u2082 \u2212 m\u00b7g\u2082) \u2212 (M\u2081 \u2212 m\u00b7g\u2081); all else is the same and falls out. */
export function bySecondThickness(values: Values, between: Between | null, sense: 1 | -1, scene: Scene): FoundSize[] {
  const [first, second] = [values.length('reading'), values.length('witness')]
  const other = chosenBetween(values, scene, 'witness-')
  if (!between || !other || first === null || second === null || !isTouchedOver(values.choice('method'))) return []
  const touches = Math.SQRT2 * Math.hypot(doubtBy('feltContact', scene).standard, ofReadout(scene.machine.increment).standard)
  return [
    {
      label: 'difference between both thicknesses',
      found: nm(Math.round(second - first - sense * (other.thickness - between.thickness))),
      standard: Math.hypot(between.contributor.standard, other.contributor.standard, touches),
      expected: ZERO,
      ...(between.thickness === other.thickness
        ? { because: 'the same thickness lay there both times, which shows nothing; touch over another one' }
        : {}),
    },
  ]
}
