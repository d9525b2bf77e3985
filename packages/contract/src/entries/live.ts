import { z } from 'zod'
import { entryKind } from './entry.ts'

/** Something was appended to a machine's ledger. */
const ofEntry = z.object({
  kind: z.literal('entry'),
  machine: z.string(),
  entry: z.uuid(),
  seq: z.int(),
  what: entryKind,
  by: z.string(),
  setup: z.string().nullable(),
  registers: z.array(z.string()),
  gauges: z.array(z.string()),
  /** The entry that it takes back, or whose readout was seen. */
  refers: z.uuid().nullable(),
  /** False where it wrote more registers than are named. */
  all: z.boolean(),
})

/** Something changed that is no entry: a record, a gauge, a tool in the drawer, a part with its operations and jobs, the shop and its people. */
const ofThing = z.object({
  kind: z.enum(['machine', 'gauge', 'assembly', 'workpiece', 'plan', 'handover', 'remark', 'shop']),
  id: z.string(),
})

/** A person\u2019s sessions ended, or one of them. Browsers are not told; their streams end. */
const ofSession = z.object({ kind: z.literal('session-ended'), person: z.string(), session: z.string().nullable() })

/** What every server process tells every other one, and all but the last its browsers. */
export const announcement = z.union([ofEntry, ofThing, ofSession]).meta({ id: 'Announcement' })
export type Announcement = z.infer<typeof announcement>
