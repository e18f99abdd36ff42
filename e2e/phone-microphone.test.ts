import { expect, test } from '@playwright/test'
import { pretendsMicrophone } from './chromium.ts'
import { ownLesson } from './own-lesson.ts'
import { soundFile } from './sounds.ts'

/** A phone whose pretended microphone plays a file that the simulated player made. */
test.use({
  viewport: { width: 390, height: 844 },
  ...pretendsMicrophone(soundFile('clarinet-e4')),
})
// As with the teacher's microphone: a take that came in pieces is refused, and taken again.
test.describe.configure({ retries: 8 })

test('a long tone at home is heard by the learner’s phone, and its number reaches the teacher as measured there', async ({
  page,
  browser,
}) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  const { card } = (await (await page.request.post(`/api${lesson}/card`, { data: {} })).json()) as {
    card: { id: string; rows: { id: string }[] }
  }
  const link = (await (await page.request.post('/api/learners/ottoline-brask/links')).json()) as {
    path: string
  }
  await page.goto(link.path)
  expect(card.rows.some((r) => r.id.startsWith('long-tone'))).toBe(true)
  // The link leads to the newest card, whichever that is.
  await page
    .getByRole('navigation', { name: 'Today’s practice' })
    .getByRole('button', { name: /^Long tone/ })
    .click()
  await expect(page.locator('.ear')).toBeVisible()
  // The ear is fetched a moment after the page stands: that takes the time of what plays.
  await page.waitForTimeout(3000)
  await page.getByRole('button', { name: 'Listen' }).click()
  await expect(page.locator('.big')).toHaveText(/[3-6]/)
  await expect(page.locator('.rest')).toContainText(/Rest \d/, { timeout: 20_000 })
  const seconds = Number(await page.locator('.big').innerText())
  expect(Math.abs(seconds - 7)).toBeLessThan(0.2)
  // The teacher, elsewhere, sees it by item, apart from what was noted in lessons.
  const teacher = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const desk = await teacher.newPage()
  // A card is brought along to the lesson of a later day.
  const id = `next-${Date.now()}`
  const tomorrow = new Date(Date.now() + 86_400_000).toLocaleDateString('sv-SE')
  await page.request.post('/api/learners/ottoline-brask/lessons', {
    data: { id, instrument: 'clarinet', startsAt: `${tomorrow}T23:50:00`, minutes: 30 },
  })
  const next = `/lessons/${id}`
  await desk.goto(`${next}/sound`)
  await desk.getByRole('button', { name: /what is needed now/ }).click()
  const back = desk.getByLabel('What this learner needs now')
  await expect(back.locator('li', { hasText: 'Long tone' }).locator('.heard').first()).toHaveText(
    String(seconds),
  )
  await teacher.close()
})
