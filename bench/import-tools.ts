import { randomUUID } from 'node:crypto'
import { signIn } from './shop.ts'
import { startServerProcess } from './server-process.ts'

const TOOLS = 10_000

/** Seconds for a file of ten thousand tools, read, checked and taken in one transaction over HTTP; all or none. */
export async function benchImport(
  url: string,
): Promise<{ tools: number; seconds: number; added: number; waiting: { reading: number; taking: number } }> {
  const server = await startServerProcess(url)
  const headers = { 'content-type': 'application/json', ...(await signIn(server.url)) }
  const rows = Array.from(
    { length: TOOLS },
    (_, at) => `lot-${at},Cutter ${at},${(80 + (at % 900) / 10).toFixed(3)},${(3 + (at % 200) / 10).toFixed(3)},${2 + (at % 4)}`,
  )
  const file = Buffer.from(`Id,Name,Length,Diameter,Flutes\n${rows.join('\n')}\n`).toString('base64')
  const look = () =>
    fetch(`${server.url}/api/machines/mill-0/presets/read`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ sender: 'supplier', file, setup: null }),
    })
  await look()
  const reading = await slowestBeside(server.url, look())
  const began = performance.now()
  const taken = fetch(`${server.url}/api/machines/mill-0/presets`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ id: randomUUID(), sender: 'supplier', file, chosen: null, reason: 'the whole catalogue' }),
  })
  const taking = await slowestBeside(server.url, taken)
  const answer = await taken
  const body = (await answer.json()) as { added?: number; detail?: string }
  const seconds = (performance.now() - began) / 1000
  await server.stop('SIGTERM')
  if (body.added !== TOOLS) throw new Error(`${answer.status}: ${body.detail ?? `${body.added} taken`}`)
  return { tools: TOOLS, seconds, added: body.added, waiting: { reading, taking } }
}

/** The longest that somebody else waits for a short answer while something is going on, milliseconds. */
async function slowestBeside(url: string, work: Promise<unknown>): Promise<number> {
  let [going, slowest] = [true, 0]
  void work.finally(() => (going = false))
  while (going) {
    const began = performance.now()
    await fetch(`${url}/api/health`).then((answer) => answer.arrayBuffer())
    slowest = Math.max(slowest, performance.now() - began)
  }
  return slowest
}
