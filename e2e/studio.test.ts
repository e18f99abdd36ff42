import { expect, test } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'
import { oneNote } from './sounds.ts'

test('between lessons: who needs what, what helped, what to order, and a way into the plan', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Who needs what' }).click()
  await expect(page.getByRole('heading', { name: 'Who needs what' })).toBeVisible()
  const needs = page.locator('.needs').getByRole('link')
  await expect(needs.first()).toContainText('Wilhelmina Tarn')
  await expect(needs.first()).toContainText('Dizzy at home')
  await expect(page.getByRole('region', { name: 'Advice' }).getByRole('listitem').first()).toContainText(
    /\d+ of \d+ with \d+ learner/,
  )
  await needs.first().click()
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible()
})

test('any two kept takes are heard one after the other, with and without their names', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  for (const [k, written] of ['E4', 'G4', 'C5'].entries()) {
    const answer = await page.request.post(
      `/api${lesson}/takes?id=two-${Date.now()}-${k}&label=Note ${written}&consent=learner`,
      { data: oneNote(written).buffer, headers: { 'content-type': 'audio/wav' } },
    )
    expect(answer.status(), await answer.text()).toBe(201)
  }
  await page.goto('/learners/ottoline-brask')
  const two = page.getByRole('region', { name: 'Two takes by ear' })
  const rows = two.getByRole('listitem')
  await expect(rows).toHaveCount(3)
  await rows.filter({ hasText: 'Note G4' }).getByRole('button', { name: 'First' }).click()
  await rows.filter({ hasText: 'Note C5' }).getByRole('button', { name: 'Second' }).click()
  const pair = two.locator('.pair').getByRole('button')
  await expect(pair.nth(0)).toHaveText(/Note G4$/)
  await expect(pair.nth(1)).toHaveText(/Note C5$/)
  await two.getByRole('button', { name: 'Hear both' }).click()
  await expect(pair.nth(0)).toHaveAttribute('aria-pressed', 'true')
  await expect(pair.nth(1)).toHaveAttribute('aria-pressed', 'true', { timeout: 15_000 })
  await two.getByRole('button', { name: 'Without names' }).click()
  await expect(pair.nth(0)).toHaveText('The first')
  await expect(rows).toHaveCount(0)
  await two.getByRole('button', { name: 'Which was which?' }).click()
  await expect(pair.nth(0)).toHaveText(/Note G4$/)
})

test('a calendar file marks the lesson that falls into a busy time; what is no calendar is said', async ({
  page,
}) => {
  const lesson = await ownLesson(page.request, 'juniper-holm')
  const { lesson: own } = (await (await page.request.get(`/api${lesson}`)).json()) as {
    lesson: { startsAt: string }
  }
  const at = own.startsAt.replace(/[-:]/g, '')
  const file = (text: string) => ({ name: 'mine.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) })
  await page.goto('/settings')
  const choose = page.getByLabel('A calendar file')
  await choose.setInputFiles(file('no calendar at all'))
  await expect(page.getByText(/This is no calendar file that can be read/)).toBeVisible()
  await choose.setInputFiles(
    file(
      `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a@b\r\nDTSTART:${at}\r\nDURATION:PT20M\r\nSUMMARY:Roofer\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`,
    ),
  )
  await expect(page.getByText('1 busy time read.')).toBeVisible()
  await page.goto('/')
  await expect(page.getByRole('region', { name: 'Week' }).getByText('busy: Roofer').first()).toBeVisible()
  await page.goto('/settings')
  await page.getByRole('button', { name: 'Forget them' }).click()
  await expect(page.getByRole('button', { name: 'Forget them' })).toHaveCount(0)
})
