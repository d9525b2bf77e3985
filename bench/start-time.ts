import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { setTimeout as pause } from 'node:timers/promises'

/** Seconds from `npm start` on an installed checkout to its first answer. */
export async function benchStart(): Promise<number> {
  const port = await freePort()
  const began = performance.now()
  const child = spawn('npm', ['start', '--silent'], {
    stdio: 'ignore',
    env: { ...process.env, PORT: String(port), DATABASE_URL: '' },
    detached: true,
  })
  for (;;) {
    const answered = await fetch(`http://127.0.0.1:${port}/api/health`).then(
      (response) => response.ok,
      () => false,
    )
    if (answered) break
    if (child.exitCode !== null) throw new Error('npm start ended by itself')
    await pause(20)
  }
  const seconds = (performance.now() - began) / 1000
  process.kill(-child.pid!, 'SIGINT')
  await new Promise((resolve) => child.once('exit', resolve))
  return seconds
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}
