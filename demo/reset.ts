import { startOver } from './start-over.ts'

await startOver(process.env.DATABASE_URL!, Date.now())
