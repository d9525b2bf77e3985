import type { Nm } from '../length/index.ts'
import type { Drawing } from '../drawing/index.ts'
import type { RegisterRef } from '../machine/index.ts'
import type { Scene } from '../scene/index.ts'
import type { Contributor } from '../uncertainty/index.ts'
import type { WorkingLine } from '../working/index.ts'
import type { Readout, Refusal, Sheet, Slip } from './sheet.ts'
import { readoutOf, settle, slipsOf, valueOf, type SingleTouch } from './single-touch.ts'

/** What a routine of one touch makes of its inputs; `touch` is null while something is missing. */
export interface TouchParts {
  scene: Scene
  target: RegisterRef | null
  /** Text before the result's figure. */
  label: string
  lines: WorkingLine[]
  refusal?: Refusal | null
  touch: SingleTouch | null
  contributors: Contributor[]
  gauges: string[]
  assembly?: string | null
  /** How the reading is called in the travel check. */
  readingLabel: string
  /** Slips that only this routine knows, besides those of every touch. */
  slips?: Slip[]
  drawing(fresh: Nm | null): Drawing
  /** @param shown what the control shows at the touch, P + c */
  readouts(shown: Nm): Readout[]
}

/** The three panes' contents of a routine that rests on one touch on one axis. */
export function touchSheet(parts: TouchParts): Sheet {
  const { scene, target, touch, refusal = null } = parts
  const settled = touch && target && !refusal ? settle(valueOf(touch), parts.contributors, scene.machine.increment) : null
  return {
    target,
    refusal,
    working: {
      unit: scene.machine.unit,
      lines: parts.lines,
      result: { label: parts.label, figure: settled?.value ?? null, expanded: settled?.uncertainty.expanded ?? null },
    },
    drawing: parts.drawing(settled?.value ?? null),
    result: settled && {
      writes: [{ register: target!, ...settled, state: 'set', assembly: parts.assembly ?? null }],
      readings: [{ axis: touch!.axis, label: parts.readingLabel, value: touch!.reading }],
      readouts: parts.readouts(readoutOf(touch!)),
      gauges: parts.gauges,
      slips: [...slipsOf(touch!, scene.machine.unit), ...(parts.slips ?? [])],
    },
  }
}
