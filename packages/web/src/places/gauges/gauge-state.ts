import type { GaugeRecord } from '@rook/contract'

export type GaugeWord = 'in use' | 'due' | 'disturbed' | 'withdrawn'

/** The state as people say it: a gauge in use whose date has passed is due. */
export function stateOf({ state, due }: GaugeRecord, now: string): GaugeWord {
  if (state === 'withdrawn') return 'withdrawn'
  if (state === 'disturbed') return 'disturbed'
  return due !== null && due < now ? 'due' : 'in use'
}
