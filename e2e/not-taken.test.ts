import { expect, test } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

/** What becomes of a line that the studio's server doesn't get, or doesn't take. */
test('a network’s own page takes nothing away, and what is refused is read, changed and sent again', async ({
  page,
}) => {
  const lesson = await ownLesson(page.request, 'saskia-vell')
  let answers: 'a page' | 'a refusal' | 'the studio' = 'a page'
  await page.route('**/api/lessons/*/entries', (route) =>
    answers === 'the studio'
      ? route.continue()
      : answers === 'a page'
        ? route.fulfill({ status: 200, contentType: 'text/html', body: '<h1>Sign in to this network</h1>' })
        : route.fulfill({
            status: 403,
            json: { error: { code: 'not-allowed', message: 'That is the teacher’s alone.' } },
          }),
  )
  await page.goto(`${lesson}/tune`)
  await page.getByRole('heading', { name: 'Tune' }).waitFor()
  await page.keyboard.press('m')
  await page.getByRole('dialog').getByLabel('Note').fill('Bars five to eight')
  await page.keyboard.press('Enter')
  await expect(page.getByText('One change waits here and will be sent.')).toBeVisible()
  await expect(page.getByLabel('Noted today')).toContainText('Bars five to eight')
  // Not even a reload loses it.
  await page.reload()
  await expect(page.getByLabel('Noted today')).toContainText('Bars five to eight')

  answers = 'a refusal'
  await expect(page.getByText('One change wasn’t taken; kept here.')).toBeVisible({ timeout: 15_000 })
  await page.reload()
  await page.getByRole('button', { name: 'Look' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('Saskia Vell')
  await expect(dialog).toContainText('That is the teacher’s alone.')
  await dialog.getByLabel(/^Text of:/).fill('Bars five to eight, slower')
  answers = 'the studio'
  await dialog.getByRole('button', { name: 'Send again' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByLabel('Noted today')).toContainText('Bars five to eight, slower')
  const { entries } = (await (await page.request.get(`/api${lesson}`)).json()) as {
    entries: { data: { text?: string } }[]
  }
  expect(entries.map((e) => e.data.text)).toContain('Bars five to eight, slower')

  // Thrown away by hand it is gone.
  answers = 'a refusal'
  await page.keyboard.press('m')
  await page.getByRole('dialog').getByLabel('Note').fill('Nothing much')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Look' }).click()
  await page.getByRole('button', { name: 'Throw away' }).click()
  await expect(page.getByText('wasn’t taken; kept here')).toBeHidden()
  await expect(page.getByLabel('Noted today')).not.toContainText('Nothing much')
})
