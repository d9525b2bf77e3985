import type { Shop } from '@rook/contract'
import type { ScaleTime } from 'd3-scale'
import { dayTime } from '../client/time.ts'

/** Room that a day takes under a chart, pixels. */
const ROOM = 92

/** The days under a chart over time, in the shop's zone: as many as have room beside each other. */
export function dayTicks(x: ScaleTime<number, number>, shop: Pick<Shop, 'timeZone'> | null) {
  const days = x.ticks(5).map((tick) => ({ key: tick.getTime(), x: x(tick), words: dayTime(tick.toISOString(), shop).split(',')[0]! }))
  const shown: typeof days = []
  for (const day of days) if (day.x - (shown.at(-1)?.x ?? -ROOM) >= ROOM) shown.push(day)
  return shown
}
