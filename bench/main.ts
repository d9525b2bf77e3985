import { startServerProcess } from './server-process.ts'
import { benchFigures } from './figures.ts'
import { benchBestFit, benchCircle } from './fits.ts'
import { benchFirstScreen } from './first-screen.ts'
import { benchImport } from './import-tools.ts'
import { benchKeystrokes } from './keystroke.ts'
import { benchRecording } from './recording.ts'
import { benchStart } from './start-time.ts'
import { ASSEMBLIES, benchToolsTable } from './tools-table.ts'

const databaseUrl = process.env.BENCH_DATABASE!

console.log('Recording an entry over HTTP, all checks included, 8 writers:')
const ratio = await benchRecording(databaseUrl)
console.log(`  ${ratio.toFixed(2)} of the bare driver's rate (aim: at least 0.50)`)

const figures = benchFigures()
console.log(`Reading and writing typed figures: ${(figures / 1e6).toFixed(2)} million a second on one core (aim: 1)`)

const server = await startServerProcess(databaseUrl)
console.log(`First screen: ${(await benchFirstScreen(server.url)).toFixed(0)} kB of JavaScript, gzip (aim: at most 350)`)
await server.stop('SIGTERM')

for (const [name, bench] of [
  ['Circle through 12 touches', benchCircle],
  ['Best fit of 8 features', benchBestFit],
] as const) {
  const { ratio, apart } = bench()
  console.log(
    `${name}: ${ratio.toFixed(0)} times as fast as a general least-squares package, ${apart.toFixed(2)} nm apart (aim: 50 times, 1 nm)`,
  )
}

const table = await benchToolsTable(databaseUrl)
console.log(
  `Tools table with ${ASSEMBLIES} assemblies: scrolls a row a frame at ${table.scrolling.toFixed(0)} frames a second, edits at ${table.editing.toFixed(0)} (aim: 60), keystroke 95th percentile ${table.keystroke.toFixed(1)} ms`,
)

const taken = await benchImport(databaseUrl)
console.log(`Taking ${taken.tools} tools from a file in one transaction: ${taken.seconds.toFixed(2)} s (aim: at most 3)`)

const strokes = await benchKeystrokes(process.env.BENCH_YEAR!)
console.log(
  `Keystroke to updated working and checks, ${strokes.entries} entries behind it: median ${strokes.median.toFixed(1)} ms, 95th percentile ${strokes.p95.toFixed(1)} ms (aim: 16)`,
)

console.log(`npm start to the first answer: ${(await benchStart()).toFixed(1)} s (aim: at most 6)`)
