// npm test: types, lint, unit, server, browser. One line of totals at the end.
import { spawn } from 'node:child_process'
import { onEnd, ROOT, say } from './house.mjs'
import { ensurePackages } from './packages.mjs'

ensurePackages()
const ending = onEnd()
const totals = { passed: 0, failed: 0 }
/** What failed, said once more at the very end, where a long log is read first. */
const failures = []

const MOST_LINES = 80

/** From where a part begins to tell of its failures; the end of its output where it has no such place. */
function theFailureIn(output) {
  const lines = output.trimEnd().split('\n')
  const from = lines.findIndex((line) => /Failed (Tests|Suites)|^\s+1\) /.test(line))
  return (from === -1 ? lines.slice(-MOST_LINES) : lines.slice(from, from + MOST_LINES)).join('\n')
}

/** Every test that says how long it took, in seconds. */
const times = []
const SLOWEST = 10

/** Tests with their times, as the two runners write them: “✓ name 1234ms” below a file, “✓ 12 [journeys] › name (12.3s)”. */
function timesIn(output) {
  for (const [, name, ms] of output.matchAll(/^ {4,}✓ (.+?)\s+(\d+)ms$/gm)) times.push({ name, seconds: Number(ms) / 1000 })
  for (const [, name, figure, unit] of output.matchAll(/✓\s+\d+ \[journeys\] › (.+) \(([\d.]+)(ms|s|m)\)$/gm))
    times.push({ name, seconds: Number(figure) * { ms: 0.001, s: 1, m: 60 }[unit] })
}

/** Runs one part, lets its output through, and adds up what it counts. */
function part(name, count, { apart = false } = {}) {
  return new Promise((resolve) => {
    if (!apart) say(`\n== ${name} ==`)
    const child = spawn('npm', ['run', '--silent', `test:${name}`], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NO_COLOR: '1', FORCE_COLOR: undefined },
    })
    ending.add(() => child.kill('SIGTERM'))
    let output = ''
    const hear = (chunk) => {
      output += chunk
      // Beside another part its output is held back until it can stand in one piece.
      if (!apart) process.stdout.write(chunk)
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    // What a part has left running may hold its output open; then the last of it is waited for a moment only.
    child.once('exit', (code) => {
      const judged = setTimeout(() => judge(code), 5_000)
      child.once('close', () => {
        clearTimeout(judged)
        judge(code)
      })
    })
    let isJudged = false
    const judge = (code) => {
      if (isJudged) return
      isJudged = true
      if (apart) say(`\n== ${name} ==\n${output}`)
      const counted = count(output, code)
      timesIn(output)
      totals.passed += counted.passed
      totals.failed += counted.failed
      // A part that ends badly without counting a failure has failed as a whole.
      if (code !== 0 && counted.failed === 0) totals.failed++
      if (/^\s*\d+ flaky$/m.test(output)) failures.push(`\n== ${name}: passed at the second try ==\n${theFailureIn(output)}`)
      else if (code !== 0 || counted.failed > 0) failures.push(`\n== ${name}: what failed ==\n${theFailureIn(output)}`)
      resolve()
    }
  })
}

const number = (pattern, text) => Number(pattern.exec(text)?.[1] ?? 0)
const whole = (_output, code) => ({ passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 })
const vitest = (output) => {
  const line = /^\s*Tests\s.*$/m.exec(output)?.[0] ?? ''
  return { passed: number(/(\d+) passed/, line), failed: number(/(\d+) failed/, line) }
}
const playwright = (output) => ({
  passed: number(/^\s*(\d+) passed/m, output) + number(/^\s*(\d+) flaky/m, output),
  failed: number(/^\s*(\d+) failed/m, output),
})

// Each lane keeps one core busy.
await Promise.all([
  part('types:house', whole, { apart: true }),
  part('types:interface', whole, { apart: true }).then(() => part('lint', whole, { apart: true })),
])
// The server's tests wait for PostgreSQL half of the time; the others use what that leaves.
await Promise.all([part('unit', vitest, { apart: true }), part('server', vitest, { apart: true })])
await part('browser', playwright)
say('\nThe slowest:')
for (const { name, seconds } of times.sort((one, other) => other.seconds - one.seconds).slice(0, SLOWEST))
  say(`  ${seconds.toFixed(0).padStart(4)} s  ${name.slice(0, 120)}`)
for (const failure of failures) say(failure)
say(`\n${totals.passed} passed, ${totals.failed} failed`)
await ending.end(totals.failed === 0 && totals.passed > 0 ? 0 : 1)
