import { expect, test } from '@playwright/test'
import { pretendsMicrophone } from './chromium.ts'
import { soundFile } from './sounds.ts'

/** A group before a pretended microphone that plays one long tone. */
test.use(pretendsMicrophone(soundFile('clarinet-short')))
test.describe.configure({ retries: 8 })

test('a round of long tones: live seconds, kept in each one’s own lesson, there after a reload', async ({
  page,
}) => {
  const id = `round-${Date.now()}`
  await page.request.put(`/api/groups/${id}`, {
    data: {
      name: 'A round',
      members: [
        { learnerId: 'ottoline-brask', instrument: 'clarinet' },
        { learnerId: 'leopold-quist', instrument: 'alto-sax' },
      ],
    },
  })
  await page.goto(`/groups/${id}`)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: 'Each has an own line and card' })).toBeVisible()
  const round = page.getByRole('region', { name: 'Round of long tones' })
  const row = round.getByRole('listitem').filter({ hasText: 'Ottoline Brask' })
  await page.waitForTimeout(1500)
  await row.getByRole('button', { name: 'Listen' }).click()
  await expect(row.getByRole('timer')).toHaveText(/[12]\.\d/)
  await expect(row.locator('.big')).toContainText('longest so far', { timeout: 20_000 })
  expect(Math.abs(Number((await row.locator('.big').innerText()).split(' ')[0]) - 3)).toBeLessThan(0.2)
  // Whose turn comes next is marked.
  await expect(round.locator('li.now')).toContainText('Leopold Quist')
  const lesson = page.getByRole('link', { name: 'Lesson', exact: true }).first()
  const own = /lessons\/([^/]+)/.exec((await lesson.getAttribute('href'))!)![1]!
  await expect
    .poll(async () => {
      const { entries } = (await (await page.request.get(`/api/lessons/${own}`)).json()) as {
        entries: { lessonId: string; kind: string; provenance: string }[]
      }
      return entries.filter((e) => e.lessonId === own).map((e) => `${e.kind} ${e.provenance}`)
    })
    .toEqual(['long-tone microphone'])
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Each has an own line and card' })).toBeVisible()
})
