// npm run ledger:verify: walks every machine's chain of entries and says whether it is whole.
import { openDatabase } from './database.mjs'
import { run, TSX } from './house.mjs'

const { ending, env } = await openDatabase()
await ending.end(await run(process.execPath, [...TSX, 'packages/server/src/verify/main.ts', ...process.argv.slice(2)], { env }))
