import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'

const DIST = new URL('../packages/web/dist/', import.meta.url)

/** Kilobytes of JavaScript, gzip, that the browser fetches until the sign-in is there. */
export async function benchFirstScreen(url: string): Promise<number> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  })
  const page = await browser.newPage()
  const scripts = new Set<string>()
  page.on('response', (response) => {
    const { pathname } = new URL(response.url())
    if (pathname.endsWith('.js')) scripts.add(pathname.slice(1))
  })
  await page.goto(`${url}/sign-in`, { waitUntil: 'networkidle' })
  await browser.close()
  const bytes = [...scripts].reduce((sum, path) => sum + gzipSync(readFileSync(new URL(path, DIST))).length, 0)
  return bytes / 1000
}
