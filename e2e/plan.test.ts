import { expect, test } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

test('a lesson is planned, overruled, remembered, and its next thing is one key away', async ({
  page,
  request,
}) => {
  const lesson = await ownLesson(request, 'ottoline-brask')
  await page.goto(`${lesson}/plan`)
  const items = page.locator('ol > li')
  const names = () => items.locator('b').allTextContents()
  await expect(page.getByText(/minutes, \d+ of them with air/)).toBeVisible()
  await expect(items.first()).toContainText('Checklist')
  const before = await names()
  // Left for next time with one touch; it stands below with its reason, and stays there over a reload.
  await page.getByRole('button', { name: 'Recall: next time' }).click()
  await expect(page.getByText('You left it for next time.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('You left it for next time.')).toBeVisible()
  expect(await names()).not.toContain('Recall')
  await page.getByRole('button', { name: 'Recall', exact: true }).click()
  await expect(items.filter({ hasText: 'Recall' })).toHaveCount(1)
  // A grip moves minutes, by keys as well.
  const grip = page.getByRole('slider', { name: 'Minutes of Checklist' })
  const minutes = Number(await grip.getAttribute('aria-valuenow'))
  await grip.press('ArrowLeft')
  await expect(grip).toHaveAttribute('aria-valuenow', String(minutes - 1))
  await page.getByRole('button', { name: 'As it was planned' }).click()
  await expect(grip).toHaveAttribute('aria-valuenow', String(minutes))
  expect(await names()).toEqual(before)
  // From any stop the next thing opens at its part; what was done is passed over.
  const [done, next] = before.slice(0, 2) as [string, string]
  expect(done).toBe('Checklist')
  await request.post(`/api${lesson}/entries`, {
    data: {
      id: `e${Date.now()}`,
      stage: 'setup',
      kind: 'setup',
      provenance: 'tapped',
      data: { stepId: 'reed-height', verdict: 'ok' },
    },
  })
  await page.goto(`${lesson}/tune`)
  await expect(page.getByRole('button', { name: new RegExp(`^Then ${next}`) })).toBeVisible()
  await page.keyboard.press('j')
  await expect(page).toHaveURL(/breath$/)
  await expect(
    page
      .getByRole('tab', { name: next, selected: true })
      .or(page.getByRole('radio', { name: next, checked: true }))
      .first(),
  ).toBeVisible()
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Go on Enter' })).toBeVisible()
  // The same key from the plan itself.
  await page.keyboard.press('j')
  await expect(page).toHaveURL(/\/breath$/)
})
