import { startMachine } from '@rook/practice/floor'
import { DEMO_PINS } from '../shop.ts'
import { PRACTICE } from './specs.ts'
import { Tables } from './tables.ts'

// Runs the demo shop's machines until it is told to stop: `npm start` starts this beside the server, and once the server
// listens it says in the shop how they are reached, if nobody has said otherwise. A control holds what it held before; one
// that holds nothing yet gets the ledger's values.
const KEEP_EVERY = 2_000
const ports = JSON.parse(process.env.PRACTICE_PORTS ?? '{}') as Record<string, { agent: number; line: number }>
const running = await Promise.all(PRACTICE.map(async (spec) => ({ spec, ...(await startMachine(spec, ports[spec.id])) })))
const tables = new Tables(process.env.PRACTICE_TABLES ?? null)
for (const { spec, machine } of running) machine.setTable(tables.of(spec.id) ?? '')
const keep = () => tables.keep(Object.fromEntries(running.map(({ spec, machine }) => [spec.id, machine.table()])))
setInterval(keep, KEEP_EVERY).unref()
console.log('practice machines run')

process.on('message', (url: string) => {
  void introduce(url).catch((error: Error) => console.log(`The practice machines are not connected: ${error.message}`))
})
const stop = () => {
  keep()
  for (const machine of running) machine.stop()
  process.exit(0)
}
process.once('SIGINT', stop)
process.once('SIGTERM', stop)
process.once('disconnect', stop)

async function introduce(url: string): Promise<void> {
  const { person, pin } = DEMO_PINS.lead
  const signedIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ person, pin }),
  })
  // A shop that has changed its lead's PIN looks after its connections by itself.
  if (!signedIn.ok) return
  const headers = {
    'content-type': 'application/json',
    'x-rook-person': person,
    cookie: signedIn.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; '),
  }
  const ask = async <T>(method: string, path: string, body?: unknown): Promise<T | null> => {
    const answer = await fetch(url + path, { method, headers, ...(body ? { body: JSON.stringify(body) } : {}) })
    return answer.ok ? ((await answer.json()) as T) : null
  }
  for (const { spec, ports: open, machine } of running) {
    const [agent, line] = [`http://127.0.0.1:${open.agent}`, `127.0.0.1:${open.line}`]
    const path = `/api/machines/${spec.id}`
    // On the first day the control holds what the ledger does, as after a shift that typed everything.
    // It does so before anybody looks at it.
    if (machine.table() === '') {
      const scene = await ask<{ tools: { number: string }[] }>('GET', `${path}/scene`)
      const file = await ask<{ text: string }>('POST', `${path}/values-out`, {
        format: 'lines',
        slots: spec.slots,
        tools: scene?.tools.map(({ number }) => number) ?? [],
        conversion: null,
      })
      if (file) machine.setTable(file.text)
    }
    const known = await ask<{ agent: string | null; line: string | null; by: string | null }>('GET', `${path}/connection`)
    if (known && (known.by === null || (isOurs(known.agent) && known.agent !== agent)))
      await ask('PUT', `${path}/connection`, { agent, device: '', line, readsTable: true, sends: true })
  }
  await ask('DELETE', '/api/session')
}

const isOurs = (agent: string | null) => agent === null || agent.startsWith('http://127.0.0.1:')
