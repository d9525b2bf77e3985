// npm start: installs what is missing, starts PostgreSQL, migrates, loads the demo shop, serves.
import { spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import { openDatabase } from './database.mjs'
import { freePort, giveUp, isFree, ROOT, say, TSX } from './house.mjs'
import { ensureInterface } from './interface.mjs'

const { ending, env } = await openDatabase()
ensureInterface()

/** Where people look for it first; another checkout may be there already. */
const USUAL_PORT = 4070
const port = process.env.PORT ?? String((await isFree(USUAL_PORT)) ? USUAL_PORT : await freePort())

const server = spawn(process.execPath, [...TSX, 'demo/serve.ts'], {
  cwd: ROOT,
  stdio: ['ignore', 'pipe', 'inherit'],
  // Its own group: Ctrl-C comes to this program, which stops the server before the database.
  detached: true,
  env: { ...env, HOST: process.env.HOST || '127.0.0.1', PORT: port },
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
  say(url ? `\nRook Ledger is at ${url}\nCtrl-C stops it.` : line)
}
