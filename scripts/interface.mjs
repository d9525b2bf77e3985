// The interface is built again when its sources are not the ones it was built from.
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { giveUp, KEPT, quietly, ROOT, say } from './house.mjs'

const SOURCES = ['packages/core/src', 'packages/contract/src', 'packages/web']
const MARK = `${KEPT}/built`

export function ensureInterface() {
  const sources = fingerprint()
  if (existsSync(`${ROOT}/packages/web/dist/index.html`) && existsSync(MARK) && readFileSync(MARK, 'utf8') === sources) return
  say('Building the interface …')
  const done = quietly('npm', ['run', 'build', '--workspace', '@rook/web', '--silent'])
  if (!done.ok) giveUp(`The interface could not be built:\n\n${done.output.trim().split('\n').slice(-20).join('\n')}\n`)
  writeFileSync(MARK, sources)
}

function fingerprint() {
  const hash = createHash('sha256').update(readFileSync(`${ROOT}/package-lock.json`))
  for (const source of SOURCES) {
    for (const entry of readdirSync(`${ROOT}/${source}`, { recursive: true, withFileTypes: true })) {
      const path = `${entry.parentPath ?? entry.path}/${entry.name}`
      if (entry.isFile() && !/\/(dist|node_modules)\//.test(path)) hash.update(path.slice(ROOT.length)).update(readFileSync(path))
    }
  }
  return hash.digest('hex')
}
