import { and, eq, ne } from 'drizzle-orm'
import { gauge } from '../base/db/schema.ts'
import type { Lane } from '../base/db/transaction.ts'
import { Problem } from '../base/problem.ts'

/** A name belongs to one gauge in use; a withdrawn one leaves its name to the next. @param id the gauge that may have it */
export async function refuseNameTaken({ db }: Pick<Lane, 'db'>, id: string, name: string): Promise<void> {
  const [other] = await db
    .select({ id: gauge.id })
    .from(gauge)
    .where(and(eq(gauge.name, name), ne(gauge.id, id), ne(gauge.state, 'withdrawn')))
  if (other)
    throw new Problem(409, 'name-taken', `There is a gauge called ${name} already.`, { fields: { name: 'Another gauge has this name.' } })
}
