import { expect, test, type Page } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'
import { lateFinger } from './sounds.ts'

/** The Fingers stop: a move heard with a late finger, a passage with its fingerings, every instrument's chart. */
const noted = (page: Page) => page.getByLabel('Noted today')
async function open(page: Page, learner: string, part = 'Move') {
  const lesson = await ownLesson(page.request, learner)
  await page.goto(`${lesson}/fingers`)
  await page.getByRole('radio', { name: part, exact: true }).click()
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(300)
  return lesson
}
async function choose(page: Page, from: string, to: string) {
  for (const [label, note] of [
    ['From note', from],
    ['To note', to],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(note)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
}
test('a move is heard, and the finger that came late is named', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'saskia-vell')
  await choose(page, 'G5', 'D5')
  await page.getByLabel('WAVE file').setInputFiles(lateFinger())
  await expect(page.getByText(/^The right ring alone: on and off eight times/)).toBeVisible()
  await expect(page.getByText(/Right ring late: E5 sounds before D5 \(\d+ ms\)\./)).toHaveCount(2)
  await expect(noted(page)).toContainText('G5 to D5: 3 of 5 clean')
  await expect(page.getByText(/Late so far: .*right ring/)).toBeVisible()
  // After a reload it is still there.
  await page.reload()
  await expect(noted(page)).toContainText('G5 to D5: 3 of 5 clean')
})

test('a sound without the two notes is said, and nothing is noted', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'saskia-vell')
  await choose(page, 'C4', 'D4')
  await page.getByLabel('WAVE file').setInputFiles(lateFinger())
  await expect(page.getByRole('alert')).toContainText('No change between C4 and D4 was heard.')
  await expect(noted(page)).not.toContainText('C4 to D4')
})

test('the simulated player shows a late finger, and counts for nothing', async ({ page }) => {
  test.setTimeout(60_000)
  await page.addInitScript(() => {
    localStorage['halitus.source'] = 'player'
    localStorage['halitus.preset'] = 'steady'
    localStorage['halitus.seed'] = '7'
  })
  await open(page, 'saskia-vell')
  await choose(page, 'G5', 'D5')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /Listen/ }).click()
  await expect(page.getByText(/Right ring late: E5 sounds before D5/).first()).toBeVisible({
    timeout: 25_000,
  })
  await expect(noted(page)).toContainText('simulated: counts for nothing')
  await page.getByRole('button', { name: 'Take back' }).first().click()
})

test('a passage gets the fingering that fits each neighbour, and another choice is remembered', async ({
  page,
}) => {
  const lesson = await open(page, 'saskia-vell', 'Passage')
  const notes = page.getByRole('main').locator('ol.notes > li')
  await page.getByLabel('Notes of the passage').fill('B4 C#5 Eb5')
  await expect(notes).toHaveCount(3)
  await expect(notes.nth(0)).toContainText('right little finger')
  await expect(notes.nth(0)).toContainText('needn’t slide from the E/B key to the F♯/C♯ key')
  await page.getByLabel('Notes of the passage').fill('B4 Q5')
  await expect(page.getByRole('alert')).toBeVisible()
  await page.getByLabel('Notes of the passage').fill('Bb4 A4 Bb4')
  await expect(notes).toHaveCount(3)
  await page.getByRole('button', { name: 'Another fingering of Bb4' }).first().click()
  await expect(notes.nth(0)).toContainText('chosen here')
  await page.getByRole('button', { name: 'Keep for the card' }).click()
  await expect(noted(page)).toContainText('own fingering for B♭4')
  await page.goto(`${lesson}/home`)
  await page.getByRole('button', { name: 'Compose the card' }).click()
  await expect(page.getByRole('heading', { name: 'The passage, in its fingerings' })).toBeVisible()
})

test.describe('every instrument has its fingers', () => {
  for (const [learner, from, words] of [
    ['alto-sax', 'C#5', 'D5'],
    ['oboe', 'C5', 'D5'],
    ['bassoon', 'F3', 'G3'],
    ['alto-recorder', 'G5', 'A5'],
    ['chanter', 'D5', 'E5'],
  ] as const)
    test(learner, async ({ page }) => {
      const id = `fingers-${learner}-${Date.now()}`
      const post = (path: string, data: object) => page.request.post(path, { data })
      await post('/api/learners', {
        id,
        name: 'Fingers',
        birthYear: 2000,
        instruments: [learner],
        schools: {},
        minutesPerSession: 15,
        sessionsPerWeek: 5,
        note: '',
      })
      const day = new Date().toLocaleDateString('sv-SE')
      await post(`/api/learners/${id}/lessons`, {
        id: `l-${id}`,
        instrument: learner,
        startsAt: `${day}T12:00:00`,
        minutes: 30,
      })
      await page.goto(`/lessons/l-${id}/fingers`)
      await choose(page, from, words)
      await expect(page.getByRole('img', { name: new RegExp(`: ${words}$`) })).toBeVisible()
      await expect(page.getByRole('slider').first()).toBeVisible()
      if (learner !== 'chanter') return
      // Nine notes: one that isn't there is said, and the others are found by stepping.
      await page.getByLabel('To note', { exact: true }).fill('Bb4')
      await page.getByLabel('To note', { exact: true }).press('Enter')
      await expect(page.getByRole('alert')).toContainText('The practice chanter has no B♭4.')
      await page.getByRole('button', { name: 'To note: a semitone higher' }).click()
      await expect(page.getByRole('img', { name: /: F5$/ })).toBeVisible()
    })
})
