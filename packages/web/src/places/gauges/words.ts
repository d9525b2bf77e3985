import { formatExact, type GaugeFamily, type LengthUnit, type Nm } from '@rook/core'
import type { GaugeEventKind, GaugeRecord } from '@rook/contract'

export const FAMILIES: Record<GaugeFamily, string> = {
  'edge-finder': 'edge finder',
  'touch-probe': 'touch probe',
  'gauge-pin': 'gauge pin',
  shim: 'shim, feeler',
  'gauge-block': 'gauge block',
  'height-gauge': 'height gauge',
  indicator: 'indicator',
  setter: 'tool setter',
  'ring-gauge': 'ring gauge',
  'master-tool': 'master tool',
  caliper: 'caliper',
  micrometer: 'micrometer',
  'bore-gauge': 'bore gauge',
  'by-eye': 'by eye',
}

export const EVENTS: Record<GaugeEventKind, string> = {
  added: 'added',
  calibrated: 'calibrated',
  checked: 'passed a check',
  failed: 'failed a check',
  knocked: 'knocked or dropped',
  'stylus-changed': 'stylus changed',
  withdrawn: 'withdrawn',
  returned: 'returned to use',
}

export type GaugeWord = 'in use' | 'due' | 'disturbed' | 'withdrawn'

/** The state as people say it: a gauge in use whose date has passed is due. */
export function stateOf({ state, due }: GaugeRecord, now: string): GaugeWord {
  if (state === 'withdrawn') return 'withdrawn'
  if (state === 'disturbed') return 'disturbed'
  return due !== null && due < now ? 'due' : 'in use'
}

const both = (value: Nm): [LengthUnit, string][] => [
  ['mm', formatExact(value, 'mm')],
  ['in', formatExact(value, 'in')],
]

/** A size in the unit it comes out short in: a 3/8 pin in inches, a 10 pin in millimetres. */
export function sizeText(value: Nm): string {
  const [[, mm], [, inch]] = both(value) as [[LengthUnit, string], [LengthUnit, string]]
  return inch.length < mm.length ? `${inch} in` : `${mm} mm`
}
