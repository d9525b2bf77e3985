import type { Shop } from '@rook/contract'
import type { ScaleTime } from 'd3-scale'
import { dayTime } from '../app/time.ts'

/** The days under a chart over time, in the shop's zone. */
export const dayTicks = (x: ScaleTime<number, number>, shop: Pick<Shop, 'timeZone'> | null) =>
  x.ticks(5).map((tick) => ({ key: tick.getTime(), x: x(tick), words: dayTime(tick.toISOString(), shop).split(',')[0]! }))
