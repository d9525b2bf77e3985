import type { Job, Shop } from '@rook/contract'
import { dayIn } from '../../client/time.ts'

/** True once the day on which a job is due is over in the shop. */
export const isLate = ({ due, state }: Pick<Job, 'due' | 'state'>, shop: Pick<Shop, 'timeZone'> | null, now = new Date()): boolean =>
  due !== null && state !== 'closed' && due < dayIn(now, shop)
