import { expect, test, type Page } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

/** Set-up beyond the checklist: gauge, reeds, adviser, timers, the instrument itself. */
const open = async (page: Page, learner: string, view: string) => {
  await page.goto(`${await ownLesson(page.request, learner)}/setup`)
  await page.getByRole('radio', { name: view, exact: true }).click()
}

test('every instrument has its checklist', async ({ page }) => {
  for (const learner of [
    'leopold-quist',
    'wilhelmina-tarn',
    'casimir-odell',
    'juniper-holm',
    'ruaridh-penhallow',
  ]) {
    await page.goto(`${await ownLesson(page.request, learner)}/setup`)
    await expect(page.getByText(/0 of \d+ looked at/)).toBeVisible()
    await page.keyboard.press('Space')
    await expect(page.getByText(/1 of \d+ looked at/)).toBeVisible()
  }
})

test('the gauge is dragged and typed, says what will be heard, and is noted', async ({ page }) => {
  await open(page, 'saskia-vell', 'Gauge')
  // What nobody measures is answered by the checklist's pictures.
  await expect(page.getByRole('group', { name: 'Gauge' }).getByRole('button')).toHaveText([
    'Barrel and upper joint',
    'Upper and lower joint',
  ])
  await open(page, 'pim-askerud', 'Gauge')
  const pulled = page.getByLabel('Pulled out by')
  await expect(pulled).toHaveValue('5.5')
  const box = (await page.getByRole('img', { name: 'Head joint pulled out, to scale' }).boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 6 })
  await page.mouse.up()
  expect(Number(await pulled.inputValue())).toBeGreaterThan(8)
  await expect(page.getByText('Flat, and the octaves don’t agree.')).toBeVisible()
  await pulled.fill('1')
  await pulled.press('Tab')
  await expect(page.getByText('Sharp, the short notes most.')).toBeVisible()
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByLabel('Noted today')).toContainText('Head joint pulled out: pulled out by 1 mm')
})

test('the gauge computes each note, and how far to pull', async ({ page }) => {
  await open(page, 'pim-askerud', 'Gauge')
  await page.getByLabel('Pulled out by').fill('15')
  await page.getByLabel('Pulled out by').press('Tab')
  await expect(page.getByText(/15\.0 mm longer than pushed home: C4 −\d+/)).toBeVisible()
  await page.getByLabel('Pulled out by').fill('3')
  await page.getByLabel('Air').fill('26')
  await page.getByLabel('is sharp by').fill('22')
  await page.getByLabel('is sharp by').press('Tab')
  // By the plain length 1.279 % of half a wave of A4 in air of 26 °C, 5.05 mm; by the model of the tube a little less, since
  // the head is narrower. 8 mm are right at the most.
  await expect(
    page.getByText(/Pull out 4\.9 mm\. \d+ of the 22 cents are the warm air\. Then C4 \+\d/),
  ).toBeVisible()
})

test('a reed goes from new to retired, and comes back when deleted by mistake', async ({ page }) => {
  await open(page, 'saskia-vell', 'Reeds')
  await page.getByText('Another reed', { exact: true }).click()
  await page.getByLabel('Mark on the reed').fill('Anchor')
  await page.getByRole('button', { name: 'New reed' }).click()
  const row = page.locator('.reed', { hasText: 'Anchor' })
  await expect(row).toContainText('0 min')
  await expect(page.getByText('break-in day 1: 5 min, then change')).toBeVisible()
  await row.getByRole('button', { name: 'Anchor into the mouthpiece' }).click()
  await expect(row).toContainText('being played')
  await expect(page.locator('.reed.playing')).toHaveCount(1)
  await row.getByRole('button', { name: 'Played and rated: Anchor' }).click()
  await row.getByRole('button', { name: 'Rate Anchor 4 of 5' }).click()
  await expect(row).toContainText('5 min, rated 4')
  await expect(row.getByLabel('State of Anchor')).toHaveValue('breaking-in')
  await row.getByRole('button', { name: 'Delete Anchor' }).click()
  await expect(row).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(row).toContainText('5 min, rated 4')
  await row.getByLabel('State of Anchor').selectOption('retired')
  await expect(row).toHaveCount(0)
  await page.getByRole('button', { name: /^Retired: / }).click()
  await expect(row).toHaveClass(/gone/)
  await expect(row).not.toContainText('being played')
  await page.goto('/reeds')
  await expect(page.getByRole('button', { name: /Saskia Vell.*Clarinet/ })).toBeVisible()
})

for (const [name, symptoms, advice] of [
  ['too hard', ['Hard to start', 'Airy tone', 'Runs out of breath early'], /Half a step softer/],
  ['too soft', ['Buzzy tone', 'High notes collapse'], /Half a step harder/],
  [
    'not the reed',
    ['Low notes refuse', 'Another reed is no better', 'The teacher has the same trouble on it'],
    /Not the reed/,
  ],
] as const)
  test(`the adviser: ${name}`, async ({ page }) => {
    await open(page, 'ottoline-brask', 'Is it the reed?')
    for (const s of symptoms) await page.getByRole('button', { name: s, exact: true }).click()
    await expect(page.locator('.best')).toHaveText(advice)
    await expect(page.locator('.opinions')).toContainText(`for: ${symptoms[0].toLowerCase()}`)
    await expect(page.getByText('To decide:')).toBeVisible()
  })

test('a double reed is judged by its crow, adjustments in the order of what can be undone', async ({
  page,
}) => {
  await open(page, 'wilhelmina-tarn', 'Is it the reed?')
  await page.getByLabel('It crows').selectOption('B')
  await expect(page.getByText('1 semitone low: too open or sodden.')).toBeVisible()
  await expect(page.locator('.crow li').last()).toContainText('a reed maker’s work')
})

test('timers run side by side and stay visible at other stops', async ({ page }) => {
  await page.goto('/lessons/ottoline-brask-w13/setup')
  await page.getByRole('button', { name: 'Start timer: Soak a side' }).click()
  await page.getByRole('button', { name: 'Start timer: Rest' }).click()
  await expect(page.getByRole('button', { name: /Soak a side, \w+: 0:2\d/ })).toBeVisible()
  await page.keyboard.press('5')
  await expect(page.getByRole('heading', { name: 'Fingers', exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: /Rest, \w+: 2:[45]\d/ })).toBeVisible()
  await page.getByRole('button', { name: /Soak a side, .*Put away/ }).click()
  await expect(page.getByRole('button', { name: /Soak a side, .*Put away/ })).toHaveCount(0)
})

test('the instrument itself: a fault found by swapping, and a page for the technician', async ({ page }) => {
  await open(page, 'ottoline-brask', 'Instrument')
  await expect(page.getByText('Low notes refuse with three different reeds')).toBeVisible()
  await page.getByLabel('What was found').fill('G♯ key sticks when cold')
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.locator('.piece')).toContainText('G♯ key sticks when cold')
  const href = await page.getByRole('link', { name: 'For the technician, on paper' }).getAttribute('href')
  expect((await page.request.get(href!)).headers()['content-type']).toBe('application/pdf')
  await page.locator('.piece li').first().getByRole('button', { name: 'Take back' }).click()
  await expect(page.locator('.piece')).not.toContainText('G♯ key sticks')
})

test('the whole stage works without a mouse', async ({ page }) => {
  await page.goto('/lessons/leopold-quist-w13/setup')
  await expect(page.getByText(/\d+ of \d+ looked at/)).toBeVisible()
  const tabTo = async (ask: () => Promise<boolean>) => {
    for (let i = 0; i < 80; i++) {
      await page.keyboard.press('Tab')
      if (await ask()) return
    }
    throw new Error('The key Tab never led there.')
  }
  const focused = () =>
    page.evaluate(
      () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.id ?? '',
    )
  // The views are one group: Tab leads to it, arrows go through it.
  await tabTo(
    async () => (await page.evaluate(() => document.activeElement?.getAttribute('role'))) === 'radio',
  )
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('To scale; drag the mouthpiece, or type.', { exact: false })).toBeVisible()
  await tabTo(async () => (await focused()) === 'm-covered')
  await page.keyboard.type('80')
  await page.keyboard.press('Tab')
  await expect(page.getByText('Sharp, the short notes most.')).toBeVisible()
  await tabTo(
    async () => (await page.evaluate(() => document.activeElement?.textContent?.trim())) === 'Note it',
  )
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Noted today')).toContainText('Mouthpiece on the neck cork')
})
