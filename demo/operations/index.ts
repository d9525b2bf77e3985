import { LATHES } from './lathes.ts'
import { MILL_1 } from './mill-1.ts'
import { MILL_2 } from './mill-2.ts'
import { MILL_3 } from './mill-3.ts'
import { MILL_4 } from './mill-4.ts'
import type { DemoOperation } from './operation.ts'

/** Each machine's operations; the first one is at hand today. */
export const OPERATIONS: DemoOperation[] = [...MILL_3, ...MILL_4, ...MILL_2, ...MILL_1, ...LATHES]

export type { DemoOperation } from './operation.ts'
