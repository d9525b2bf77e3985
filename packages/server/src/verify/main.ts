import { parseArgs } from 'node:util'
import pg from 'pg'
import { connect } from '../base/db/client.ts'
import { isMigrated } from '../base/db/migrate.ts'
import { prepareDatabase, Unfit } from '../base/db/prepare.ts'
import { TABLE_NAMES, TABLES } from '../base/db/tables.ts'
import type { Fault } from './fault.ts'
import { verifyGuards } from './guards.ts'
import { verifyLedger, type Expected } from './ledger.ts'

const { values } = parseArgs({ options: { expect: { type: 'string', multiple: true } } })

function expectedOf(text: string): Expected {
  const [, day, seal] = /^(\d{4}-\d\d-\d\d):([0-9a-f]{8,64})$/i.exec(text) ?? []
  if (day && seal) return { day, hash: seal.toLowerCase() }
  const [, machine, seq, hash] = /^(?:([^/\s]+)\/)?(\d+):([0-9a-f]{8,64})$/i.exec(text) ?? []
  if (!seq || !hash)
    throw new Unfit(
      `--expect ${text}: write a seal’s day and hash with a colon between, as 2026-12-01:9f2c41d0, or an entry’s number and hash, as 417:9f2c41d0 or mill-3/417:9f2c41d0.`,
    )
  return { machine: machine ?? null, seq: Number(seq), hash: hash.toLowerCase() }
}

/** Guards as they are before anything is put in order again; of a database at an older schema nothing can be said yet. */
async function guardsAsTheyAre(url: string): Promise<Fault[]> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 20_000 })
  await client.connect()
  try {
    return (await isMigrated(client)) ? await verifyGuards(client) : []
  } finally {
    await client.end()
  }
}

try {
  const expected = (values.expect ?? []).map(expectedOf)
  const asTheyAre = await guardsAsTheyAre(process.env.DATABASE_URL!)
  const url = await prepareDatabase(process.env.DATABASE_URL!, process.env.DATABASE_OWNER_URL || null)
  const { pool } = connect(url, () => undefined, { unhurried: true })
  const { entries, machines, faults: found } = await verifyLedger(pool, expected)
  const faults = [...asTheyAre.filter(({ sentence }) => !found.some((one) => one.sentence === sentence)), ...found]
  await pool.end()
  for (const { machine, seq, sentence } of faults) console.error(`${machine}${seq > 0 ? `, entry ${seq}` : ''}: ${sentence}`)
  console.log(
    faults.length === 0
      ? `${entries} entries on ${machines} machines: every chain is whole.`
      : `${faults.length} ${faults.length === 1 ? 'fault' : 'faults'} in ${entries} entries.`,
  )
  console.log('Not looked at:')
  for (const table of TABLE_NAMES) {
    const { held } = TABLES[table]
    if (held.by === 'nothing') console.log(`  ${table.replaceAll('_', ' ')}: ${held.because}`)
  }
  process.exitCode = faults.length === 0 ? 0 : 1
} catch (error) {
  console.error(error instanceof Unfit ? error.message : error)
  process.exitCode = 1
}
