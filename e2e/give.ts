import type { Page } from '@playwright/test'

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/**
 * Answers what a routine asks, by the inputs' ids: presses a choice, picks from a list, or types a figure, in
 * the order given, as a person goes down the sheet.
 */
export async function give(page: Page, answers: Readonly<Record<string, string>>): Promise<void> {
  for (const [id, answer] of Object.entries(answers)) {
    const row = page.locator(`[role=radiogroup][aria-labelledby="label-${id}"]`)
    const list = page.locator(`.ant-select[data-input="${id}"]`)
    const field = page.locator(`input.figure[data-input="${id}"]`)
    await row.or(list).or(field).first().waitFor()
    if (await row.count())
      await row
        .locator('label', { hasText: new RegExp(`^\\s*${escaped(answer)}`) })
        .first()
        .click()
    else if (await list.count()) {
      await list.click()
      await page
        .locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option', { hasText: answer })
        .filter({ visible: true })
        .first()
        .click()
    } else await field.fill(answer)
  }
}

/** The figures under the double rule, row after row, as they are shown. */
export const results = (page: Page) => page.locator('[data-result]')

/** A fact that a routine found by the way: a diameter, an angle. */
export const fact = (page: Page, label: string) => page.locator(`[data-fact="${label}"]`)

/** Gives a reason to every query that is open. */
export async function answerAll(page: Page, reason: string): Promise<void> {
  const ask = page.getByRole('button', { name: 'give a reason' })
  const field = page.getByLabel('Reason', { exact: true })
  while (await ask.or(field).count()) {
    // What is asked may be another thing once news has come: the field goes with it, and is opened anew. On a busy machine
    // it may also stand open still from a try that took too long: it is filled then, for nothing else asks for it.
    try {
      if ((await field.count()) === 0) await ask.first().click({ timeout: 3_000 })
      await field.first().fill(reason, { timeout: 3_000 })
      await page.getByRole('button', { name: 'Keep' }).click({ timeout: 3_000 })
    } catch {
      continue
    }
  }
}
