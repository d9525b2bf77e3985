import { hasPast } from '../../check/reference.ts'
import { minus, nm, ZERO } from '../../length/index.ts'
import { geometryRegister } from '../../register/index.ts'
import { placeInput, readingInput, type FoundSize, type InputSpec, type RawInputs, type Values } from '../../routine/index.ts'
import { toolByNumber, type Scene } from '../../scene/index.ts'
import { diameterDoubt, placeOf } from '../../tip/x-reads.ts'
import { ofReadout } from '../../uncertainty/index.ts'
import type { WorkingLine } from '../../working/index.ts'

/**
 * A second skim with the same tool at another diameter, offered where its X has no past to be held against: radii for diameters, the
 * other unit, a figure that slipped put the two apart. What is wrong with both alike, another tool at work, it cannot show.
 */
export function secondDiameterInputs(scene: Scene, raw: RawInputs): InputSpec[] {
  if (!isFirst(raw.tool ?? null, scene) && !raw.witness) return []
  return [
    {
      ...readingInput('X', scene.machine, 'Machine X at the cut of a second diameter', 'witness'),
      optional: true,
      hint: 'to be sure, for nothing is on record to compare with',
      also: 'Skim a second diameter with it too',
    },
    ...(raw.witness ? [{ ...placeInput('Second diameter measured', null, 'witness-place'), gauged: true, optional: true }] : []),
  ]
}

function isFirst(number: string | null, scene: Scene): boolean {
  const tool = toolByNumber(scene, number)
  return tool !== null && !hasPast(geometryRegister(tool.offset, 'X'), scene, tool.assembly)
}

/** Its lines in the working, as long as it is asked for. */
export function secondDiameterLines(values: Values, scene: Scene): WorkingLine[] {
  const figure = values.length('witness')
  if (figure === null && !isFirst(values.choice('tool'), scene)) return []
  return [
    { operation: 'aside', label: 'X at a second diameter', cells: [{ figure, input: 'witness' }] },
    ...(figure === null
      ? []
      : [
          {
            operation: 'aside' as const,
            label: 'second diameter',
            cells: [{ figure: values.length('witness-place'), input: 'witness-place' }],
          },
        ]),
  ]
}

/** How far apart the geometries of both skims lie: (M\u2082 \u2212 P\u2082) \u2212 (M\u2081 \u2212 P\u2081), P halved where X reads radii. */
export function bySecondDiameter(values: Values, scene: Scene): FoundSize[] {
  const [first, second] = [values.length('reading'), values.length('witness')]
  const [diameter, other] = [values.length('place'), values.length('witness-place')]
  if (first === null || second === null || diameter === null || other === null) return []
  const standard = Math.SQRT2 * Math.hypot(diameterDoubt(values, scene).standard, ofReadout(scene.machine.increment).standard)
  return [
    {
      label: 'difference between both diameters',
      found: nm(Math.round(minus(second, first) - minus(placeOf(other, scene), placeOf(diameter, scene)))),
      standard,
      expected: ZERO,
      ...(first === second || diameter === other
        ? { because: 'both are one and the same diameter, which shows nothing; skim another one' }
        : {}),
    },
  ]
}
