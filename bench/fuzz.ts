import { api, schemasOf, type Operation } from '@rook/contract'
import { SENT_PROGRAMS } from '../packages/server/test/fuzz/from-schema.ts'
import type { Door } from '../packages/server/test/fuzz/requests.ts'
import { fuzzServer } from '../packages/server/test/fuzz/send.ts'
import pg from 'pg'
import { startOver } from '../demo/start-over.ts'
import { PEOPLE } from '../demo/shop.ts'
import { connect } from '@rook/server/base/db/client'
import { verifyLedger } from '@rook/server/verify/ledger'
import { startServerProcess } from './server-process.ts'

/** Sends the demo shop's server a million requests out of the contract's own schemas, mended and spoilt. */
const REQUESTS = Number(process.env.FUZZ_REQUESTS ?? 1_000_000)
const SEED = Number(process.env.FUZZ_SEED ?? Date.now() % 1_000_000)
/** Who is signed in stays so: what ends sessions or changes people would only make all the rest a refusal. */
const LEFT_OUT = ['signIn', 'signOut', 'changeOwnPin', 'resetPin', 'changePerson', 'openShop']

const databaseUrl = process.env.BENCH_DATABASE!
await startOver(databaseUrl, Date.now(), 3)
const server = await startServerProcess(databaseUrl)
const doors = (Object.values(api) as Operation[])
  .filter(({ id }) => !LEFT_OUT.includes(id))
  .map(({ id, method, path, ...rest }) => ({ id, method, path, ...schemasOf(rest) }) as Door)

const askers: Record<string, string>[] = [{}]
for (const { id, pin } of PEOPLE) {
  const answer = await fetch(`${server.url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person: id, pin }),
  })
  const cookie = answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
  askers.push({ cookie, 'x-rook-person': id })
}

const client = new pg.Client({ connectionString: databaseUrl })
await client.connect()
const ids = async (text: string) => (await client.query<{ id: string }>(text)).rows.map(({ id }) => id)

/** What there is to be named, looked up anew now and then: requests add to it. */
async function poolsNow(): Promise<Record<string, readonly string[]>> {
  const machines = await ids('SELECT id FROM machine')
  const setups = await ids('SELECT id FROM setup WHERE ended_at IS NULL')
  const entries = await ids('SELECT id FROM entry ORDER BY at DESC LIMIT 40')
  const gauges = await ids('SELECT id FROM gauge')
  const assemblies = await ids('SELECT id FROM assembly LIMIT 60')
  const registers = await ids('SELECT DISTINCT register AS id FROM register_value LIMIT 80')
  const operations = await ids('SELECT id FROM operation LIMIT 30')
  const issues = await ids('SELECT id::text FROM program_issue LIMIT 30')
  const steps = await ids(`SELECT DISTINCT step ->> 'id' AS id FROM operation, jsonb_array_elements(steps) step LIMIT 60`)
  const by = (beginning: string, own: string[], ...names: string[]) =>
    Object.fromEntries(
      [...doors.filter(({ path }) => path.startsWith(beginning)).map(({ id }) => `${id} id`), ...names].map((name) => [name, own]),
    )
  return {
    ...by('/api/machines/', machines, 'machine'),
    ...by('/api/setups/', setups, 'setup'),
    ...by('/api/operations/', operations, 'operation'),
    ...by('/api/programs/', issues, 'issue', 'basis'),
    ...by('/api/practice/', machines),
    gzip: SENT_PROGRAMS,
    name: ['O2417.NC', 'x'],
    agent: ['http://127.0.0.1:9', '', 'ftp://x'],
    line: ['127.0.0.1:9', '', 'x'],
    press: ['home', 'jog', 'run', 'nothing'],
    ...by('/api/entries/', entries, 'entry'),
    ...by('/api/gauges/', gauges, 'finder', 'between', 'setter'),
    ...by('/api/assemblies/', assemblies, 'assembly'),
    'confirmStep step': steps,
    'skipStep step': steps,
    step: steps,
    register: registers,
    routine: ['edge', 'face', 'tool-length', 'corner', 'bore', 'middle', 'tool-diameter'],
    slot: ['G54', 'G55', 'G56'],
    axis: ['X', 'Y', 'Z'],
    direction: ['+', '-'],
    reading: ['-318.2040', '1/2"', '12 mm', '-98.1'],
    place: ['0', '-5'],
    number: ['1', '4', '9', '99999'],
    person: PEOPLE.map(({ id }) => id),
    pin: ['1357', '0000'],
    'inputs keys': ['slot', 'axis', 'direction', 'finder', 'between', 'reading', 'place', 'tool', 'method', 'setter'],
    'basis keys': registers.slice(0, 6),
  }
}

let pools = await poolsNow()
const began = performance.now()
const { statuses, taken, faults } = await fuzzServer({
  url: server.url,
  doors,
  pools: () => pools,
  askers,
  requests: REQUESTS,
  atOnce: 16,
  seed: SEED,
  async sent(count) {
    if (count % 20_000 === 0) {
      pools = await poolsNow()
      console.log(`  ${count} requests, ${((performance.now() - began) / 1000).toFixed(0)} s`)
    }
  },
})
await server.stop('SIGTERM')
await client.end()
const { pool } = connect(databaseUrl, () => undefined, { unhurried: true })
const verified = await verifyLedger(pool)
await pool.end()
for (const fault of faults) console.error(fault)
for (const { machine, seq, sentence } of verified.faults) console.error(`${machine}, entry ${seq}: ${sentence}`)
const all = Object.values(statuses).reduce((sum, count) => sum + count, 0)
console.log(
  `${all} requests (seed ${SEED}): ${Object.entries(statuses)
    .map(([status, count]) => `${count} × ${status}`)
    .join(
      ', ',
    )}; ${Object.keys(taken).length} of ${doors.length} doors took something; ${faults.length} faults, ${verified.faults.length} in the ledger of ${verified.entries} entries.`,
)
process.exit(faults.length + verified.faults.length === 0 ? 0 : 1)
