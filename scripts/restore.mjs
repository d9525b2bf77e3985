// npm run restore -- file [--try]: puts a backup into a database of its own, verifies every chain in it, and only then
// puts it in the place of the one that is there. With --try it stops before that.
import { existsSync } from 'node:fs'
import { openDatabase } from './database.mjs'
import { ensurePostgres } from './debian.mjs'
import { giveUp, quietly, run, say } from './house.mjs'
import { builtProgram, ensureServer } from './server-build.mjs'

const [file, ...flags] = process.argv.slice(2)
const isTrial = flags.includes('--try')
if (!file || !existsSync(file)) giveUp(`There is no backup at ${file ?? '(no file was named)'}. npm run restore -- path/to/file.dump`)
if (process.env.DATABASE_URL && !isTrial && process.env.CONFIRM !== 'yes')
  giveUp('This puts the backup in the place of the database that DATABASE_URL names. To go on: CONFIRM=yes npm run restore -- file')

const { ending, ownerUrl, env } = await openDatabase()
const programs = ensurePostgres()
const stop = async (why) => {
  process.stderr.write(`\n${why}\n`)
  await ending.end(1)
}
const name = decodeURIComponent(new URL(ownerUrl).pathname.slice(1))
const on = (database) => {
  const address = new URL(ownerUrl)
  address.pathname = `/${database}`
  return address.href
}
if (!/^[A-Za-z0-9_.-]+$/.test(name)) await stop(`The database’s name, ${name}, has characters in it that this command does not take.`)
const sql = (text, database = 'postgres') => quietly(`${programs}/psql`, ['-X', '-q', '-v', 'ON_ERROR_STOP=1', '-c', text, on(database)])
const beside = `${name}_restored`
const before = `${name}_before_${new Date().toISOString().slice(0, 19).replace(/\D/g, '')}`

sql(`DROP DATABASE IF EXISTS "${beside}" WITH (FORCE)`)
const made = sql(`CREATE DATABASE "${beside}" TEMPLATE template0 ENCODING 'UTF8'`)
if (!made.ok) await stop(`A database beside the present one could not be made:\n\n${made.output.trim()}\n`)
say('Reading the backup …')
const read = quietly(`${programs}/pg_restore`, [
  '--no-owner',
  '--no-privileges',
  '--exit-on-error',
  '--single-transaction',
  `--dbname=${on(beside)}`,
  file,
])
if (!read.ok) {
  sql(`DROP DATABASE "${beside}" WITH (FORCE)`)
  await stop(`The backup cannot be read, and nothing was changed:\n\n${read.output.trim().split('\n').slice(0, 8).join('\n')}\n`)
}
// The login belongs to the cluster that it was made in; here it gets one anew, and the rights with it.
sql('DELETE FROM app_login', beside)
// Backups of earlier versions have sessions and what signs them: nobody is signed in by a backup.
for (const table of ['session', 'pin_try', 'app_secret']) sql(`DELETE FROM ${table}`, beside)
sql(`DELETE FROM setting WHERE key = 'session-secret'`, beside)
say('Verifying every chain …')
await ensureServer()
const verified = await run(process.execPath, [builtProgram('packages/server/src/verify/main.ts')], {
  env: { ...env, DATABASE_URL: on(beside), DATABASE_OWNER_URL: '' },
})
if (verified !== 0) await stop(`The backup is not whole. It is left in the database ${beside} to be looked at; nothing else was changed.`)
if (isTrial) {
  sql(`DROP DATABASE "${beside}" WITH (FORCE)`)
  say('The backup can be restored, and is whole. Nothing was changed.')
  await ending.end(0)
}
const isThere = sql(
  `DO $$ BEGIN PERFORM 1 FROM pg_database WHERE datname = '${name}'; IF NOT FOUND THEN RAISE EXCEPTION 'none'; END IF; END $$`,
).ok
const steps = [
  ...(isThere
    ? [`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${name}'`, `ALTER DATABASE "${name}" RENAME TO "${before}"`]
    : []),
  `ALTER DATABASE "${beside}" RENAME TO "${name}"`,
]
const swapped = quietly(`${programs}/psql`, ['-X', '-q', '-v', 'ON_ERROR_STOP=1', ...steps.flatMap((step) => ['-c', step]), on('postgres')])
if (!swapped.ok) await stop(`The restored database could not take the other one’s place:\n\n${swapped.output.trim()}\n`)
say(
  isThere
    ? `The backup is in place. What was there before is kept in the database ${before}; drop it when nobody misses it.`
    : `The backup is in place, in the database ${name}.`,
)
await ending.end(0)
