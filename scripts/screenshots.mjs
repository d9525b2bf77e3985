// npm run screenshots: one picture of each main view, from the demo shop, into docs/screenshots.
import { onEnd, run } from './house.mjs'
import { startBrowserShop } from './browser-shop.mjs'

const ending = onEnd()
const env = await startBrowserShop(ending)
await ending.end(
  await run('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts', ...process.argv.slice(2), '--project=pictures'], {
    env,
  }),
)
