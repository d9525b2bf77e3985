import { chromium, type Browser, type Page } from '@playwright/test'

/** Debian's Chromium, as the journeys use it. */
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
  })

/** Signs in as somebody of the demo shop, or of the shop that is measured in. */
export async function signInAt(page: Page, url: string, name = 'I. Marrow', pin = '1357'): Promise<void> {
  await page.goto(`${url}/sign-in`)
  await page.getByRole('button', { name }).click()
  for (const digit of pin) await page.getByRole('button', { name: digit, exact: true }).click()
  await page.getByRole('button', { name: 'Enter', exact: true }).click()
  await page.waitForURL('**/floor')
}
