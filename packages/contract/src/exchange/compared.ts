import { z } from 'zod'

/** Registers that stand in the ledger and were not compared with the control, each with the reason. */
export const notCompared = z.array(z.object({ register: z.string(), name: z.string(), because: z.string() }))
