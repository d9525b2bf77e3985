import { negate, nm, ZERO } from '../../length/index.ts'
import { effectiveRadius, type Gauge, type GaugeFamily } from '../../gauge/index.ts'
import { probeRegister, PROBE_SIDES, registerKey, type RegisterKey } from '../../register/index.ts'
import { betweenInputs, betweenName, gaugeInput, type Between, type InputSpec, type RawInputs, type Values } from '../../routine/index.ts'
import type { Scene } from '../../scene/index.ts'
import { contactCorrection, type Direction } from '../../touch/index.ts'
import { line, signedLine, type WorkingLine } from '../../working/index.ts'

/** What can be brought up to a side of a part. */
export const FINDERS: readonly GaugeFamily[] = ['edge-finder', 'touch-probe', 'gauge-pin', 'indicator']

export type SideAxis = 'X' | 'Y'

/** The sides of a part by the way the spindle moves onto them. */
export const SIDE_NAMES: Readonly<Record<SideAxis, Record<'+' | '-', string>>> = {
  X: { '+': 'onto its left side', '-': 'onto its right side' },
  Y: { '+': 'onto its near side', '-': 'onto its far side' },
}

/** What touches, and what lies between. */
export function finderInputs(scene: Scene, raw: RawInputs): InputSpec[] {
  return [gaugeInput('finder', 'What touches', scene, FINDERS), ...betweenInputs(scene, raw, { mayCountLess: false })]
}

/** The registers that a probe's own calibration on this machine stands in; none for other finders. */
export function calibrationOf(finder: Gauge | null, scene: Scene): RegisterKey[] {
  if (finder?.family !== 'touch-probe') return []
  return PROBE_SIDES.map((side) => registerKey(probeRegister(finder.id, side))).filter((key) => scene.standing[key])
}

export interface SideTouch {
  axis: SideAxis | null
  direction: Direction | null
  finder: Gauge | null
  between: Between | null
}

/** The lines that bring the spindle centre to the touched side: the radius, then what lay between. */
export function sideLines(values: Values, scene: Scene, { axis, direction, finder, between }: SideTouch): WorkingLine[] {
  const moving = axis && direction ? `, moving ${axis}${direction === 1 ? '+' : '\u2212'}` : ''
  const lines: WorkingLine[] = []
  if (axis && direction && finder) {
    const radius = contactCorrection({ direction, radius: effectiveRadius(finder, axis, direction), gauge: ZERO })
    lines.push(signedLine(`radius of ${finder.name}${moving}`, negate(radius)))
  } else lines.push(line('add', 'radius of what touches', null))
  if (values.choice('between') === 'typed')
    lines.push(line(direction === -1 ? 'less' : 'add', 'thickness between', between?.thickness ?? null, 'thickness'))
  else if (between && between.thickness !== 0 && direction)
    lines.push(signedLine(`${betweenName(between, scene)}${moving}`, nm(direction * between.thickness)))
  return lines
}
