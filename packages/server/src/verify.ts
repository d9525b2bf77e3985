import { connect } from './db/client.ts'
import { verifyLedger } from './ledger/verify.ts'

const { pool } = connect(process.env.DATABASE_URL!, null, () => undefined)
const { entries, machines, faults } = await verifyLedger(pool)
await pool.end()
for (const { machine, seq, sentence } of faults) console.error(`${machine}, entry ${seq}: ${sentence}`)
console.log(
  faults.length === 0
    ? `${entries} entries on ${machines} machines: every chain is whole.`
    : `${faults.length} ${faults.length === 1 ? 'fault' : 'faults'} in ${entries} entries.`,
)
process.exitCode = faults.length === 0 ? 0 : 1
