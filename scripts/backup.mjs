// npm run backup [file]: the whole ledger in one file, read as of one moment while everybody works on.
import { chmodSync, existsSync, mkdirSync, statSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { openDatabase } from './database.mjs'
import { ensurePostgres } from './debian.mjs'
import { giveUp, KEPT, quietly, say } from './house.mjs'

const { ending, ownerUrl } = await openDatabase()
const file = resolve(process.argv[2] ?? `${KEPT}/backups/rook-${new Date().toISOString().slice(0, 19).replace(/[-:]/g, '')}.dump`)
if (existsSync(file)) giveUp(`${file} is there already; a backup is never written over another one.`)
// Names and marks of PINs are in it: it is for whoever made it, and for nobody else on this computer.
process.umask(0o077)
mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
if ((statSync(dirname(file)).mode & 0o077) !== 0)
  say(`Others on this computer can look into ${dirname(file)}. The backup itself is for you alone; keep it in a folder of your own.`)
// Who is signed in, what signs it, and the login that the application works under are made anew wherever it is restored to.
const LEFT_OUT = ['session', 'pin_try', 'app_secret', 'app_login']
// Rights and logins belong to a cluster: they are made anew wherever it is restored to.
const done = quietly(`${ensurePostgres()}/pg_dump`, [
  '--format=custom',
  '--no-owner',
  '--no-privileges',
  ...LEFT_OUT.map((table) => `--exclude-table-data=${table}`),
  `--file=${file}`,
  ownerUrl,
])
if (existsSync(file)) chmodSync(file, 0o600)
if (!done.ok) {
  process.stderr.write(`\nThe backup was not made:\n\n${done.output.trim()}\n`)
  await ending.end(1)
}
say(`The ledger is in ${file} (${(statSync(file).size / 1e6).toFixed(1)} MB). Try it now and then: npm run restore -- ${file} --try`)
await ending.end(0)
