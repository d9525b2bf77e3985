// What all scripts share: where things are, how to run a program, how to say what happens.
// Node's own modules only: these run before anything is installed.
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '')
export const KEPT = `${ROOT}/.rook`
export const isRoot = process.getuid?.() === 0

mkdirSync(KEPT, { recursive: true })

export function say(text) {
  process.stdout.write(`${text}\n`)
}

/** Ends the program with a plain sentence, without a stack. */
export function giveUp(text) {
  process.stderr.write(`\n${text}\n`)
  process.exit(1)
}

/** Flags for running TypeScript as it is. */
export const TSX = ['--import', 'tsx']

/** Runs a program to its end with its output shown; resolves with its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options })
    child.once('error', reject)
    child.once('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)))
  })
}

/** Runs a program quietly; its output is for the sentence when it fails. */
export function quietly(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', ...options })
  return { ok: done.status === 0, output: `${done.stdout ?? ''}${done.stderr ?? ''}${done.error ? String(done.error) : ''}` }
}

/** A port that nobody listens on now. */
export async function freePort() {
  for (;;) {
    const port = await anyPort()
    if (!isRefusedByBrowsers(port)) return port
  }
}

function anyPort() {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })
}

/** Ports that the Fetch standard calls bad: other services' own, which browsers do not open. */
const REFUSED = [
  1, 7, 9, 11, 13, 15, 17, 19, 20, 21, 22, 23, 25, 37, 42, 43, 53, 69, 77, 79, 87, 95, 101, 102, 103, 104, 109, 110, 111, 113, 115, 117,
  119, 123, 135, 137, 139, 143, 161, 179, 389, 427, 465, 512, 513, 514, 515, 526, 530, 531, 532, 540, 548, 554, 556, 563, 587, 601, 636,
  989, 990, 993, 995, 1719, 1720, 1723, 2049, 3659, 4045, 4190, 5060, 5061, 6000, 6566, 6665, 6666, 6667, 6668, 6669, 6679, 6697, 10080,
]

export const isRefusedByBrowsers = (port) => REFUSED.includes(Number(port))

/** True when a server could listen on this port of the loopback now. */
export function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)))
  })
}

/** Calls the cleanups, last first, when the program is told to stop or ends. */
export function onEnd() {
  const cleanups = []
  let ending = null
  const end = (code) => {
    ending ??= (async () => {
      for (const cleanup of cleanups.reverse()) await Promise.resolve(cleanup()).catch(() => undefined)
      process.exit(code)
    })()
    return ending
  }
  process.once('SIGINT', () => end(130))
  process.once('SIGTERM', () => end(143))
  process.once('SIGHUP', () => end(129))
  return { add: (cleanup) => cleanups.push(cleanup), end }
}
