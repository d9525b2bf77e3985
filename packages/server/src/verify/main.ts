import { parseArgs } from 'node:util'
import { connect } from '../db/client.ts'
import { prepareDatabase, Unfit } from '../db/prepare.ts'
import { verifyLedger, type Expected } from './ledger.ts'

const { values } = parseArgs({ options: { expect: { type: 'string', multiple: true } } })

function expectedOf(text: string): Expected {
  const [, seq, hash] = /^(\d+):([0-9a-f]{8,64})$/.exec(text) ?? []
  if (!seq || !hash) throw new Unfit(`--expect ${text}: write the entry’s number and its hash with a colon between, as 417:9f2c41d0.`)
  return { seq: Number(seq), hash }
}

try {
  const expected = (values.expect ?? []).map(expectedOf)
  const url = await prepareDatabase(process.env.DATABASE_URL!, process.env.DATABASE_OWNER_URL || null)
  const { pool } = connect(url, () => undefined, { unhurried: true })
  const { entries, machines, faults } = await verifyLedger(pool, expected)
  await pool.end()
  for (const { machine, seq, sentence } of faults) console.error(`${machine}${seq > 0 ? `, entry ${seq}` : ''}: ${sentence}`)
  console.log(
    faults.length === 0
      ? `${entries} entries on ${machines} machines: every chain is whole.`
      : `${faults.length} ${faults.length === 1 ? 'fault' : 'faults'} in ${entries} entries.`,
  )
  process.exitCode = faults.length === 0 ? 0 : 1
} catch (error) {
  console.error(error instanceof Unfit ? error.message : error)
  process.exitCode = 1
}
