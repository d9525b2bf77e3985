import type { Page } from '@playwright/test'
import { answerAll } from './give.ts'
import { expect, pick } from './shop.ts'

/** Begins a setup from the page of its operation. */
export async function beginSetup(page: Page, machine: string, job: string): Promise<void> {
  await page.getByRole('button', { name: 'Set it up' }).click()
  await pick(page, 'Machine', machine)
  await pick(page, 'Job', job)
  await page.getByRole('button', { name: 'Begin the setup' }).click()
  await expect(page).toHaveURL(/\/setup\//)
}

export const next = (page: Page) => page.getByRole('link', { name: /^Next: / }).click()

/** Homed and seated, with the lines that are looked at before each. */
export async function confirmTwo(page: Page, beforeHomed: number, beforeSeated = 0): Promise<void> {
  await next(page)
  for (const [lines, step, yes] of [
    [beforeHomed, /^Homed/, 'Yes, homed'],
    [beforeSeated, /^Seated/, 'Yes, seated and clamped'],
  ] as const) {
    await expect(page.getByRole('heading', { level: 1, name: step })).toBeVisible()
    await expect(page.locator('.checks input')).toHaveCount(lines)
    for (const line of await page.locator('.checks input').all()) await line.check()
    await page.getByRole('button', { name: yes }).click()
  }
}

/** Types a reading, answers what is asked, and records it. */
export async function measured(page: Page, label: string, reading: string, reason = 'first time on this fixture'): Promise<void> {
  await page.getByLabel(label, { exact: true }).click()
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.type(reading)
  await recordWith(page, reason)
}

/** Answers what is asked, as long as something is, and records the open routine. */
export async function recordWith(page: Page, reason: string): Promise<void> {
  const record = page.getByRole('button', { name: /^Record/ }).first()
  await expect(async () => {
    await answerAll(page, reason)
    for (const see of await page.getByRole('button', { name: 'I see it' }).all()) await see.click()
    await expect(record).toBeEnabled({ timeout: 500 })
  }).toPass()
  await record.click()
  await expect(page.getByText('Recorded as entry').first()).toBeVisible()
}
