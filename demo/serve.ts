import { migrate } from '@rook/server/db/migrate'
import { contentsOf, loadDemo } from './load.ts'
import { startOver } from './start-over.ts'

const databaseUrl = process.env.DATABASE_URL
if (!databaseUrl) throw new Error('DATABASE_URL is not set; start with npm start')

await migrate(databaseUrl)
const contents = await contentsOf(databaseUrl)
if (contents !== 'shop') {
  console.log(contents === 'nothing' ? 'Loading the demo shop …' : 'The demo shop was only half loaded; loading it anew …')
  const until = process.env.DEMO_UNTIL ? Date.parse(process.env.DEMO_UNTIL) : Date.now()
  if (contents === 'nothing') await loadDemo(databaseUrl, until)
  else await startOver(databaseUrl, until)
}
await import('@rook/server/main')
