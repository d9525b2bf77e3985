import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import type { Database } from '@rook/server/base/db/client'
import { programIssue, programText } from '@rook/server/base/db/schema'
import { unpack } from '@rook/server/programs/unpack'
import { Chance } from '@rook/testing/chance'

interface Kept {
  operation: string
  /** Issues before these were never kept. */
  issue: number
  file: string
  /** What it was called on its stick. */
  name: string
  note: string | null
  daysAgo: number
  person: string
}

const PROGRAMS: readonly Kept[] = [
  { operation: 'flange-20', issue: 4, file: 'O2417-4.nc', name: 'O2417.NC', note: 'as it ran in spring', daysAgo: 60, person: 'quillon' },
  {
    operation: 'flange-20',
    issue: 5,
    file: 'O2417.nc',
    name: 'O2417.NC',
    note: 'drill 0.5 deeper, cutters compensated',
    daysAgo: 3,
    person: 'tansley',
  },
]

/** Issues of the shop's programs, kept before the fortnight that is played. */
export async function keepPrograms(db: Database, until: number): Promise<void> {
  const chance = new Chance(2_417)
  for (const { operation, issue, file, name, note, daysAgo, person } of PROGRAMS) {
    const content = gzipSync(readFileSync(new URL(`./${file}`, import.meta.url)))
    const { hash, bytes, lines } = unpack({ gzip: content.toString('base64') })
    await db.insert(programText).values({ hash, bytes, lines, content }).onConflictDoNothing()
    const at = new Date(until - daysAgo * 86_400_000).toISOString()
    await db.insert(programIssue).values({ id: chance.uuid(), operation, issue, name, text: hash, note, at, person })
  }
}
