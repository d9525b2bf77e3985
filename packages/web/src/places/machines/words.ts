import type { LengthConvention } from '@rook/core'

export const CONVENTIONS: Record<LengthConvention, string> = {
  'gauge-length': 'from the gauge line, positive',
  'touch-off': 'touch-off from part zero, negative',
  'reference-tool': 'differences from a reference tool',
}
