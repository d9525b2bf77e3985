import { randomUUID } from 'node:crypto'
import { Agent, request } from 'node:http'
import { text } from 'node:stream/consumers'
import { prepareDatabase } from '@rook/server/base/db/prepare'
import { startServer } from '@rook/server/server'
import pg from 'pg'
import type { Statement } from './bare-express.ts'
import { watchProcessors } from './processors.ts'
import { entryOf, machineOf, REGISTER, signIn, WRITERS, type Headers } from './shop.ts'
import { startBareExpress, startServerProcess } from './server-process.ts'

const SECONDS = 6
const ROUNDS = 3

/** Runs all writers side by side for a while; answers with entries per second. */
export async function rate(write: (writer: number, turn: number) => Promise<void>, seconds = SECONDS): Promise<number> {
  const until = performance.now() + seconds * 1000
  const began = performance.now()
  let written = 0
  await Promise.all(
    Array.from({ length: WRITERS }, async (_, writer) => {
      for (let turn = 0; performance.now() < until; turn++) {
        await write(writer, turn)
        written++
      }
    }),
  )
  return written / ((performance.now() - began) / 1000)
}

const agent = new Agent({ keepAlive: true, maxSockets: WRITERS })

/** Sends an entry with as little work on this side as can be: what is measured is the server. */
export function post(url: string, own: Headers, writer: number, turn: number, basis: string | null): Promise<string> {
  const entry = entryOf(writer, turn, basis)
  const body = JSON.stringify(entry)
  return new Promise((resolve, reject) => {
    const headers = { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body), ...own }
    const sent = request(`${url}/api/machines/${machineOf(writer)}/entries`, { method: 'POST', agent, headers }, (answer) => {
      if (answer.statusCode === 200) {
        answer.resume()
        answer.once('end', () => resolve(entry.id))
      } else void text(answer).then((why) => reject(new Error(`answered ${answer.statusCode}: ${why}`)), reject)
    })
    sent.once('error', reject)
    sent.end(body)
  })
}

/** The statements that one recording sends, with their values, listened to at the driver. */
async function listen(databaseUrl: string): Promise<{ statements: Statement[]; id: string; seq: number }> {
  const server = await startServer({ databaseUrl: await prepareDatabase(databaseUrl), host: '127.0.0.1', port: 0 })
  const own = await signIn(server.url)
  let basis = await latest(databaseUrl, 0)
  basis = await post(server.url, own, 0, 0, basis)
  const statements: Statement[] = []
  type Query = (...args: unknown[]) => unknown
  const prototype = pg.Client.prototype as unknown as { query: Query }
  const original = prototype.query
  prototype.query = function (this: pg.Client, ...args: unknown[]) {
    const [config, values] = args as [string | { name?: string; text: string; values?: unknown[] }, unknown[] | undefined]
    const { name, text } = typeof config === 'string' ? { name: undefined, text: config } : config
    statements.push({ name, text, values: (Array.isArray(values) ? values : typeof config === 'string' ? [] : config.values) ?? [] })
    return original.apply(this, args)
  }
  const id = await post(server.url, own, 0, 1, basis)
  prototype.query = original
  await server.stop()
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ seq: string }>('SELECT seq FROM entry WHERE id = $1', [id])
  await client.end()
  return { statements, id, seq: Number(rows[0]!.seq) }
}

export async function latest(databaseUrl: string, writer: number): Promise<string | null> {
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  const { rows } = await client.query<{ entry: string }>('SELECT entry FROM register_value WHERE machine = $1 AND register = $2', [
    machineOf(writer),
    REGISTER,
  ])
  await client.end()
  return rows[0]?.entry ?? null
}

/** What keeps an entry: one transaction that locks the end of the chain and writes; what only reads is left out. */
const KEEPS = /^(BEGIN|COMMIT)$|FOR UPDATE|INSERT INTO entry /

/** The same statements for another entry: its own id, its own place in its own machine's chain. */
function forEntry(
  { statements, id, seq }: { statements: Statement[]; id: string; seq: number },
  writer: number,
  ownSeq: number,
): Statement[] {
  const own = randomUUID()
  const put = (text: string) =>
    text
      .replaceAll(id, own)
      .replaceAll('mill-0', machineOf(writer))
      .replaceAll('setup-0', `setup-${writer}`)
      .replaceAll(`"seq":${seq}`, `"seq":${ownSeq}`)
  return statements.map(({ name, text, values }) => ({
    name,
    text,
    values: values.map((value) => {
      if (value === seq) return ownSeq
      // The number that the chain is seen to end at.
      if (value === seq - 1) return ownSeq - 1
      return typeof value === 'string' ? put(value) : value
    }),
  }))
}

/** Writers that record over HTTP, each on its own machine, one entry after the other. */
export async function writersOn(url: string, databaseUrl: string) {
  const own = await signIn(url)
  const bases = await Promise.all(Array.from({ length: WRITERS }, (_, writer) => latest(databaseUrl, writer)))
  return async (writer: number, turn: number) => {
    bases[writer] = await post(url, own, writer, turn, bases[writer]!)
  }
}

export interface Recording {
  /** Rate over HTTP with all checks, over that of the least SQL that keeps the same. */
  ratio: number
  /** Rate over HTTP with all checks, over that of an Express that sends the same statements and does nothing else. */
  express: number
  roundTrips: number
  /** Processor time of an entry, milliseconds: the server's own and the database's. */
  server: number
  database: number
}

/** Recording over HTTP with all checks, against the SQL that keeps the same sent by the bare driver; the ratio is what counts. */
export async function benchRecording(databaseUrl: string): Promise<Recording> {
  const captured = await listen(databaseUrl)
  const least = { ...captured, statements: captured.statements.filter(({ text }) => KEEPS.test(text.trim())) }
  const server = await startServerProcess(databaseUrl)
  let http = await writersOn(server.url, databaseUrl)
  await rate(http)
  const clients = await Promise.all(
    Array.from({ length: WRITERS }, async () => {
      const client = new pg.Client({ connectionString: databaseUrl })
      await client.connect()
      return client
    }),
  )
  const seqs = Array.from({ length: WRITERS }, () => 0)
  const bare = async (writer: number) => {
    for (const statement of forEntry(least, writer, ++seqs[writer]!)) {
      const { rowCount } = await clients[writer]!.query(statement)
      if (rowCount !== 1) throw new Error('the bare driver has written nothing')
    }
  }
  const plain = await startBareExpress(databaseUrl)
  const throughExpress = async (writer: number) => {
    const statements = forEntry(captured, writer, ++seqs[writer]!)
    const answer = await fetch(`${plain.url}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ statements }),
    })
    if (answer.status !== 200) throw new Error(`bare Express answered ${answer.status}`)
    await answer.arrayBuffer()
  }
  const ends = async () => {
    for (let writer = 0; writer < WRITERS; writer++) {
      const { rows } = await clients[writer]!.query<{ seq: string }>('SELECT seq FROM machine_head WHERE machine = $1', [machineOf(writer)])
      seqs[writer] = Number(rows[0]!.seq)
    }
  }
  const ratios: number[] = []
  const expresses: number[] = []
  let [spent, written] = [{ server: 0, database: 0 }, 0]
  for (let round = 0; round < ROUNDS; round++) {
    const processors = watchProcessors(server.child.pid!)
    const overHttp = await rate(http)
    const used = processors()
    spent = { server: spent.server + used.server, database: spent.database + used.database }
    written += overHttp * SECONDS
    await ends()
    const overDriver = await rate(bare)
    const overExpress = await rate(throughExpress)
    await ends()
    http = await writersOn(server.url, databaseUrl)
    console.log(
      `  round ${round + 1}: ${overHttp.toFixed(0)} entries/s over HTTP, ${overExpress.toFixed(0)} through an Express that only sends the statements, ${overDriver.toFixed(0)} entries/s with the bare driver (${least.statements.length} statements each)`,
    )
    ratios.push(overHttp / overDriver)
    expresses.push(overHttp / overExpress)
  }
  await Promise.all(clients.map((client) => client.end()))
  await server.stop('SIGTERM')
  await plain.stop('SIGTERM')
  const middle = (found: number[]) => found.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!
  return {
    ratio: middle(ratios),
    express: middle(expresses),
    roundTrips: captured.statements.length,
    server: spent.server / written,
    database: spent.database / written,
  }
}
