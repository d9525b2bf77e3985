// npm run demo:reset: starts the demo shop over. The ledger that was there is dropped.
import { openDatabase } from './database.mjs'
import { giveUp, run, say, TSX } from './house.mjs'

if (process.env.DATABASE_URL && process.env.CONFIRM !== 'yes')
  giveUp('This drops everything in the database that DATABASE_URL names. To go on: CONFIRM=yes npm run demo:reset')
const { ending, env } = await openDatabase()
const code = await run(process.execPath, [...TSX, 'demo/reset.ts'], { env })
if (code === 0) say('The demo shop is as new.')
await ending.end(code)
