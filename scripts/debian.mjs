// Debian's packages that the project needs: PostgreSQL's server, and Chromium for the browser tests.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { giveUp, isRoot, quietly, say } from './house.mjs'

const POSTGRES = '/usr/lib/postgresql'

/** The folder of PostgreSQL's programs, the newest version's; null when the server is not installed. */
export function postgresPrograms() {
  if (process.env.PG_BIN && existsSync(`${process.env.PG_BIN}/initdb`)) return process.env.PG_BIN
  if (!existsSync(POSTGRES)) return null
  const versions = readdirSync(POSTGRES)
    .filter((version) => existsSync(`${POSTGRES}/${version}/bin/initdb`) && existsSync(`${POSTGRES}/${version}/bin/postgres`))
    .sort((a, b) => Number(b) - Number(a))
  return versions[0] ? `${POSTGRES}/${versions[0]}/bin` : null
}

export function ensurePostgres() {
  const found = postgresPrograms()
  if (found) return found
  if (!isRoot)
    giveUp(
      'PostgreSQL’s server is not installed. Run this once, then start again:\n\n  sudo apt-get install --no-install-recommends postgresql\n',
    )
  say('Installing PostgreSQL’s server package …')
  keepDebianFromStartingItsOwn()
  install('postgresql')
  return postgresPrograms() ?? giveUp('PostgreSQL was installed, but its programs are not where Debian puts them.')
}

/** Debian starts a cluster of its own on port 5432 unless it is told not to. */
function keepDebianFromStartingItsOwn() {
  const folder = '/etc/postgresql-common'
  const file = `${folder}/createcluster.conf`
  if (existsSync(file)) return
  mkdirSync(folder, { recursive: true })
  writeFileSync(file, 'create_main_cluster = false\n')
}

/** Chromium without a window draws the same and takes a fifth less of the machine; where it cannot be had, the whole one will do. */
const LIGHT = 'chromium-headless-shell'

export function ensureChromium() {
  const found = [process.env.CHROMIUM, `/usr/bin/${LIGHT}`].find((path) => path && existsSync(path))
  if (found) return found
  const whole = existsSync('/usr/bin/chromium') ? '/usr/bin/chromium' : null
  if (!isRoot)
    return (
      whole ??
      giveUp(
        `Chromium is not installed; the browser tests need it. Run this once, then test again:\n\n  sudo apt-get install --no-install-recommends ${LIGHT}\n`,
      )
    )
  say('Installing Chromium …')
  // Without a network nobody waits long for what only saves time.
  if (whole) return tryToInstall(LIGHT, 60_000).ok ? `/usr/bin/${LIGHT}` : whole
  install(LIGHT)
  return `/usr/bin/${LIGHT}`
}

function install(name) {
  const { ok, output } = tryToInstall(name)
  if (!ok) giveUp(`Debian’s package ${name} could not be installed:\n\n${output.trim().split('\n').slice(-6).join('\n')}\n`)
}

/** A mirror that does not answer is not waited for longer than this, milliseconds. */
const PATIENCE = 300_000

function tryToInstall(name, timeout = PATIENCE) {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const options = ['install', '-y', '-q', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', name]
  quietly('apt-get', ['update', '-q'], { env, timeout })
  return quietly('apt-get', options, { env, timeout })
}

/** The user that PostgreSQL is run as by root, from /etc/passwd. */
export function postgresUser() {
  const line = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((entry) => entry.startsWith('postgres:'))
  if (!line) giveUp('There is no user “postgres”, which PostgreSQL runs as when started by root. Reinstall Debian’s package postgresql.')
  const [, , uid, gid] = line.split(':')
  return { uid: Number(uid), gid: Number(gid) }
}
