import type { Entry, EntryContent } from '@rook/contract'
import { connect } from '@rook/server/base/db/client'
import { verifyLedger } from '@rook/server/verify/ledger'
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { setTimeout as pause } from 'node:timers/promises'
import { NotingControl } from './kill-control.ts'
import { entryOf, machineOf, openBenchShop, REGISTER, signIn, WRITERS, type Headers } from './shop.ts'
import { startServerProcess, type ServerProcess } from './server-process.ts'

const KILLS = Number(process.env.KILLS ?? 100)
const AT_ONCE = 4

interface Sent {
  id: string
  acknowledged: boolean
}

/** A zero for the control to be sent. */
async function firstZero(server: ServerProcess, own: Headers): Promise<void> {
  const headers = { 'content-type': 'application/json', ...own }
  const x = entryOf(CONTROLLED, 0, null)
  const y = { ...x, id: randomUUID(), inputs: { ...x.inputs, axis: 'Y', reading: '-204.7000' }, basis: {} }
  const z = { ...x, id: randomUUID(), routine: 'deliberate-zero', inputs: { register: 'work/G54/Z/geometry' }, basis: {} }
  const answers = { ...x.answers, 'on-purpose|query|G54 Z': 'the tools hold it' }
  for (const entry of [x, y, z]) {
    const body = JSON.stringify({ ...entry, answers })
    const answer = await fetch(`${server.url}/api/machines/${machineOf(CONTROLLED)}/entries`, { method: 'POST', headers, body })
    if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`)
  }
}

/** Writes until the server is gone; keeps what was sent and what was acknowledged. */
async function writeUntilGone(server: ServerProcess, own: Headers, writer: number, sent: Sent[]): Promise<void> {
  const headers = { 'content-type': 'application/json', ...own }
  const answer = await fetch(`${server.url}/api/machines/${machineOf(writer)}/scene`, { headers })
  // Killed before it began, or its database is only coming back.
  if (!answer.ok) return
  const scene = (await answer.json()) as { standing: Record<string, { entry: string }> }
  let basis = scene.standing[REGISTER]?.entry ?? null
  for (let turn = 0; ; turn++) {
    const body = entryOf(writer, turn, basis)
    const one: Sent = { id: body.id, acknowledged: false }
    sent.push(one)
    const answer = await fetch(`${server.url}/api/machines/${machineOf(writer)}/entries`, {
      method: 'POST',
      headers,
      body: JSON.stringify(body),
    }).catch(() => null)
    const entry = answer?.ok ? ((await answer.json().catch(() => null)) as Entry | null) : null
    if (answer && !answer.ok && answer.status < 500) throw new Error(`${answer.status} ${await answer.text()}`)
    if (!entry) return
    one.acknowledged = true
    basis = entry.content.id
  }
}

/** The machine whose control is written to. */
const CONTROLLED = WRITERS - 1

/** Its line channel is on record, and a zero stands there to be sent. */
async function connectControl(pool: pg.Pool, line: string): Promise<void> {
  await pool.query(`INSERT INTO setting (key, value) VALUES ('local-machines', 'true')`)
  await pool.query(
    `INSERT INTO machine_connection (id, machine, at, person, line, reads_table, sends) VALUES (gen_random_uuid(), $1, now(), 'writer', $2, true, true)`,
    [machineOf(CONTROLLED), line],
  )
}

/** Sends the zero to the control, again and again, until the server is gone. */
async function sendUntilGone(server: ServerProcess, own: Headers, control: NotingControl, sent: Sent[]): Promise<void> {
  const headers = { 'content-type': 'application/json', ...own }
  const path = `${server.url}/api/machines/${machineOf(CONTROLLED)}`
  for (;;) {
    const one: Sent = { id: randomUUID(), acknowledged: false }
    control.underWay = one.id
    const body = JSON.stringify({ id: one.id, setup: null, slots: ['G54'], tools: [] })
    const answer = await fetch(`${path}/control/sent`, { method: 'POST', headers, body }).catch(() => null)
    if (!answer) return void sent.push(one)
    if (answer.ok) sent.push({ ...one, acknowledged: true })
    await answer.text().catch(() => null)
    // Its line is only being opened.
    if (!answer.ok) await pause(100)
  }
}

/** A little after the next sending has arrived; half a minute at most. */
async function arrival(control: NotingControl, after: number): Promise<void> {
  const before = control.arrived.length
  for (let tries = 0; tries < 3_000 && control.arrived.length === before; tries++) await pause(10)
  await pause(after)
}

/** Sendings that the control has, and of which nothing is on record. Whoever takes the line next has to say what became of them. */
async function unaccounted(pool: pg.Pool, control: NotingControl, sent: readonly Sent[]): Promise<string[]> {
  for (let tries = 0; ; tries++) {
    const { rows } = await pool.query<{ id: string }>(
      `SELECT a.id FROM control_ask a WHERE a.what = 'send' AND NOT EXISTS (SELECT FROM control_sent s WHERE s.id = a.id)`,
    )
    if (rows.length === 0 || tries === 240) break
    await pause(500)
  }
  const { rows } = await pool.query<{ id: string; outcome: string }>('SELECT id, outcome FROM control_sent')
  const outcome = new Map(rows.map((row) => [row.id, row.outcome]))
  const answered = sent.filter(({ id, acknowledged }) => acknowledged && !outcome.has(id))
  // What arrived was not refused, whatever else became of it.
  const arrived = control.arrived.filter((id) => (outcome.get(id) ?? 'refused') === 'refused')
  return [...new Set([...answered.map(({ id }) => id), ...arrived])]
}

/** Kills the database under whoever is recording, and waits until it has recovered by itself. */
async function killDatabase(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => undefined)
  await client.connect()
  const { rows } = await client.query<{ pid: number }>(
    `SELECT pid FROM pg_stat_activity WHERE application_name = 'rook-ledger' AND datname = current_database() ORDER BY query_start DESC LIMIT 1`,
  )
  await client.end().catch(() => undefined)
  if (rows[0]) process.kill(rows[0].pid, 'SIGKILL')
  for (let tries = 0; tries < 200; tries++) {
    await pause(50)
    const again = new pg.Client({ connectionString: url, connectionTimeoutMillis: 2_000 })
    again.on('error', () => undefined)
    if (
      await again
        .connect()
        .then(() => again.end())
        .then(
          () => true,
          () => false,
        )
    )
      return
  }
  throw new Error('the database did not come back')
}

/** Kills the server, and every third time the database, while four people record, a hundred times, and looks whether the ledger kept its word. */
async function main(): Promise<void> {
  const databaseUrl = process.env.BENCH_DATABASE!
  await openBenchShop(databaseUrl)
  const sent: Sent[] = []
  const sendings: Sent[] = []
  const control = new NotingControl()
  const { pool } = connect(databaseUrl, () => undefined, { unhurried: true })
  await connectControl(pool, await control.open())
  for (let kill = 1; kill <= KILLS; kill++) {
    const server = await startServerProcess(databaseUrl)
    const own = await signIn(server.url)
    const writing = Array.from({ length: AT_ONCE }, (_, writer) =>
      writeUntilGone(server, own, writer, sent).catch((error: unknown) => error),
    )
    if (kill === 1) await firstZero(server, own)
    writing.push(sendUntilGone(server, own, control, sendings).catch((error: unknown) => error))
    await pause(400 + ((kill * 137) % 600))
    // Every fourth time while figures are on their way to the control: a line takes a while to open, so that is waited for.
    if (kill % 4 === 0) await arrival(control, (kill * 37) % 220)
    // Every third time it is the database: a process of it that dies makes all of it begin anew from its log.
    if (kill % 3 === 0) await killDatabase(databaseUrl)
    await server.stop('SIGKILL')
    for (const trouble of await Promise.all(writing))
      if (trouble instanceof Error && !/fetch failed|terminated/.test(String(trouble))) throw trouble
    if (kill % 10 === 0) console.log(`  ${kill} kills, ${sent.filter(({ acknowledged }) => acknowledged).length} entries acknowledged`)
  }
  const after = await startServerProcess(databaseUrl)
  const unsaid = await unaccounted(pool, control, sendings)
  await after.stop('SIGTERM')
  control.close()
  const { rows } = await pool.query<{ id: string; content: EntryContent; writes: number }>(
    'SELECT e.id, e.content, (SELECT count(*)::int FROM entry_write w WHERE w.entry = e.id) AS writes FROM entry e',
  )
  const kept = new Map(rows.map((row) => [row.id, row]))
  const lost = sent.filter(({ id, acknowledged }) => acknowledged && !kept.has(id))
  const halves = rows.filter(({ content, writes }) => writes !== content.writes.length)
  const unheard = sent.filter(({ id, acknowledged }) => !acknowledged && kept.has(id))
  const { faults, entries } = await verifyLedger(pool)
  await pool.end()
  console.log(
    `${KILLS} kills, ${Math.floor(KILLS / 3)} of them of the database: ${entries} entries kept, ${lost.length} acknowledged ones lost, ${halves.length} in halves, ${unheard.length} kept whose answer was cut off, ${faults.length} faults in the chains`,
  )
  const heard = new Set(sendings.flatMap(({ id, acknowledged }) => (acknowledged ? [id] : [])))
  const cut = [...new Set(control.arrived)].filter((id) => !heard.has(id)).length
  console.log(
    `${new Set(control.arrived).size} sendings arrived at a control, ${cut} of them with the answer cut off; ${unsaid.length} have no row that says so`,
  )
  const acknowledged = sent.filter((one) => one.acknowledged).length
  const enough = acknowledged >= Math.max(1, KILLS) && cut > 0
  if (!enough)
    console.log(
      `Only ${acknowledged} entries were acknowledged and ${cut} sendings cut off in ${KILLS} kills: that nothing was lost says nothing.`,
    )
  process.exitCode = lost.length + halves.length + faults.length + unsaid.length === 0 && enough ? 0 : 1
}

await main()
