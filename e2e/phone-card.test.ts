import { expect, test, type Page } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

test.use({ viewport: { width: 390, height: 844 } })

/** A card of a lesson of its own. */
async function ownCard(page: Page, learner: string) {
  const lesson = await ownLesson(page.request, learner)
  const answer = await page.request.post(`/api${lesson}/card`, { data: {} })
  expect(answer.ok(), await answer.text()).toBe(true)
  const card = (await (await page.request.get(`/api${lesson}`)).json()) as {
    card: { id: string; sessions: number; rows: { title: string }[] }
  }
  return card.card
}
const beads = (page: Page) => page.getByRole('navigation', { name: 'Today’s practice' }).getByRole('button')
const done = (page: Page) => page.getByRole('button', { name: 'Done', exact: true })

test('a session is practised one thing at a time, goes on after a reload, and ends with what was done', async ({
  page,
}) => {
  const card = await ownCard(page, 'ottoline-brask')
  await page.goto(`/card/${card.id}`)
  await expect(beads(page)).toHaveCount(card.rows.length)
  await expect(beads(page).nth(0)).toHaveAttribute('aria-current', 'step')
  await done(page).click()
  await expect(beads(page).nth(0)).toHaveAccessibleName(/, done$/)
  await expect(beads(page).nth(1)).toHaveAttribute('aria-current', 'step')
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  await page.waitForLoadState('networkidle')
  await page.reload()
  await expect(beads(page).nth(1)).toHaveAttribute('aria-current', 'step')
  // Any order: the last one first, and the rest comes by itself.
  await beads(page).last().click()
  await done(page).click()
  await expect(beads(page).nth(1)).toHaveAttribute('aria-current', 'step')
  for (let i = 2; i < card.rows.length; i++) await done(page).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('All done for now.')
  await expect(page.locator('.count')).toHaveText(`1 of ${card.sessions} sessions`)
  // A second session on the same day.
  await page.getByRole('button', { name: 'Once more' }).click()
  await expect(beads(page).nth(0)).toHaveAttribute('aria-current', 'step')
  await expect(beads(page).nth(0)).toHaveAccessibleName(card.rows[0]!.title)
})

test('what was done by mistake is taken back', async ({ page }) => {
  const card = await ownCard(page, 'ottoline-brask')
  await page.goto(`/card/${card.id}`)
  await done(page).click()
  await beads(page).nth(0).click()
  await page.getByRole('button', { name: 'Not done' }).click()
  await expect(beads(page).nth(0)).not.toHaveAccessibleName(/, done$/)
  await expect(done(page)).toBeVisible()
})

test('“I feel odd” stops everything and tells the teacher', async ({ page }) => {
  const card = await ownCard(page, 'ottoline-brask')
  await page.goto(`/card/${card.id}`)
  await page.getByRole('button', { name: 'I feel odd' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stop. Sit down. Breathe normally.')
  await expect(done(page)).toHaveCount(0)
  // Three plain questions, one at a time; the first yes is told.
  await expect(page.getByText('Does your head spin, or tingle?')).toBeVisible()
  await page.getByRole('button', { name: 'No', exact: true }).click()
  await expect(page.getByText('Does your lip, jaw or hand hurt?')).toBeVisible()
  await page.getByRole('button', { name: 'Yes', exact: true }).click()
  await expect(page.getByText('Your teacher will see it.')).toBeVisible()
  await expect(page.getByText('Put it away for today.')).toBeVisible()
  const kept = (await (await page.request.get(`/api/cards/${card.id}`)).json()) as {
    reports: { kind: string }[]
  }
  expect(kept.reports.map((r) => r.kind)).toEqual(['sore'])
  await page.getByRole('button', { name: 'I’m all right' }).click()
  await expect(done(page)).toBeVisible()
})

test('the whole card is one touch away, and back', async ({ page }) => {
  const card = await ownCard(page, 'ottoline-brask')
  await page.goto(`/card/${card.id}`)
  await page.getByRole('link', { name: 'Whole card' }).click()
  const boxes = page.getByRole('group', { name: /: sessions$/ })
  await expect(boxes).toHaveCount(card.rows.length)
  await boxes.first().getByRole('button', { name: 'Session 1' }).click()
  await page.reload()
  await expect(boxes.first().getByRole('button', { name: 'Session 1' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.getByRole('link', { name: 'One thing at a time' }).click()
  await expect(beads(page).nth(0)).toHaveAccessibleName(/, done$/)
})
