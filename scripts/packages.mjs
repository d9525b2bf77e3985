// npm packages: installed when the lock file is not what was installed last.
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { giveUp, KEPT, quietly, ROOT, say } from './house.mjs'

const OLDEST = [20, 19]
const MARK = `${KEPT}/installed`

export function ensureNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < OLDEST[0] || (major === OLDEST[0] && minor < OLDEST[1]))
    giveUp(`Node ${process.versions.node} is too old; version ${OLDEST.join('.')} or newer is needed.`)
}

export function ensurePackages() {
  ensureNode()
  const lock = createHash('sha256')
    .update(readFileSync(`${ROOT}/package-lock.json`))
    .digest('hex')
  const installed = existsSync(MARK) ? readFileSync(MARK, 'utf8') : ''
  if (installed === lock && existsSync(`${ROOT}/node_modules/tsx`)) return
  if (fits()) return writeFileSync(MARK, lock)
  say('Installing npm packages …')
  const done = quietly('npm', ['ci', '--no-audit', '--no-fund'])
  if (!done.ok) giveUp(`npm could not install the packages:\n\n${done.output.trim().split('\n').slice(-12).join('\n')}\n`)
  writeFileSync(MARK, lock)
}

/**
 * True when what is installed is what the lock file asks for, as npm itself has written down: a checkout that was copied with
 * its packages need not throw them away. Packages for other systems may be missing.
 */
function fits() {
  const kept = `${ROOT}/node_modules/.package-lock.json`
  if (!existsSync(kept)) return false
  try {
    const wanted = JSON.parse(readFileSync(`${ROOT}/package-lock.json`, 'utf8')).packages
    const there = JSON.parse(readFileSync(kept, 'utf8')).packages
    return Object.entries(wanted).every(([path, { version, integrity, optional, link }]) => {
      if (!path.includes('node_modules/')) return true
      const own = there[path]
      if (!own) return optional === true && !existsSync(`${ROOT}/${path}`)
      return existsSync(`${ROOT}/${path}`) && (link || (own.version === version && own.integrity === integrity))
    })
  } catch {
    return false
  }
}
