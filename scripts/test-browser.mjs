// npm run test:browser: journeys through the built interface in Debian's Chromium, on the demo shop.
import { onEnd, run } from './house.mjs'
import { startBrowserShop } from './browser-shop.mjs'

const ending = onEnd()
const env = await startBrowserShop(ending)
await ending.end(
  await run('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts', ...process.argv.slice(2), '--project=journeys'], {
    env,
  }),
)
