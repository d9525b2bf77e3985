import type { Lane } from '../base/db/transaction.ts'
import type { SetupRow } from '../setups/load.ts'

export interface Parts {
  /** Counted in this setup, good or not. */
  made: number
  /** Of them, counted without a first part that proved the setup. */
  unproven: number
  /** Good parts that the job still wants of this operation, in whichever of its setups they were made; never below zero. */
  wanted: number
}

const COUNTED = `
  SELECT own.id AS setup, coalesce(sum(c.made + c.scrapped) FILTER (WHERE c.setup = own.id), 0)::int AS made,
    coalesce(sum(c.made + c.scrapped) FILTER (WHERE c.setup = own.id AND e.content -> 'parts' ? 'unproven'), 0)::int AS unproven,
    coalesce(sum(c.made), 0)::int AS good
  FROM setup own
  LEFT JOIN LATERAL (
    SELECT one.* FROM part_count one JOIN setup s ON s.id = one.setup
    WHERE s.job = own.job AND s.operation = own.operation
      AND NOT EXISTS (SELECT FROM entry k WHERE k.refers = one.entry AND k.kind = 'correction')) c ON true
  LEFT JOIN entry e ON e.id = c.entry
  WHERE own.id = ANY($1) GROUP BY own.id`

/** What was counted in setups, and what is still wanted, by the setup's id. */
export async function partsOf({ client }: Pick<Lane, 'client'>, rows: readonly SetupRow[]): Promise<Map<string, Parts>> {
  const { rows: counted } = await client.query<{ setup: string; made: number; unproven: number; good: number }>({
    name: 'parts-counted',
    text: COUNTED,
    values: [rows.map(({ plan }) => plan.setup)],
  })
  const quantity = new Map(rows.map(({ plan, job }) => [plan.setup, job.quantity]))
  return new Map(
    counted.map(({ setup, made, unproven, good }) => [setup, { made, unproven, wanted: Math.max(0, quantity.get(setup)! - good) }]),
  )
}
