import { expect, test, type Page } from '@playwright/test'
import { predict } from '@halitus/core/acoustics'
import { instrument, standardFingering } from '@halitus/core/instruments'
import { hzOfMidi, parseNote } from '@halitus/core/pitch'
import { ownLesson } from './own-lesson.ts'
import { tone } from './sounds.ts'

/** Any fingers: what they sound by the model of the tube, what went wrong, and other fingerings for a note. */
async function open(page: Page, learner: string, source = 'file') {
  await page.addInitScript((s) => (localStorage['halitus.source'] = s), source)
  const lesson = await ownLesson(page.request, learner)
  await page.goto(`${lesson}/fingers`)
  await page.getByRole('radio', { name: 'Any fingers', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Another fingering for' })).toBeVisible()
}
async function take(page: Page, note: string) {
  await page.getByLabel('Note that is meant', { exact: true }).fill(note)
  await page.getByLabel('Note that is meant', { exact: true }).press('Enter')
}
const predicted = (page: Page) => page.getByTestId('predicted')

test('fingers are predicted as they are tapped, drawn as a wave, and said to be predicted', async ({
  page,
}) => {
  await open(page, 'ottoline-brask')
  await take(page, 'C4')
  await expect(page.getByText('C4, standard')).toBeVisible()
  await expect(predicted(page)).toContainText('C4')
  const wave = () => page.getByTestId('wave').getAttribute('points')
  const before = await wave()
  await page.getByRole('button', { name: 'left ring: down' }).press('Enter')
  // Without the ring finger it is the fingering of D4.
  await expect(page.getByText('D4, standard')).toBeVisible()
  await expect(predicted(page)).toContainText('D4')
  expect(await wave()).not.toBe(before)
  await page.getByRole('button', { name: 'right middle: up' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'Fingers of no chart' })).toBeVisible()
  await expect(predicted(page)).toContainText(/cents\s+(\d+|under 1) in ten/)
  await page.locator('.looked').getByText('why', { exact: true }).click()
  await expect(page.getByText('not measured on this instrument')).toBeVisible()
  await page.getByRole('button', { name: 'C4 as charted' }).click()
  await expect(page.getByText('C4, standard')).toBeVisible()
  // From the register above: lips and breath that are set for it hold it.
  await take(page, 'G5')
  await page.getByRole('button', { name: 'left thumb: register key: down' }).press('Enter')
  await page.getByRole('radio', { name: 'for G5' }).click()
  await expect(predicted(page).getByRole('button').first()).toContainText('G5')
})

test('a note that sounds wrong names the finger, and asks for the note that tells', async ({ page }) => {
  await open(page, 'ottoline-brask')
  const clarinet = instrument('clarinet')
  await take(page, 'C4')
  const hz = hzOfMidi(parseNote('D4').midi + clarinet.transposition)
  await page.getByLabel('WAVE file of what sounded').setInputFiles(tone(hz))
  await expect(page.getByText(/D4 was heard, \+200 cents from C4\./)).toBeVisible()
  const faults = page.getByRole('list').filter({ hasText: 'left ring is up' })
  await expect(faults.getByRole('button').first()).toContainText('left ring is up')
  await faults.getByRole('button').first().click()
  await expect(page.getByText('D4, standard')).toBeVisible()
  // A leak that several fingers may be guilty of: another note is asked for, and both are put together.
  await take(page, 'G3')
  const { touches } = standardFingering(clarinet, 'G3')
  const [leaks] = predict(clarinet, touches, { leaks: [{ touch: 'R2', open: 0.2 }], intended: 'G3' })
  await page.getByLabel('WAVE file of what sounded').setInputFiles(tone(leaks!.hz))
  await expect(page.getByText(/cents from G3\./)).toBeVisible()
  await expect(page.getByText('Predicted by a model of the tube.')).toBeVisible()
})

test('other fingerings are looked for, shown, and the search can be stopped', async ({ page }) => {
  await open(page, 'ottoline-brask')
  await take(page, 'Bb4')
  await page.getByRole('button', { name: 'Look for them' }).click()
  const found = page.getByRole('list', { name: 'Fingerings found' })
  await expect(found.getByRole('listitem').first()).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/fingerings tried; the easiest from B♭4 first\./)).toBeVisible()
  await expect(found).toContainText(/predicted|charted/)
  await found.getByRole('button').first().click()
  await expect(page.getByRole('button', { name: 'B♭4 as charted' })).toBeVisible()
  // Quarter tones; then away before it is done: nothing comes any more.
  await page.getByLabel('Which pitch').selectOption({ label: 'A quarter tone higher' })
  await expect(found).toHaveCount(0)
  await page.getByRole('button', { name: 'Look for them' }).click()
  await page.getByLabel('Which pitch').selectOption({ label: '10 cents lower' })
  await expect(page.getByRole('button', { name: 'Look for them' })).toBeVisible()
  await page.waitForTimeout(1500)
  await expect(found).toHaveCount(0)
  await page.getByRole('button', { name: 'Look for them' }).click()
  await expect(page.getByText(/fingerings tried/)).toBeVisible({ timeout: 20_000 })
  for (const cents of await found.locator('b').allTextContents())
    expect(Math.abs(Number(cents.replace('−', '-')) + 10)).toBeLessThanOrEqual(6.5)
})

test('in a move, moments that no chart knows are predicted, and said to be', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  await page.goto(`${lesson}/fingers`)
  await page.getByRole('radio', { name: 'Move', exact: true }).click()
  for (const [label, note] of [
    ['From note', 'Bb4'],
    ['To note', 'B4'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(note)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
  await page.locator('#work').getByText('why', { exact: true }).last().click()
  await expect(
    page.getByText(/moments between that no chart knows: predicted by a model of the tube as .+ in ten\)/),
  ).toBeVisible()
})

test('the gauge says whose figures it shows', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  await page.goto(`${lesson}/setup`)
  await page.getByRole('radio', { name: 'Gauge', exact: true }).click()
  await page.locator('#work').getByText('why', { exact: true }).click()
  await expect(page.getByTestId('gauge-by')).toContainText('Predicted by a model of the tube')
})
