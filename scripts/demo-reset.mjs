// npm run demo:reset: starts the demo shop over. The ledger that was there is dropped.
import { rmSync } from 'node:fs'
import { openDatabase } from './database.mjs'
import { giveUp, run, say } from './house.mjs'
import { TABLES } from './practice.mjs'
import { builtProgram, ensureServer } from './server-build.mjs'

if (process.env.DATABASE_URL && process.env.CONFIRM !== 'yes')
  giveUp('This drops everything in the database that DATABASE_URL names. To go on: CONFIRM=yes npm run demo:reset')
const { ending, env } = await openDatabase()
await ensureServer()
const code = await run(process.execPath, [builtProgram('demo/reset.ts')], { env })
// The controls hold what the new ledger does.
if (code === 0) rmSync(TABLES, { force: true })
if (code === 0) say('The demo shop is as new.')
await ending.end(code)
