import { expect, test } from '@playwright/test'

test('a group is made, planned without who isn’t there, and begun: each has an own line and card', async ({
  page,
}) => {
  await page.goto('/learners')
  await page.getByRole('button', { name: 'New group' }).click()
  await page.getByLabel('Called').fill('Three together')
  for (const name of ['Saskia Vell', 'Leopold Quist', 'Pim Askerud'])
    await page.getByRole('checkbox', { name }).check()
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByRole('link', { name: 'Three together' }).first().click()
  const threads = page.getByRole('img', { name: /minutes with air/ })
  await expect(threads).toHaveCount(3)
  await expect(page.getByText(/one note: concert [A-G]/)).toBeVisible()
  await page.getByRole('checkbox', { name: 'Pim Askerud' }).uncheck()
  await expect(threads).toHaveCount(2)
  await page.getByRole('button', { name: /^Begin/ }).click()
  await expect(page.getByRole('heading', { name: 'Each has an own line and card' })).toBeVisible()
  const lessons = page.getByRole('link', { name: 'Lesson', exact: true })
  await expect(lessons).toHaveCount(2)
  await lessons.first().click()
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible()
})
