import { prepareDatabase, Unfit } from '@rook/server/base/db/prepare'
import { contentsOf, loadDemo } from './load.ts'
import { startOver } from './start-over.ts'

// The demo shop with its public PINs goes into the product's own fresh cluster, or where it is asked for by name. A database
// that somebody names is theirs: empty, it opens on its first lead.
const databaseUrl = process.env.DATABASE_URL
if (!databaseUrl) throw new Error('DATABASE_URL is not set; start with npm start')
const ownerUrl = process.env.DATABASE_OWNER_URL || null

try {
  const url = await prepareDatabase(databaseUrl, ownerUrl)
  const contents = await contentsOf(url)
  if (process.env.ROOK_DEMO === 'yes' && contents !== 'shop') {
    console.log(contents === 'nothing' ? 'Loading the demo shop …' : 'The demo shop was only half loaded; loading it anew …')
    const until = process.env.DEMO_UNTIL ? Date.parse(process.env.DEMO_UNTIL) : Date.now()
    if (contents === 'nothing') await loadDemo(url, until)
    else await startOver(ownerUrl ?? databaseUrl, until)
  }
} catch (error) {
  if (!(error instanceof Unfit)) throw error
  console.error(error.message)
  process.exit(1)
}
await import('@rook/server/main')
