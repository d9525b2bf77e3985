import { rowInput, type InputSpec, type RawInputs, type Remark, type Values } from '../../routine/index.ts'
import type { Fact } from '../../working/index.ts'

const TURNS: Readonly<Record<string, string>> = {
  still: 'standing still',
  against: 'turning against the cut',
  with: 'turning with the cut',
}
const WARMTH: Readonly<Record<string, string>> = { cold: 'cold', warm: 'warm' }

/** How the spindle turned while a setter measured; whether it was warm is asked of every reading. */
export function spindleInputs(raw: RawInputs): InputSpec[] {
  const turning: InputSpec = {
    ...rowInput('spindle', 'Spindle', [
      { value: 'still', label: 'Still' },
      { value: 'against', label: 'Against the cut' },
      { value: 'with', label: 'With the cut' },
    ]),
    optional: true,
  }
  if (raw.spindle !== 'against' && raw.spindle !== 'with') return [turning]
  return [turning, { kind: 'number', id: 'speed', label: 'Speed', unit: 'rpm', min: 1, max: 60_000, optional: true }]
}

/** The conditions in a line under the result. */
export function spindleFacts(values: Values): Fact[] {
  const speed = values.number('speed')
  const said = [
    TURNS[values.choice('spindle') ?? ''],
    speed === null ? undefined : `${speed} rpm`,
    WARMTH[values.choice('warmth') ?? ''],
  ].filter((word) => word !== undefined)
  return said.length === 0 ? [] : [{ label: 'Spindle', text: said.join(', ') }]
}

/** An edge that turns with the cut digs into the setter. */
export function spindleRemarks(values: Values): Remark[] {
  const turns = values.choice('spindle')
  if (turns === null) return []
  const wrong = turns === 'with'
  return [
    {
      id: 'turned-while-measuring',
      name: 'turned the right way',
      verdict: wrong ? 'stop' : 'clear',
      sentence: wrong
        ? 'The tool turned with the cut while it was measured: an edge then digs in and reads long. Turn it against the cut and measure again.'
        : `Measured ${TURNS[turns]}.`,
      figures: [],
    },
  ]
}
