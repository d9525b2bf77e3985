import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { createInterface } from 'node:readline'
import type { ObservedAnswer } from '@rook/contract'
import { connect } from '@rook/server/base/db/client'
import { machineConnection } from '@rook/server/base/db/schema'
import { addMachine } from '@rook/server/machines/routes'
import { watchProcessors } from './processors.ts'
import { startServerProcess } from './server-process.ts'
import { machineRecord, openBenchShop, signIn, type Headers } from './shop.ts'

const MACHINES = 40
const LASTS = 20_000
/** What is still on its way when counting begins. */
const SETTLES = 3_000

export interface ObservingFound {
  /** From the end of a move to its figure on the stream of a browser that watches, milliseconds: middle and 95th percentile. */
  middle: number
  late: number
  /** Moves of the watched machine, and how many of them were seen on the stream. */
  moves: number
  seen: number
  /** Share of one core that the server takes, with and without the machines. */
  share: number
  idle: number
  /** From the end of the process that held the connections to figures that another process heard, milliseconds. */
  taken: number
}

/** Forty machines with ten observations a second each, one of them watched; then the process that hears them is killed. */
export async function benchObserving(databaseUrl: string): Promise<ObservingFound> {
  await openBenchShop(databaseUrl)
  const { db, pool } = connect(databaseUrl, () => undefined)
  for (let at = 0; at < MACHINES; at++) await addMachine(db, `m-${at}`, machineRecord(`Machine ${at}`))
  const before = await startServerProcess(databaseUrl)
  const idle = await shareOf(before.child.pid!)
  await before.stop('SIGTERM')

  const floor = spawn(process.execPath, ['--import', 'tsx', 'bench/observed-floor.ts', String(MACHINES)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const moved: { at: number }[] = []
  const waiting = new Map<number, number>()
  const ports = await new Promise<number[]>((resolve) => {
    createInterface({ input: floor.stdout }).on('line', (line) => {
      const [word, first, second] = line.split(' ')
      if (word === 'ports') resolve(JSON.parse(line.slice(6)) as number[])
      else {
        moved.push({ at: Number(first) })
        waiting.set(Number(second), Number(first))
      }
    })
  })
  await db.insert(machineConnection).values(
    ports.map((port, at) => ({
      id: randomUUID(),
      machine: `m-${at}`,
      at: new Date().toISOString(),
      person: null,
      agent: `http://127.0.0.1:${port}`,
      device: null,
      line: null,
      readsTable: false,
      sends: false,
    })),
  )
  await pool.end()
  const server = await startServerProcess(databaseUrl)
  const other = await startServerProcess(databaseUrl)
  try {
    const own = await signIn(server.url)
    await heard(server.url, own)
    const delays: number[] = []
    const watching = watch(server.url, own, ({ positions }) => {
      const place = Math.round((positions.find(({ axis }) => axis === 'X')?.machine ?? NaN) / 100)
      const at = waiting.get(place)
      if (at === undefined) return
      waiting.delete(place)
      delays.push(Date.now() - at)
    })
    await pause(SETTLES)
    delays.length = 0
    const begun = moved.length
    const share = await shareOf(server.child.pid!)
    const moves = moved.length - begun
    watching.stop()
    delays.sort((a, b) => a - b)

    const asks = await signIn(other.url)
    server.child.kill('SIGKILL')
    const killed = performance.now()
    const last = (await observed(other.url, asks)).positions.find(({ axis }) => axis === 'X')?.machine
    await heard(other.url, asks, last ?? null)
    return {
      middle: delays[Math.floor(delays.length / 2)] ?? NaN,
      late: delays[Math.floor(delays.length * 0.95)] ?? NaN,
      moves,
      seen: delays.length,
      share,
      idle,
      taken: performance.now() - killed,
    }
  } finally {
    floor.kill('SIGKILL')
    await server.stop('SIGKILL')
    await other.stop('SIGTERM')
  }
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Share of one core that a process takes, over a while. */
async function shareOf(pid: number): Promise<number> {
  const spent = watchProcessors(pid)
  const began = performance.now()
  await pause(LASTS)
  return spent().server / (performance.now() - began)
}

const observed = async (url: string, own: Headers): Promise<ObservedAnswer> =>
  (await (await fetch(`${url}/api/machines/m-0/observed`, { headers: own })).json()) as ObservedAnswer

/** Until the watched machine is heard of, at another place than the one given. */
async function heard(url: string, own: Headers, not: number | null = null): Promise<void> {
  for (;;) {
    const { link, positions } = await observed(url, own)
    const at = positions.find(({ axis }) => axis === 'X')?.machine ?? null
    if (link === 'on' && at !== null && at !== not) return
    await pause(50)
  }
}

/** A browser's stream that watches the first machine. */
function watch(url: string, own: Headers, said: (observed: ObservedAnswer) => void) {
  const ending = new AbortController()
  const ask = () => fetch(`${url}/api/machines/m-0/watched`, { method: 'POST', headers: own }).catch(() => undefined)
  void (async () => {
    const answer = await fetch(`${url}/api/events`, { headers: { ...own, accept: 'text/event-stream' }, signal: ending.signal })
    await ask()
    let rest = ''
    for await (const piece of answer.body!.pipeThrough(new TextDecoderStream())) {
      const events = (rest + piece).split('\n\n')
      rest = events.pop()!
      for (const event of events)
        if (event.startsWith('event: observed')) said(JSON.parse(event.slice(event.indexOf('data: ') + 6)) as ObservedAnswer)
    }
  })().catch(() => undefined)
  const asking = setInterval(() => void ask(), 10_000)
  return {
    stop() {
      clearInterval(asking)
      ending.abort()
    },
  }
}
