import { Chance } from '@rook/testing'
import { requestFor, type Door, type FuzzRequest } from './requests.ts'
import type { Pools } from './from-schema.ts'

export interface Fuzzed {
  /** How often each status was answered. */
  statuses: Record<string, number>
  /** Doors that took something, and how often. */
  taken: Record<string, number>
  /** Whatever should not have been answered, with the request that brought it. */
  faults: string[]
}

interface Options {
  url: string
  doors: readonly Door[]
  pools: () => Pools
  /** What signed-in browsers send with everything; one of them is drawn for each request. */
  askers: readonly Record<string, string>[]
  requests: number
  atOnce: number
  seed: number
  /** Told now and then how many have been sent. */
  sent?: (count: number) => Promise<void> | void
}

const MOST_FAULTS = 20

/** Sends a server what people, programs and attackers might; answers with what came back. */
export async function fuzzServer({ url, doors, pools, askers, requests, atOnce, seed, sent = () => undefined }: Options): Promise<Fuzzed> {
  const found: Fuzzed = { statuses: {}, taken: {}, faults: [] }
  let next = 0
  const work = async () => {
    while (next < requests && found.faults.length < MOST_FAULTS) {
      const number = next++
      // Each has a chance of its own, so that one can be sent again alone.
      const chance = new Chance(`${seed} ${number}`)
      const asked = requestFor(chance.pick(doors), pools(), chance)
      const fault = await send(url, asked, chance.pick(askers), found)
      if (fault) found.faults.push(`request ${number} of seed ${seed}: ${fault}`)
      if (number % 500 === 499) await sent(number + 1)
    }
  }
  await Promise.all(Array.from({ length: atOnce }, work))
  return found
}

async function send(url: string, asked: FuzzRequest, asker: Record<string, string>, found: Fuzzed): Promise<string | null> {
  const about = `${asked.method} ${asked.path.slice(0, 200)} ${(asked.body ?? '').slice(0, 400)}`
  let answer: Response
  try {
    answer = await fetch(url + asked.path, {
      method: asked.method,
      headers: { ...asker, ...asked.headers },
      body: asked.body ?? null,
      redirect: 'manual',
    })
  } catch (error) {
    // What cannot even be sent says nothing of the server; a connection that it drops does.
    return error instanceof TypeError && /fetch failed/.test(error.message) ? `${about}: no answer (${String(error.cause)})` : null
  }
  const text = await answer.text()
  found.statuses[answer.status] = (found.statuses[answer.status] ?? 0) + 1
  if (answer.status < 400) {
    if (asked.path.startsWith('/api/')) found.taken[asked.door] = (found.taken[asked.door] ?? 0) + 1
    return null
  }
  const isProblem = answer.headers.get('content-type')?.startsWith('application/problem+json') ?? false
  const { code, detail } = (isProblem ? JSON.parse(text) : {}) as { code?: unknown; detail?: unknown }
  if (answer.status >= 500) return `${about}: ${answer.status} ${text.slice(0, 200)}`
  return typeof code === 'string' && typeof detail === 'string' && detail !== ''
    ? null
    : `${about}: ${answer.status} is no problem document: ${text.slice(0, 200)}`
}
