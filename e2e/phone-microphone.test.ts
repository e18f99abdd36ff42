import { expect, test } from '@playwright/test'
import { pretendsMicrophone } from './chromium.ts'
import { ownLesson } from './own-lesson.ts'
import { secureStudio, type SecureStudio } from './secure-studio.ts'
import { soundFile } from './sounds.ts'

/** A phone whose pretended microphone plays a file that the simulated player made; by HTTPS, as phones demand it. */
test.use(pretendsMicrophone(soundFile('clarinet-short')))
// As with the teacher's microphone: a take that came in pieces is refused, and taken again.
test.describe.configure({ retries: 8 })
let studio: SecureStudio
test.beforeAll(() => {
  studio = secureStudio()
})
test.afterAll(() => studio.stop())

test('a long tone at home is heard by the learner’s phone, and its number reaches the teacher as measured there', async ({
  browser,
}) => {
  const teacher = await studio.teacher(browser)
  const lesson = await ownLesson(teacher.request, 'ottoline-brask')
  const { card } = (await (await teacher.request.post(`/api${lesson}/card`, { data: {} })).json()) as {
    card: { id: string; rows: { id: string }[] }
  }
  const link = (await (await teacher.request.post('/api/learners/ottoline-brask/links')).json()) as {
    path: string
  }
  expect(card.rows.some((r) => r.id.startsWith('long-tone'))).toBe(true)
  const phone = await browser.newContext({
    baseURL: await studio.url(),
    ignoreHTTPSErrors: true,
    viewport: { width: 390, height: 844 },
    permissions: ['microphone'],
  })
  const page = await phone.newPage()
  await page.goto(link.path)
  expect(await page.evaluate(() => window.isSecureContext)).toBe(true)
  // The link leads to the newest card, whichever that is.
  await page
    .getByRole('navigation', { name: 'Today’s practice' })
    .getByRole('button', { name: /^Long tone/ })
    .click()
  await expect(page.locator('.ear')).toBeVisible()
  // The ear is fetched a moment after the page stands: that takes the time of what plays.
  await page.waitForTimeout(3000)
  await page.getByRole('button', { name: 'Listen' }).click()
  await expect(page.locator('.big')).toHaveText(/[1-3]/)
  await expect(page.locator('.rest')).toContainText(/Rest \d/, { timeout: 20_000 })
  const seconds = Number(await page.locator('.big').innerText())
  expect(Math.abs(seconds - 3)).toBeLessThan(0.2)
  // The teacher, elsewhere, sees it by item, apart from what was noted in lessons.
  const desk = await teacher.newPage()
  // A card is brought along to the lesson of a later day.
  const id = `next-${Date.now()}`
  const tomorrow = new Date(Date.now() + 86_400_000).toLocaleDateString('sv-SE')
  await teacher.request.post('/api/learners/ottoline-brask/lessons', {
    data: { id, instrument: 'clarinet', startsAt: `${tomorrow}T23:50:00`, minutes: 30 },
  })
  await desk.goto(`/lessons/${id}/sound`)
  await desk.getByRole('button', { name: /what is needed now/ }).click()
  const back = desk.getByLabel('What this learner needs now')
  await expect(back.locator('li', { hasText: 'Long tone' }).locator('.heard').first()).toHaveText(
    String(seconds),
  )
  await phone.close()
  await teacher.close()
})
