// npm run ledger:verify: walks every machine's chain of entries and says whether it is whole.
import { openDatabase } from './database.mjs'
import { run } from './house.mjs'
import { builtProgram, ensureServer } from './server-build.mjs'

const { ending, env } = await openDatabase()
await ensureServer()
await ending.end(await run(process.execPath, [builtProgram('packages/server/src/verify/main.ts'), ...process.argv.slice(2)], { env }))
