import { migrate } from '@rook/server/db/migrate'
import { isEmpty, loadDemo } from './load.ts'

const databaseUrl = process.env.DATABASE_URL
if (!databaseUrl) throw new Error('DATABASE_URL is not set; start with npm start')

await migrate(databaseUrl)
if (await isEmpty(databaseUrl)) {
  console.log('Loading the demo shop …')
  const until = process.env.DEMO_UNTIL ? Date.parse(process.env.DEMO_UNTIL) : Date.now()
  await loadDemo(databaseUrl, until)
}
await import('@rook/server/main')
