// npm run dev: the server restarts and the interface reloads when a source changes.
import { spawn } from 'node:child_process'
import { openDatabase } from './database.mjs'
import { freePort, ROOT, TSX } from './house.mjs'

const { ending, env: house } = await openDatabase()
const apiPort = String(await freePort())
const env = { ...house, HOST: '127.0.0.1', PORT: apiPort }
const server = spawn(process.execPath, [...TSX, '--watch', '--watch-preserve-output', 'demo/serve.ts'], {
  cwd: ROOT,
  stdio: 'inherit',
  env,
})
const vite = spawn('npx', ['vite', '--host', process.env.HOST || '127.0.0.1'], {
  cwd: `${ROOT}/packages/web`,
  stdio: 'inherit',
  env: { ...process.env, ROOK_API: `http://127.0.0.1:${apiPort}` },
})
for (const child of [server, vite]) {
  ending.add(() => child.kill('SIGTERM'))
  child.once('exit', (code) => void ending.end(code ?? 1))
}
