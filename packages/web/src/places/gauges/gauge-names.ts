import type { GaugeFamily } from '@rook/core'
import type { GaugeEventKind } from '@rook/contract'

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
  'taken-back': 'calibration taken back',
  corrected: 'record put right',
}
