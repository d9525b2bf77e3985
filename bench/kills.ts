import type { Entry, EntryContent } from '@rook/contract'
import { connect } from '@rook/server/db/client'
import { verifyLedger } from '@rook/server/verify/ledger'
import pg from 'pg'
import { setTimeout as pause } from 'node:timers/promises'
import { entryOf, machineOf, openBenchShop, REGISTER, signIn, type Headers } from './shop.ts'
import { startServerProcess, type ServerProcess } from './server-process.ts'

const KILLS = Number(process.env.KILLS ?? 100)
const AT_ONCE = 4

interface Sent {
  id: string
  acknowledged: boolean
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
  for (let kill = 1; kill <= KILLS; kill++) {
    const server = await startServerProcess(databaseUrl)
    const own = await signIn(server.url)
    const writing = Array.from({ length: AT_ONCE }, (_, writer) =>
      writeUntilGone(server, own, writer, sent).catch((error: unknown) => error),
    )
    await pause(400 + ((kill * 137) % 600))
    // Every third time it is the database: a process of it that dies makes all of it begin anew from its log.
    if (kill % 3 === 0) await killDatabase(databaseUrl)
    await server.stop('SIGKILL')
    for (const trouble of await Promise.all(writing))
      if (trouble instanceof Error && !/fetch failed|terminated/.test(String(trouble))) throw trouble
    if (kill % 10 === 0) console.log(`  ${kill} kills, ${sent.filter(({ acknowledged }) => acknowledged).length} entries acknowledged`)
  }
  const { pool } = connect(databaseUrl, () => undefined, { unhurried: true })
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
  const acknowledged = sent.filter((one) => one.acknowledged).length
  const enough = acknowledged >= Math.max(1, KILLS)
  if (!enough) console.log(`Only ${acknowledged} entries were acknowledged in ${KILLS} kills: that nothing was lost says nothing.`)
  process.exitCode = lost.length + halves.length + faults.length === 0 && enough ? 0 : 1
}

await main()
