import { draftHandover, routineById, shiftSpan, type HandoverLine, type Scene, type ShiftEntry, type ShiftSpan } from '@rook/core'
import type { Notice, Shop } from '@rook/contract'
import { like } from 'drizzle-orm'
import type { Lane } from '../base/db/transaction.ts'
import { draft } from '../base/db/schema.ts'

const HOUR = 3_600_000
/** A shop may stand still over a fortnight. */
const FORTNIGHT = 14 * 24

/** The shift that runs, or the one that ran last; ‘before’ is the one before that. */
export function spanOf({ shifts, timeZone }: Shop, now: string, which: 'this' | 'before'): ShiftSpan | null {
  const lastUntil = (at: number): ShiftSpan | null => {
    for (let back = 0; back <= FORTNIGHT; back++) {
      const found = shiftSpan(shifts, timeZone, new Date(at - back * HOUR).toISOString())
      if (found) return found
    }
    return null
  }
  const own = lastUntil(Date.parse(now))
  return which === 'this' || !own ? own : lastUntil(Date.parse(own.from) - 1)
}

interface Row extends Omit<ShiftEntry, 'answered' | 'takenBack'> {
  findings: { finding: { sentence: string }; reason: string | null }[] | null
  taken: boolean
}

const ENTRIES = `
  SELECT e.id, e.kind, e.title, e.reason, e."by", e.release, e.content -> 'findings' AS findings, e.content -> 'parts' AS parts,
    ARRAY(SELECT gauge FROM entry_gauge g WHERE g.entry = e.id) AS gauges,
    EXISTS (SELECT FROM entry k WHERE k.refers = e.id AND k.kind = 'correction') AS taken
  FROM entry e WHERE e.machine = $1 AND e.at >= $2 AND e.at < $3 ORDER BY e.seq`

/** What the ledger says of a shift on a machine. */
export async function drafted(
  { client, db }: Pick<Lane, 'client' | 'db'>,
  machine: string,
  span: ShiftSpan,
  { scene, notices }: { scene: Scene; notices: readonly Notice[] },
): Promise<HandoverLine[]> {
  const { rows } = await client.query<Row>({ name: 'shift-entries', text: ENTRIES, values: [machine, span.from, span.to] })
  const typed = await db
    .select({ routine: draft.routine })
    .from(draft)
    .where(like(draft.key, `${machine}:%`))
  return draftHandover({
    entries: rows.map(({ findings, taken, parts, ...row }) => ({
      ...row,
      parts: parts ?? undefined,
      takenBack: taken,
      answered: (findings ?? []).flatMap(({ finding, reason }) => (reason === null ? [] : [{ sentence: finding.sentence, reason }])),
    })),
    notices,
    scene,
    typed: typed.map(({ routine }) => routineById(routine)?.name ?? routine),
  })
}
