import { startServerProcess } from './server-process.ts'
import { benchFigures } from './figures.ts'
import { benchBestFit, benchCircle } from './fits.ts'
import { benchFirstScreen } from './first-screen.ts'
import { benchGrowth, MANY } from './growth.ts'
import { HISTORY } from './history.ts'
import { benchImport } from './import-tools.ts'
import { benchKeystrokes } from './keystroke.ts'
import { benchLongDay } from './long-day.ts'
import { benchObserving } from './observing.ts'
import { benchProgram } from './program.ts'
import { benchRecording } from './recording.ts'
import { benchStart } from './start-time.ts'
import { openBenchShop } from './shop.ts'
import { figuresOf, keep, risen, type Measured } from './kept.ts'
import { watchStolen } from './stolen.ts'
import { benchTablet } from './tablet.ts'
import { ASSEMBLIES, benchToolsTable } from './tools-table.ts'

const databaseUrl = process.env.BENCH_DATABASE!

const fit = (what: string, { ratio, apart }: { ratio: number; apart: number }): Measured => ({
  text: `${what}: ${ratio.toFixed(0)} times as fast as a general least-squares package, ${apart.toFixed(2)} nm apart (aim: 50 times, 1 nm)`,
  plain: { 'share of the package’s time': 1 / ratio },
})

/** By the name under which it can be asked for alone. */
const MEASUREMENTS: Readonly<Record<string, () => Promise<Measured> | Measured>> = {
  async recording() {
    console.log('Recording an entry over HTTP, all checks included, 8 writers:')
    const { ratio, express, roundTrips, server, database } = await benchRecording(databaseUrl)
    const text = `  ${ratio.toFixed(2)} of the rate of the least SQL that keeps the same, ${express.toFixed(2)} of that of an Express that only sends the statements (aim: at least 0.70); ${roundTrips} round trips (aim: at most 7); processor time of an entry ${server.toFixed(2)} ms server, ${database.toFixed(2)} ms database`
    return {
      text,
      spent: { server, database },
      plain: { 'round trips': roundTrips, 'least SQL over it': 1 / ratio, 'bare Express over it': 1 / express },
    }
  },
  figures() {
    const rate = benchFigures()
    return {
      text: `Reading and writing typed figures: ${(rate / 1e6).toFixed(2)} million a second on one core (aim: 1)`,
      spent: { 'a thousand': 1e6 / rate },
    }
  },
  async growth() {
    const found = await benchGrowth(process.env.BENCH_BEGINNING!, process.env.BENCH_HISTORY!)
    const { recording, idle, floors, scene, floor, setups, pages, gauge, records, loading } = found
    const slowest = Object.entries(pages).map(([name, ms]) => `${name} ${ms.toFixed(1)}`)
    const text = [
      `With ${MANY} entries behind (loaded in ${loading.toFixed(0)} s), ${HISTORY.machines} machines, ${HISTORY.assemblies} tools, ${HISTORY.setups} setups:`,
      `  recording takes ${recording.toFixed(2)} times what it takes with nothing behind (aim: at most 1.2)`,
      `  recording beside 200 idle browsers ${idle.toFixed(2)} times alone (aim: at most 1.5), beside 40 that show the floor ${floors.toFixed(2)} times (aim: at most 3)`,
      `  scene of a machine now ${scene.now.toFixed(1)} ms, at a past minute ${scene.past.toFixed(1)} ms (aim: at most 20)`,
      `  floor ${floor.toFixed(1)} ms (aim: at most 40), setups at hand ${setups.toFixed(1)} ms (aim: at most 20), a gauge’s page ${gauge.toFixed(1)} ms`,
      `  records, ms: ${Object.entries(records)
        .map(([name, ms]) => `${name} ${ms.toFixed(1)}`)
        .join(', ')} (aims: lists 30, side by side and carried over 60, PDF 400, handover 100)`,
      `  a page of the ledger, ms: ${slowest.join(', ')} (aim: at most 20 each)`,
    ].join('\n')
    return {
      text,
      spent: { scene: scene.now, 'scene of the past': scene.past, floor, setups, gauge, ...records, ...pages },
      plain: { recording, 'beside idle browsers': idle, 'beside floors': floors },
    }
  },
  async screen() {
    const server = await startServerProcess(databaseUrl)
    const { first, field } = await benchFirstScreen(server.url, 'mill-0')
    await server.stop('SIGTERM')
    const text = `Over the wire: first screen ${first.toFixed(0)} kB (aim: at most 200), until the first field of a routine ${field.toFixed(0)} kB (aim: at most 420)`
    return { text, plain: { 'first screen, kB': first, 'first field, kB': field } }
  },
  circle: () => fit('Circle through 12 touches', benchCircle()),
  fit: () => fit('Best fit of 8 features', benchBestFit()),
  async observing() {
    const { middle, late, moves, seen, share, idle, taken } = await benchObserving(process.env.BENCH_OBSERVED!)
    const text = [
      'Forty machines with ten observations a second each:',
      `  from the end of a move to a browser that watches ${middle.toFixed(0)} ms, 95th percentile ${late.toFixed(0)} ms (aim: at most 250); ${seen} of ${moves} moves were seen`,
      `  the server takes ${(100 * share).toFixed(0)} % of a core (aim: at most 15), ${(100 * idle).toFixed(0)} % without them; another process takes over after ${(taken / 1000).toFixed(1)} s (aim: at most 5)`,
    ].join('\n')
    return { text, spent: { middle, late }, plain: { 'share of a core': share } }
  },
  program() {
    const { reading, memory, against } = benchProgram()
    const text = `Reading a program of 50 MB: ${reading.toFixed(0)} MB a minute on one core (aim: 100), memory grows by ${(100 * memory).toFixed(1)} % of its length; one of 10 MB against its setup ${against.toFixed(1)} ms (aim: 1000)`
    return { text, spent: { 'a MB': 60_000 / reading, against }, plain: { memory } }
  },
  async table() {
    const { scrolling, editing, keystroke } = await benchToolsTable(databaseUrl)
    const text = `Tools table with ${ASSEMBLIES} assemblies: scrolls a row a frame at ${scrolling.toFixed(0)} frames a second, edits at ${editing.toFixed(0)} (aim: 60), keystroke 95th percentile ${keystroke.toFixed(1)} ms`
    return { text, spent: { 'a frame scrolled': 1000 / scrolling, 'a frame edited': 1000 / editing, keystroke } }
  },
  async import() {
    const { tools, seconds, waiting } = await benchImport(databaseUrl)
    const text = `Taking ${tools} tools from a file in one transaction: ${seconds.toFixed(2)} s (aim: at most 2); others wait at most ${waiting.reading.toFixed(0)} ms while it is read (aim: 100), ${waiting.taking.toFixed(0)} ms while it is taken`
    return { text, spent: { import: 1000 * seconds, 'others wait': waiting.taking } }
  },
  async keystroke() {
    const { entries, median, p95, off, lathe } = await benchKeystrokes(process.env.BENCH_YEAR!)
    const text = `Keystroke to updated working and checks, ${entries} entries behind it: median ${median.toFixed(1)} ms, 95th percentile ${p95.toFixed(1)} ms (aim: 16), ${off.toFixed(1)} ms while something is off, then on a lathe ${lathe.toFixed(1)} ms`
    return { text, spent: { median, p95, off, lathe } }
  },
  async tablet() {
    const { first, places, change, slowest, keystroke, longest, during } = await benchTablet(process.env.BENCH_YEAR!)
    const each = Object.entries(places).map(([name, kB]) => `${name} ${kB.toFixed(0)}`)
    const text = [
      'On a processor four times slower:',
      `  first screen ${first.toFixed(0)} ms (aim: at most 3000), slowest change of place ${change.toFixed(0)} ms, to ${slowest} (aim: at most 300), keystroke to working, 95th percentile ${keystroke.toFixed(1)} ms (aim: at most 50), longest task ${longest.toFixed(0)} ms, ${during} (aim: at most 200)`,
      `  each place for the first time, kB over the wire: ${each.join(', ')} (aim: at most 120 each)`,
    ].join('\n')
    return { text, spent: { 'first screen': first, 'change of place': change, keystroke, 'longest task': longest } }
  },
  async day() {
    const { entries, before, after } = await benchLongDay(databaseUrl)
    const text = `A tab left open on the floor over ${entries} live entries: ${before.toFixed(1)} MB before, ${after.toFixed(1)} MB after, ${(after / before).toFixed(2)} times (aim: at most 1.3)`
    return { text, plain: { 'memory after over before': after / before } }
  },
  async start() {
    const seconds = await benchStart()
    return {
      text: `npm start to the first answer: ${seconds.toFixed(1)} s (aim: at most 2.5 on a checkout that has run before)`,
      spent: { 'first answer': 1000 * seconds },
    }
  },
}

const isKept = process.argv.includes('--keep')
const wanted = process.argv.slice(2).filter((word) => word !== '--keep')
const unknown = wanted.filter((name) => !(name in MEASUREMENTS))
if (unknown.length > 0) {
  console.error(`There is no measurement called ${unknown.join(', ')}. There are: ${Object.keys(MEASUREMENTS).join(', ')}.`)
  process.exit(1)
}
await openBenchShop(databaseUrl)
for (const [name, measure] of Object.entries(MEASUREMENTS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue
  const stolen = watchStolen()
  const measured = await measure()
  const figures = figuresOf(name, measured)
  console.log(`${measured.text}; ${stolen()}`)
  for (const line of risen(figures)) console.log(`  ${line}`)
  if (isKept) keep(figures)
}
