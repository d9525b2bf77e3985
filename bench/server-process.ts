import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'

export interface ServerProcess {
  url: string
  child: ChildProcess
  stop(signal: NodeJS.Signals): Promise<void>
}

const running = new Set<ChildProcess>()
// A measurement that fails must not leave its server behind.
process.once('exit', () => running.forEach((child) => child.kill('SIGKILL')))

/** The real server in a process of its own, as `npm start` runs it. */
export const startServerProcess = (databaseUrl: string, port = '0'): Promise<ServerProcess> =>
  startProcess([`${process.env.ROOK_BUILT}/packages/server/src/main.js`], databaseUrl, port)

/** The least server that keeps an entry, for comparison. */
export const startBareExpress = (databaseUrl: string): Promise<ServerProcess> =>
  startProcess(['--import', 'tsx', fileURLToPath(new URL('./bare-express.ts', import.meta.url))], databaseUrl, '0')

async function startProcess(run: readonly string[], databaseUrl: string, port: string): Promise<ServerProcess> {
  const child = spawn(process.execPath, run, {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, DATABASE_URL: databaseUrl, HOST: '127.0.0.1', PORT: port, LOG_LEVEL: 'silent' },
  })
  running.add(child)
  child.once('exit', () => running.delete(child))
  for await (const line of createInterface({ input: child.stdout })) {
    const [, url] = /^listening (\S+)$/.exec(line) ?? []
    if (url)
      return {
        url,
        child,
        async stop(signal) {
          if (child.exitCode !== null || child.signalCode) return
          child.kill(signal)
          await once(child, 'exit')
        },
      }
  }
  throw new Error('the server did not start')
}
