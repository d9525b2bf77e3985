import type { Entry } from '@rook/contract'
import type { Author } from '../base/author.ts'
import type { Connection } from '../base/db/client.ts'
import { programUse } from '../base/db/schema.ts'
import { Problem } from '../base/problem.ts'
import { ofSetup, openNow } from '../setups/setup-whole.ts'
import { issuesOf } from './issues.ts'

/** Notes the cautious first run and what was seen in it. */
export function prove(connection: Connection, id: string, body: { id: string; observed: string }, author: Author): Promise<Entry> {
  return ofSetup(
    connection,
    id,
    {
      body,
      kind: 'proven',
      async say(lane, row, { now }) {
        const open = await openNow(lane, row, now)
        if (open.length > 0)
          throw new Problem(409, 'left-open', `Before the first run these are to be done or skipped: ${open.join('; ')}.`)
        return { kind: 'proven', title: `Proven: ${row.plan.program || row.plan.name}`, reason: body.observed }
      },
      // The text that ran is the newest one.
      async after(lane, row, entry) {
        const issue = (await issuesOf(lane, row.plan.id)).find(({ at }) => at <= entry.at)
        if (issue)
          await lane.db
            .insert(programUse)
            .values({ entry: entry.id, kind: 'proven', setup: id, operation: row.plan.id, issue: issue.id, at: entry.at })
      },
    },
    author,
  )
}
