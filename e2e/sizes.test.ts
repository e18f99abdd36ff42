import { expect, test } from '@playwright/test'

const LESSON = '/lessons/ottoline-brask-w13'

/** Every text on the page with the size that it has on the screen, px; drawings are measured as they are scaled. */
const smallest = () => {
  const found: { size: number; least: number; text: string }[] = []
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent?.trim() ?? ''
    const parent = node.parentElement
    if (!text || !parent || parent.closest('title, style, script, option, .visually-hidden')) continue
    const box = parent.getBoundingClientRect()
    if (box.width === 0 || box.height === 0) continue
    const style = getComputedStyle(parent)
    if (style.visibility === 'hidden' || Number(style.opacity) === 0) continue
    const matrix = parent instanceof SVGGraphicsElement ? parent.getScreenCTM() : null
    const scale = matrix ? Math.hypot(matrix.a, matrix.b) : 1
    // Letters on an instrument shrink with it on a phone; nothing else does.
    const least = matrix && innerWidth < 700 ? 10.95 : 13.95
    found.push({ size: parseFloat(style.fontSize) * scale, least, text: text.slice(0, 40) })
  }
  return found.filter((f) => f.size < f.least)
}

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`nothing is written smaller than 14 px at ${width} px`, async ({ page }) => {
    test.setTimeout(120_000)
    await page.setViewportSize({ width, height })
    const stops = ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune', 'home']
    for (const path of [
      '/',
      '/learners',
      '/learners/ottoline-brask',
      '/reeds',
      '/squeaks',
      '/settings',
      '/card/pim-askerud-w12-card',
      '/card/pim-askerud-w12-card?whole',
      '/card/ottoline-brask-w12-card',
      ...stops.map((stop) => `${LESSON}/${stop}`),
    ]) {
      await page.goto(path)
      await expect(page.locator('#work').getByRole('heading').first()).toBeVisible()
      await page.waitForTimeout(300)
      expect(await page.evaluate(smallest), path).toEqual([])
    }
    await page.goto(`${LESSON}/fingers`)
    for (const view of ['First notes', 'Registers and breaks', 'Passage', 'Recall']) {
      await page.getByRole('radio', { name: view, exact: true }).click()
      await page.waitForTimeout(600)
      expect(await page.evaluate(smallest), view).toEqual([])
    }
    await page.goto(`${LESSON}/setup`)
    for (const view of ['Gauge', 'Reeds', 'Is it the reed?', 'Instrument']) {
      await page.getByRole('radio', { name: view, exact: true }).click()
      await page.waitForTimeout(300)
      expect(await page.evaluate(smallest), view).toEqual([])
    }
  })
