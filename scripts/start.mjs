// npm start: installs what is missing, starts PostgreSQL, migrates, loads the demo shop, serves.
import { spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import { openDatabase } from './database.mjs'
import { panelsOf, practicePorts, TABLES } from './practice.mjs'
import { freePort, giveUp, isFree, isRefusedByBrowsers, ROOT, say } from './house.mjs'
import { ensureInterface } from './interface.mjs'
import { BUILT_THREADS, builtProgram, ensureServer } from './server-build.mjs'

const asked = process.env.PORT
if (asked !== undefined && !(/^\d{1,5}$/.test(asked) && Number(asked) >= 1 && Number(asked) <= 65_535))
  giveUp(`PORT=${asked} is no port. Choose one from 1 to 65535: PORT=4100 npm start`)
if (isRefusedByBrowsers(asked))
  giveUp(`Browsers do not open port ${asked}, which belongs to another service. Choose another: PORT=4100 npm start`)

const { ending, env } = await openDatabase()
ensureInterface()
await ensureServer()

/** Where people look for it first; another checkout may be there already. */
const USUAL_PORT = 4070
const port = process.env.PORT ?? String((await isFree(USUAL_PORT)) ? USUAL_PORT : await freePort())

// Machines to practise on belong to the demo shop alone.
const practice = env.ROOK_DEMO === 'yes' ? await practicePorts() : null
const machines = practice
  ? spawn(process.execPath, [builtProgram('demo/practice/run.ts')], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      detached: true,
      env: { ...env, PRACTICE_PORTS: JSON.stringify(practice), PRACTICE_TABLES: TABLES },
    })
  : null
machines?.on('error', (error) => say(`The practice machines could not be started: ${error.message}`))
ending.add(() => machines?.kill('SIGTERM'))

const server = spawn(process.execPath, [builtProgram('demo/serve.ts')], {
  cwd: ROOT,
  stdio: ['ignore', 'pipe', 'inherit'],
  // Its own group: Ctrl-C comes to this program, which stops the server before the database.
  detached: true,
  env: {
    ...env,
    ...BUILT_THREADS,
    HOST: process.env.HOST || '127.0.0.1',
    PORT: port,
    ...(practice ? { PRACTICE_PANELS: panelsOf(practice) } : {}),
  },
})
ending.add(
  () =>
    new Promise((resolve) => {
      if (server.exitCode !== null) return resolve()
      server.once('exit', resolve)
      server.kill('SIGTERM')
    }),
)
server.once('exit', (code) => void ending.end(code ?? 1))
server.once('error', (error) => giveUp(`The server could not be started: ${error.message}`))

for await (const line of createInterface({ input: server.stdout })) {
  const [, url] = /^listening (\S+)$/.exec(line) ?? []
  if (url && machines?.connected) machines.send(url)
  say(url ? `\nRook Ledger is at ${url}\nCtrl-C stops it.` : line)
}
