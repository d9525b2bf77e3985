import { randomUUID } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { FIRST_RUN, type MachineRecord } from '@rook/core'
import type { Entry, GoPage, Problem, ProgramIssue, Setup } from '@rook/contract'
import type { Browser } from './shop.ts'

/** A program that touches nothing: no slot, no tool. */
export const HARMLESS = '%\nO42\nG21 G90\nG53 G0 Z0.\nM30\n%'

type Post = (path: string, body: object) => Promise<Entry & Problem>
const poster =
  (by: Browser): Post =>
  async (path, body) => {
    const answer = await by.send<Entry & Problem>('POST', path, { id: randomUUID(), ...body })
    if (answer.status !== 200) throw new Error(`${path}: ${JSON.stringify(answer.body)}`)
    return answer.body
  }

const setupNow = async (by: Browser, setup: string) => (await by.send<Setup>('GET', `/api/setups/${setup}`)).body

/** Keeps the text of a program where the operation of a setup has none yet. */
export async function keepProgram(by: Browser, setup: string, text = HARMLESS): Promise<string> {
  const { operation } = (await setupNow(by, setup)).summary
  const { body: issues } = await by.send<ProgramIssue[]>('GET', `/api/operations/${operation}/programs`)
  if (issues[0]) return issues[0].id
  const body = { id: randomUUID(), name: 'O42.NC', gzip: gzipSync(text).toString('base64'), note: null, basis: null }
  return (await by.send<ProgramIssue>('POST', `/api/operations/${operation}/programs`, body)).body.id
}

/** Homes the machine, goes through the order of work, and sees what is to be seen: figures are skipped with a reason. */
export async function makeReady(by: Browser, setup: string): Promise<void> {
  const post = poster(by)
  const { summary, steps } = await setupNow(by, setup)
  const { body: machines } = await by.send<MachineRecord[]>('GET', '/api/machines')
  const checks = machines.find(({ id }) => id === summary.machine)!.startUp
  await post(`/api/machines/${summary.machine}/homed`, { checks })
  for (const { id, kind, state, checks: own = [] } of steps) {
    if (state !== 'open' || kind === 'seen' || kind === 'tools') continue
    const path = `/api/setups/${setup}/steps/${id}`
    await (kind === 'routine'
      ? post(`${path}/skipped`, { reason: 'not needed here' })
      : post(`${path}/confirmed`, { checks: [...checks, ...own] }))
  }
  for (const { entry, key, seen } of (await setupNow(by, setup)).toSee) if (!seen) await post(`/api/entries/${entry}/seen`, { key })
}

/** Gives the go with every question answered. */
export async function giveTheGo(by: Browser, setup: string): Promise<Entry> {
  const { body } = await by.send<GoPage>('GET', `/api/setups/${setup}/go`)
  const asked = body.findings.filter(({ verdict }) => verdict === 'query').map(({ id }) => [id, 'looked at'])
  return poster(by)(`/api/setups/${setup}/go`, { issue: body.issue?.id ?? null, answers: Object.fromEntries(asked) as object })
}

export const proof = (more: object = {}) => ({
  id: randomUUID(),
  observed: 'zero seen in X, Y and Z',
  checks: [...FIRST_RUN],
  reason: 'seen with a block under the tool',
  ...more,
})

/** All the way to a first part that proves the setup. */
export async function proveSetup(by: Browser, setup: string): Promise<Entry> {
  await keepProgram(by, setup)
  await makeReady(by, setup)
  await giveTheGo(by, setup)
  return poster(by)(`/api/setups/${setup}/proven`, proof())
}
