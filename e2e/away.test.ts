import { expect, test } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

/** The worker that stands in for the server may do so here. */
test.use({ serviceWorkers: 'allow' })

test('the application opens from its cache while the server is away', async ({ page, context }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1, name: /^\w{3} \d+ \w{3}/ })).toBeVisible()
  // What was fetched before the worker was there is handed to it.
  await page.waitForFunction(async () => {
    await navigator.serviceWorker.ready
    const kept = await caches.open('halitus-parts')
    return (await kept.keys()).some((r) => /\/assets\/Today-.*\.js$/.test(r.url))
  })
  await page.reload()
  await expect(page.getByRole('heading', { level: 1, name: /^\w{3} \d+ \w{3}/ })).toBeVisible()
  await context.setOffline(true)
  await page.reload()
  await expect(page.getByRole('link', { name: 'Learners' })).toBeVisible()
  await expect(page.getByText('The studio’s server doesn’t answer')).toBeVisible()
  // Nothing of anybody's is kept by it.
  const urls = await page.evaluate(async () =>
    (await (await caches.open('halitus-parts')).keys()).map((r) => r.url),
  )
  expect(urls.filter((u) => u.includes('/api'))).toEqual([])
  await context.setOffline(false)
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^\w{3} \d+ \w{3}/ })).toBeVisible()
})

test('two tabs: what one writes the other shows', async ({ context, request }) => {
  const lesson = await ownLesson(request, 'saskia-vell')
  const [one, two] = [await context.newPage(), await context.newPage()]
  for (const page of [one, two]) await page.goto(`${lesson}/home`)
  await one.getByRole('button', { name: 'Compose the card' }).click()
  await expect(one.getByLabel('Listen for')).toBeVisible()
  // The other tab sees the card without being touched.
  await expect(two.getByLabel('Listen for')).toBeVisible()
  await two.getByLabel('Listen for').fill('the very end of each tone')
  await two.getByRole('button', { name: 'Save changes' }).click()
  await expect(one.getByLabel('Listen for')).toHaveValue('the very end of each tone')
})

test('the first page is small, and packed', async ({ page }) => {
  let bytes = 0
  const packed: string[] = []
  page.on('response', async (response) => {
    const url = new URL(response.url())
    if (!/\.(js|css)$|^\/$/.test(url.pathname)) return
    // What still comes when the test has ended isn't counted.
    const sizes = await response
      .request()
      .sizes()
      .catch(() => undefined)
    bytes += sizes?.responseBodySize ?? 0
    if (response.headers()['content-encoding']) packed.push(url.pathname)
  })
  // The other pages are fetched ahead a second later: that waits, however slow the machine is.
  await page.addInitScript(() => {
    const own = window.setTimeout
    window.setTimeout = ((work: TimerHandler, ms = 0, ...rest: unknown[]) =>
      own(work, ms >= 1000 ? 120_000 : ms, ...rest)) as typeof setTimeout
  })
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1, name: /^\w{3} \d+ \w{3}/ })).toBeVisible()
  // What came with the page has been counted by the time it stands still.
  await page.waitForLoadState('networkidle')
  expect(bytes).toBeLessThan(180_000)
  expect(packed.length).toBeGreaterThan(3)
})
