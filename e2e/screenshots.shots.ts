import { test, type Page } from '@playwright/test'
import { fileURLToPath } from 'node:url'
import { demoSheet, lateFinger, sheetPlayed, soundFile } from './sounds.ts'

/** Takes docs/screenshots/ from the demo studio: `npm run screenshots`. */
const to = (name: string) => fileURLToPath(new URL(`../docs/screenshots/${name}.png`, import.meta.url))
const lesson = '/lessons/ottoline-brask-w13'

async function shoot(page: Page, path: string, name: string, before?: () => Promise<unknown>) {
  await page.goto(path)
  await page.waitForLoadState('networkidle')
  await before?.()
  await page.waitForTimeout(400)
  await page.screenshot({ path: to(name) })
}

test('screenshots', async ({ page }) => {
  test.setTimeout(240_000)
  await page.addInitScript(() => {
    localStorage['halitus.source'] = 'file'
  })
  await shoot(page, '/', 'today')
  await shoot(page, `${lesson}/setup`, 'setup', async () => {
    for (const key of ['Space', 'Space', 'c', 'Space']) {
      await page.keyboard.press(key)
      await page.waitForTimeout(350)
    }
  })
  await shoot(page, `${lesson}/sound`, 'sound', async () => {
    await page.getByRole('radio', { name: 'Long tone', exact: true }).click()
    await page.waitForTimeout(500)
    await page.getByLabel('WAVE file', { exact: true }).setInputFiles(soundFile('clarinet-swell'))
    await page.locator('.verdict').waitFor({ timeout: 40_000 })
  })
  const part = (
    stop: 'breath' | 'sound' | 'tongue' | 'fingers',
    name: string,
    view: string,
    before: () => Promise<unknown>,
  ) =>
    shoot(page, `${lesson}/${stop}`, name, async () => {
      await page.getByRole('radio', { name: view, exact: true }).click()
      await page.waitForTimeout(500)
      await before()
    })
  await part('breath', 'breath', 'Breath by counts', async () => {
    await page.keyboard.press('Space')
    await page.waitForTimeout(4700)
  })
  await page.keyboard.press('Space')
  await part('sound', 'mouth', 'Mouth', async () => {
    await page.getByRole('button', { name: 'Thin, weak' }).click()
    await page.getByRole('button', { name: 'Only the tip is in' }).press('Enter')
  })
  await part('tongue', 'tongue', 'Stroke meter', async () => {
    await page.getByLabel('WAVE file', { exact: true }).setInputFiles(soundFile('clarinet-strokes'))
    await page.locator('.verdict').waitFor({ timeout: 40_000 })
  })
  await shoot(page, `${lesson}/fingers`, 'fingers', async () => {
    await page.getByRole('radio', { name: 'Move', exact: true }).click()
    for (const [label, note] of [
      ['From note', 'G5'],
      ['To note', 'D5'],
    ] as const) {
      await page.getByLabel(label, { exact: true }).fill(note)
      await page.getByLabel(label, { exact: true }).press('Enter')
    }
    await page.getByLabel('WAVE file', { exact: true }).setInputFiles(lateFinger())
    await page.locator('.verdict').waitFor({ timeout: 40_000 })
  })
  await part('fingers', 'registers', 'Registers and breaks', () =>
    page.getByLabel('Break', { exact: true }).selectOption({ label: 'A4 to B4' }),
  )
  await shoot(page, '/overview', 'overview')
  await shoot(page, `${lesson}/home`, 'home', () =>
    page.getByRole('button', { name: 'Compose the card' }).click(),
  )
  const setup = (learner: string, name: string, view: string, before?: () => Promise<unknown>) =>
    shoot(page, `/lessons/${learner}-w13/setup`, name, async () => {
      await page.getByRole('radio', { name: view, exact: true }).click()
      await before?.()
    })
  await setup('pim-askerud', 'gauge', 'Gauge', async () => {
    await page.getByLabel('Pulled out by').fill('12')
    await page.getByLabel('Pulled out by').press('Tab')
  })
  await setup('leopold-quist', 'reed-shelf', 'Reeds')
  await shoot(page, `${lesson}/plan`, 'plan', () => page.locator('ol > li').first().waitFor())
  await shoot(page, `${lesson}/tune`, 'tune', async () => {
    await page.locator('svg.over').waitFor({ timeout: 40_000 })
    await page.waitForTimeout(800)
  })
  await shoot(page, `${lesson}/tune`, 'tune-played', async () => {
    await page.getByRole('radio', { name: 'Play the tune', exact: true }).click()
    await page.locator('svg.over').waitFor({ timeout: 40_000 })
    const played = sheetPlayed(await demoSheet(page.request))
    await page.getByLabel('WAVE file', { exact: true }).setInputFiles(played.file)
    await page.locator('.verdict').waitFor({ timeout: 40_000 })
    await page.waitForTimeout(800)
  })
  const members = (
    [
      ['saskia-vell', 'clarinet'],
      ['leopold-quist', 'alto-sax'],
      ['pim-askerud', 'flute'],
    ] as const
  ).map(([learnerId, instrument]) => ({ learnerId, instrument }))
  await page.request.put('/api/groups/three', { data: { name: 'Three together', members } })
  await shoot(page, '/groups/three', 'group')
  await shoot(page, '/learners/ottoline-brask', 'progress', () =>
    page.getByRole('button', { name: 'Long tone E4' }).click(),
  )
  await shoot(page, '/squeaks?lesson=ottoline-brask-w13&from=fingers', 'squeaks', async () => {
    await page.getByRole('button', { name: 'It shrieks' }).click()
    await page.getByRole('button', { name: 'From one note downwards, all of them' }).click()
    await page.keyboard.press('0')
    await page.keyboard.press('2')
    // The sign that was tapped lies further down.
    await page.evaluate(() => document.querySelectorAll('*').forEach((e) => (e.scrollTop = 0)))
  })
  await page.setViewportSize({ width: 390, height: 844 })
  await shoot(page, '/card/pim-askerud-w12-card', 'card')
})
