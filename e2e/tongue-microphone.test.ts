import { expect, test } from '@playwright/test'
import { pretendsMicrophone } from './chromium.ts'
import { ownLesson } from './own-lesson.ts'
import { soundFile } from './sounds.ts'

/** Strokes that the simulated player made, through the browser's pretended microphone. */
test.use(pretendsMicrophone(soundFile('clarinet-strokes')))
// Sound is lost while the machine is busy with other work: such a take is refused, and taken again until one is whole.
test.describe.configure({ retries: 5 })

test('strokes are heard through the microphone, and count', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'saskia-vell')
  await page.goto(`${lesson}/tongue`)
  await page.getByRole('radio', { name: 'Stroke meter', exact: true }).click()
  await page.getByRole('button', { name: /Listen/ }).click()
  await expect(page.locator('.verdict')).toContainText(/^Even: 3\.0 strokes a second/, { timeout: 25_000 })
  await expect(page.getByLabel('Noted today')).toContainText('3.0 strokes a second on G4, even')
  await expect(page.getByRole('link', { name: /4 Tongue/ })).toContainText('3.0/s')
  await page.goto(`${lesson}/home`)
  await page
    .getByRole('button', { name: /Compose/ })
    .first()
    .click()
  await expect(page.getByText('Strokes on G4').first()).toBeVisible()
})
