// The interface is built again when its sources are not the ones it was built from.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { filesIn, fingerprint } from './fingerprint.mjs'
import { giveUp, KEPT, quietly, ROOT, say } from './house.mjs'

const SOURCES = ['packages/core/src', 'packages/contract/src', 'packages/web']
const MARK = `${KEPT}/built`

export function ensureInterface() {
  const sources = fingerprint(filesIn(SOURCES))
  if (existsSync(`${ROOT}/packages/web/dist/index.html`) && existsSync(MARK) && readFileSync(MARK, 'utf8') === sources) return
  say('Building the interface …')
  const done = quietly('npm', ['run', 'build', '--workspace', '@rook/web', '--silent'])
  if (!done.ok) giveUp(`The interface could not be built:\n\n${done.output.trim().split('\n').slice(-20).join('\n')}\n`)
  writeFileSync(MARK, sources)
}
