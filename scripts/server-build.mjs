// The server as plain JavaScript, so that it and its threads begin in a moment. It is built again when its sources are not the ones it was built from.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { filesIn, fingerprint } from './fingerprint.mjs'
import { giveUp, KEPT, ROOT, say } from './house.mjs'

const SOURCES = [
  'packages/core/src',
  'packages/contract/src',
  'packages/server/src',
  'packages/practice/src',
  'packages/testing/src',
  'demo',
]
const PROGRAMS = [
  'packages/server/src/main.ts',
  'packages/server/src/verify/main.ts',
  'demo/serve.ts',
  'demo/reset.ts',
  'demo/practice/run.ts',
  'e2e/hall.ts',
]
/** A module that runs in a thread of its own is named so, wherever it is used. */
const THREAD = /new URL\('(\.\/[\w-]+\.ts)', import\.meta\.url\)/g
const BUILT = `${KEPT}/server`
const MARK = `${KEPT}/server-built`

/** Where a program stands once it is built. @param source from the root of the checkout, as in PROGRAMS */
export const builtProgram = (source) => `${BUILT}/${source.replace(/\.ts$/, '.js')}`

/** Says to threads of programs that run from their sources, as tests do, that theirs are built. */
export const BUILT_THREADS = { ROOK_BUILT: BUILT }

export async function ensureServer() {
  const files = [...filesIn(SOURCES), 'e2e/hall.ts'].filter((path) => path.endsWith('.ts') && !path.endsWith('.test.ts'))
  const now = fingerprint([...files, 'scripts/server-build.mjs'])
  if (existsSync(MARK) && existsSync(builtProgram(PROGRAMS[0])) && readFileSync(MARK, 'utf8') === now) return
  say('Building the server …')
  rmSync(BUILT, { recursive: true, force: true })
  const { build } = await import('esbuild')
  await build({
    absWorkingDir: ROOT,
    entryPoints: [...PROGRAMS, ...files.filter((path) => path.startsWith('packages/server/')).flatMap(threadsIn)],
    outbase: ROOT,
    outdir: BUILT,
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: 'linked',
    // Packages of the older kind ask for others by this.
    banner: { js: `import { createRequire as asking } from 'node:module'; const require = asking(import.meta.url)` },
    logLevel: 'silent',
    define: { 'process.env.ROOK_BUILT': JSON.stringify(BUILT) },
    plugins: [ours],
  }).catch((error) => giveUp(`The server could not be built:\n\n${error.message}\n`))
  writeFileSync(MARK, now)
}

/** Packages that read files beside their own, or are no JavaScript: they stay where they are installed. All else becomes one. */
const APART = ['sharp', 'pdfkit', 'piscina', 'pino', 'pino-http', '@node-rs/argon2']

/** A module goes on knowing where its source stands. */
const ours = {
  name: 'ours',
  setup(build) {
    build.onResolve({ filter: /^[^./]/ }, ({ path }) => (APART.includes(path) ? { path, external: true } : null))
    build.onLoad({ filter: /\.ts$/ }, ({ path }) => ({
      loader: 'ts',
      contents: readFileSync(path, 'utf8').replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href)),
    }))
  },
}

function threadsIn(path) {
  const folder = path.slice(0, path.lastIndexOf('/'))
  return [...readFileSync(`${ROOT}/${path}`, 'utf8').matchAll(THREAD)].map(([, file]) => `${folder}/${file.slice(2)}`)
}
