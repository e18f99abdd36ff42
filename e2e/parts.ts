import { expect, type Page } from '@playwright/test'

/** Opens a part of a stop and waits until it has come: its keys mean something from then on. */
export async function openPart(page: Page, name: string): Promise<void> {
  await page.getByRole('radio', { name, exact: true }).click()
  await expect(page.locator('section.stop')).toHaveAttribute('aria-busy', 'false')
}
