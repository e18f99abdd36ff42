import { expect, type Page } from '@playwright/test'

/** Opens a part of a stop and waits until it has come: its keys mean something from then on. */
export async function openPart(page: Page, name: string): Promise<void> {
  await page.getByRole('radio', { name, exact: true }).click()
  await expect(page.locator('section.stop')).toHaveAttribute('aria-busy', 'false')
}

/** What was noted today slides over the work. */
export async function openNoted(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^noted/ }).click()
  await expect(page.getByLabel('Noted today')).toBeVisible()
}

/** Chooses what is listened to, behind the bell. */
export async function listenTo(page: Page, source: string): Promise<void> {
  await page.getByRole('button', { name: 'What is heard' }).click()
  await page.getByRole('combobox', { name: 'listens to' }).selectOption(source)
  await page.getByRole('button', { name: 'What is heard' }).click()
  await expect(page.getByRole('combobox', { name: 'listens to' })).toBeHidden()
}

/** Note and plan lie folded at the foot of a stop. */
export async function openNote(page: Page): Promise<void> {
  await page.locator('details.foot > summary').click()
  await expect(page.getByLabel('How it went')).toBeVisible()
}
