// npm test: types, lint, unit, server, browser. One line of totals at the end.
import { spawn } from 'node:child_process'
import { onEnd, ROOT, say } from './house.mjs'
import { ensurePackages } from './packages.mjs'

ensurePackages()
const ending = onEnd()
const totals = { passed: 0, failed: 0 }

/** Runs one part, lets its output through, and adds up what it counts. */
function part(name, count, { apart = false } = {}) {
  return new Promise((resolve) => {
    if (!apart) say(`\n== ${name} ==`)
    const child = spawn('npm', ['run', '--silent', `test:${name}`], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, NO_COLOR: '1', FORCE_COLOR: undefined },
    })
    ending.add(() => child.kill('SIGTERM'))
    let output = ''
    child.stdout.on('data', (chunk) => {
      output += chunk
      // Beside another part its output is held back until it can stand in one piece.
      if (!apart) process.stdout.write(chunk)
    })
    child.once('exit', (code) => {
      if (apart) say(`\n== ${name} ==\n${output}`)
      const counted = count(output, code)
      totals.passed += counted.passed
      totals.failed += counted.failed
      // A part that ends badly without counting a failure has failed as a whole.
      if (code !== 0 && counted.failed === 0) totals.failed++
      resolve()
    })
  })
}

const number = (pattern, text) => Number(pattern.exec(text)?.[1] ?? 0)
const whole = (_output, code) => ({ passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 })
const vitest = (output) => {
  const line = /^\s*Tests\s.*$/m.exec(output)?.[0] ?? ''
  return { passed: number(/(\d+) passed/, line), failed: number(/(\d+) failed/, line) }
}
const playwright = (output) => ({ passed: number(/^\s*(\d+) passed/m, output), failed: number(/^\s*(\d+) failed/m, output) })

// Each lane keeps one core busy.
await Promise.all([
  part('types:house', whole, { apart: true }),
  part('types:interface', whole, { apart: true }).then(() => part('lint', whole, { apart: true })),
])
// The server's tests wait for PostgreSQL half of the time; the others use what that leaves.
await Promise.all([part('unit', vitest, { apart: true }), part('server', vitest, { apart: true })])
await part('browser', playwright)
say(`\n${totals.passed} passed, ${totals.failed} failed`)
await ending.end(totals.failed === 0 && totals.passed > 0 ? 0 : 1)
