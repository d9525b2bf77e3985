import pg from 'pg'
import { gather } from './crowd.ts'
import { HISTORY, loadHistory } from './history.ts'
import { rate, writersOn } from './recording.ts'
import { startServerProcess } from './server-process.ts'
import { signIn, type Headers } from './shop.ts'

export const MANY = Number(process.env.BENCH_ENTRIES ?? 1_000_000)

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/** Milliseconds of an answer at the asker, compressed as a browser takes it; the middle one of several. */
async function timed(url: string, own: Headers, path: string, times = 15): Promise<number> {
  const spent: number[] = []
  for (let time = 0; time < times + 3; time++) {
    const began = performance.now()
    const answer = await fetch(url + path, { headers: { ...own, 'accept-encoding': 'gzip' } })
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
    await answer.arrayBuffer()
    if (time >= 3) spent.push(performance.now() - began)
  }
  return median(spent)
}

export interface Growth {
  /** Seconds that the loading took. */
  loading: number
  /** Time of a recording with that history behind it, over that in the same shop with nothing behind. */
  recording: number
  /** Time of a recording while browsers look on, over that alone. */
  idle: number
  floors: number
  scene: { now: number; past: number }
  floor: number
  setups: number
  pages: Readonly<Record<string, number>>
  gauge: number
  records: Readonly<Record<string, number>>
}

/** What a planner and a shift ask for. */
const RECORDS: Readonly<Record<string, string>> = {
  parts: '/api/parts',
  'parts by words': '/api/parts?words=999',
  jobs: '/api/jobs',
  'an operation with its setups': '/api/operations/op',
  'what can be carried over': '/api/setups/setup-9/carried',
  'setup record, PDF': '/api/setups/setup-9/record.pdf',
  'handover, drafted': '/api/machines/mill-9/handover',
}
const TWO_SETUPS = ['2019-03-01T00:00:00Z', '2021-03-01T00:00:00Z'].map((at) => `/api/machines/mill-9/scene?at=${at}`)

/** Milliseconds until the last of several answers that are asked for at once; the middle one of several times. */
async function timedTogether(url: string, own: Headers, paths: readonly string[]): Promise<number> {
  const spent: number[] = []
  for (let time = 0; time < 15; time++) {
    const began = performance.now()
    await Promise.all(paths.map((path) => fetch(url + path, { headers: own }).then((answer) => answer.arrayBuffer())))
    spent.push(performance.now() - began)
  }
  return median(spent)
}

/** What grows with the ledger: the same questions and recordings in an empty one and with years of entries behind them. */
export async function benchGrowth(beginning: string, full: string): Promise<Growth> {
  // The same machines with the same figures in them, and nothing behind.
  await loadHistory(beginning, HISTORY.machines * HISTORY.registers)
  const began = performance.now()
  await loadHistory(full, MANY)
  const loading = (performance.now() - began) / 1000
  const [small, large] = [await startServerProcess(beginning), await startServerProcess(full)]
  const [onSmall, onLarge] = [await writersOn(small.url, beginning), await writersOn(large.url, full)]
  // In turns, so that both are measured in the same weather.
  const ratios: number[] = []
  await rate(onSmall, 2)
  await rate(onLarge, 2)
  for (let round = 0; round < 3; round++) ratios.push((await rate(onSmall, 4)) / (await rate(onLarge, 4)))
  await small.stop('SIGTERM')

  const own = await signIn(large.url)
  const pages: Record<string, number> = {}
  for (const [name, query] of await questions(full)) pages[name] = await timed(large.url, own, `/api/entries?limit=50&${query}`)
  const past = new Date(Date.parse('2016-01-01T00:00:00Z') + (MANY / 2) * 300_000 * (1_000_000 / MANY)).toISOString()
  const scene = {
    now: await timed(large.url, own, '/api/machines/mill-9/scene?setup=setup-9'),
    past: await timed(large.url, own, `/api/machines/mill-9/scene?at=${past}`),
  }
  const floor = await timed(large.url, own, '/api/floor')
  const setups = await timed(large.url, own, '/api/setups')
  const gauge = await timed(large.url, own, '/api/gauges/gauge-0')
  const records: Record<string, number> = {}
  for (const [name, path] of Object.entries(RECORDS)) records[name] = await timed(large.url, own, path)
  // Two setups side by side are two looks at the past, asked for at once.
  records['two setups side by side'] = await timedTogether(large.url, own, TWO_SETUPS)

  const beside = async (browsers: number, showsFloor: boolean) => {
    const alone = await rate(onLarge, 4)
    const crowd = await gather(large.url, own, browsers, showsFloor)
    const together = await rate(onLarge, 6)
    crowd.leave()
    return alone / together
  }
  const idle = await beside(200, false)
  const floors = await beside(40, true)
  await large.stop('SIGTERM')
  return { loading, recording: median(ratios), idle, floors, scene, floor, setups, pages, gauge, records }
}

/** A page from the end, the middle and the beginning, by everything that the ledger is asked by. */
async function questions(url: string): Promise<[string, string][]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query<{ at: Date; machine: string; seq: string; setup: string }>(
    `SELECT at, machine, seq, setup FROM entry WHERE machine = 'mill-9' AND seq = $1`,
    [Math.floor(MANY / HISTORY.machines / 2)],
  )
  await client.end()
  const { at, machine, seq, setup } = rows[0]!
  const middle = `before=${encodeURIComponent(`${at.toISOString()}|${machine}|${seq}`)}`
  return [
    ['newest', ''],
    ['from the middle', middle],
    ['until a time', `until=${at.toISOString()}`],
    ['machine', `machine=mill-9&${middle}`],
    ['register', `register=work/G54/X/geometry&${middle}`],
    ['register of a machine', `machine=mill-9&register=work/G54/X/geometry&${middle}`],
    ['person', `person=writer&${middle}`],
    ['setup', `setup=${setup}`],
    ['person on a machine', `machine=mill-9&person=writer&${middle}`],
  ]
}
