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

/** The go with every question answered, and the first part that was run carefully. */
export async function firstPart(page: Page, setup: string): Promise<void> {
  await page.goto(`${setup}/go`)
  const go = page.locator('[data-go]')
  await expect(go).toHaveAttribute('data-go', /query|clear/)
  for (const reason of await page.getByPlaceholder('why it may run all the same').all()) await reason.fill('looked at')
  await page.getByRole('button', { name: 'Give the go' }).click()
  await expect(go).toContainText('Go, given')
  await page.goto(setup)
  await page.getByRole('button', { name: 'Note the first part' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('What was seen')).toBeVisible()
  for (const line of await dialog.getByRole('checkbox').all()) await line.check()
  await dialog.getByLabel('What was seen').fill('zero seen in X and Y, first part good')
  const why = dialog.getByLabel('Why it is good all the same')
  if (await why.isVisible()) await why.fill('seen with a block under the tool')
  await dialog.getByRole('button', { name: 'It was good' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.locator('[data-stage=running]')).toHaveAttribute('data-state', 'here')
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
