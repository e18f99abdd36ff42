import { expect, test, type APIRequestContext } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

// The page itself is opened without a network as well: that is what its worker is for.
test.use({ viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' })

interface Answer {
  card: {
    id: string
    version: number
    sessions: number
    listenFor: string
    rows: { id: string; title: string }[]
  }
}
interface Told {
  numbers: { row: string; session: number; value: number; at: string; measured: boolean }[]
  ticks: { rowId: string }[]
  signed: { by: string } | null
}
async function linked(request: APIRequestContext, learner: string) {
  const lesson = await ownLesson(request, learner)
  const { card } = (await (await request.post(`/api${lesson}/card`, { data: {} })).json()) as Answer
  const link = (await (await request.post(`/api/learners/${learner}/links`)).json()) as {
    id: string
    path: string
  }
  return { card, link }
}

/** The card that a link leads to, the newest one, whoever else has given another meanwhile. */
const byLink = ({ path }: { path: string }) => `/api${path.replace('/card/', '/cards/')}`

test('a practice without a network: the page opens, sixty entries wait, and arrive once and in order', async ({
  page,
  context,
}) => {
  const { card, link } = await linked(page.request, 'juniper-holm')
  const asks = { goal: 'exhale', about: 'stream', value: 12, unit: 's' }
  const stream = { ...card.rows[0]!, id: 'exhale', title: 'Steady stream', amount: '4 times, aim 12 s', asks }
  card.rows = [stream, ...card.rows.filter((r) => r.id !== 'exhale')]
  const { version, sessions, listenFor, rows } = card
  await page.request.patch(`/api/cards/${card.id}`, { data: { version, sessions, listenFor, rows } })
  await page.goto(link.path)
  const beads = page.getByRole('navigation', { name: 'Today’s practice' }).getByRole('button')
  await expect(beads).toHaveCount(card.rows.length)
  // Its worker keeps the page and its parts.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(1500)
  await context.setOffline(true)
  await page.reload()
  await expect(beads).toHaveCount(card.rows.length)
  await beads.nth(0).click()
  // Timed by touch: start, stop, as many times over as makes sixty with all that can be ticked.
  const tries = 60 - card.rows.length
  for (let k = 0; k < 2 * tries; k++)
    await page
      .locator('.foot')
      .getByRole('button', { name: /^(Start|Stop)$/ })
      .click()
  for (const k of card.rows.keys()) {
    await beads.nth(k).click()
    await page.getByRole('button', { name: 'Done', exact: true }).click()
  }
  await expect(page.getByText(/changes wait here/)).toBeVisible()
  const kept = async () => (await (await page.request.get(`/api/cards/${card.id}`)).json()) as Told
  expect((await kept()).numbers).toEqual([])
  // The page is closed and opened again before the network comes back.
  await page.reload()
  // All of the first session was done: the second one waits.
  await expect(beads.nth(0)).not.toHaveAccessibleName(/, done$/)
  await context.setOffline(false)
  await expect.poll(async () => (await kept()).numbers.length, { timeout: 60_000 }).toBe(tries)
  await expect.poll(async () => (await kept()).ticks.length).toBe(card.rows.length)
  const { numbers } = await kept()
  expect(numbers.map((n) => n.at)).toEqual(numbers.map((n) => n.at).sort())
  for (const n of numbers) expect(n).toMatchObject({ row: 'exhale', session: 1, measured: true })
  // Nothing comes twice.
  await page.reload()
  await page.waitForTimeout(1500)
  expect((await kept()).numbers).toHaveLength(tries)
})

test('what was done before the network went is still done without it', async ({ page, context }) => {
  const { link } = await linked(page.request, 'ruaridh-penhallow')
  await page.goto(link.path)
  const first = page.getByRole('navigation', { name: 'Today’s practice' }).getByRole('button').first()
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(first).toHaveAccessibleName(/, done$/)
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(1500)
  await context.setOffline(true)
  await page.reload()
  await expect(first).toHaveAccessibleName(/, done$/)
})

test('a microphone that another program has is said, and practice goes on', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('in use', 'NotReadableError'))
  })
  const { link } = await linked(page.request, 'ottoline-brask')
  await page.goto(link.path)
  await page
    .getByRole('navigation', { name: 'Today’s practice' })
    .getByRole('button', { name: /^Long tone/ })
    .click()
  await page.getByRole('button', { name: 'Listen' }).click()
  await expect(page.getByRole('alert')).toHaveText(
    'The microphone is taken by another program. Close that one. It works without as well: play, then press Done.',
  )
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeEnabled()
})

test('a link that was taken back while practising is said, and nothing is shown any more', async ({
  page,
}) => {
  const { link } = await linked(page.request, 'saskia-vell')
  await page.goto(link.path)
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeVisible()
  await page.request.delete(`/api/links/${link.id}`)
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(page.getByText(/This link opens nothing \(any more\)/).first()).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'No card here' })).toBeVisible()
})

test('a link that is taken back while its phone has no network opens nothing when that comes back; nothing of it was sent', async ({
  page,
  context,
}) => {
  const { card, link } = await linked(page.request, 'casimir-odell')
  await page.goto(link.path)
  await expect(page.getByRole('button', { name: 'I feel odd' })).toBeVisible()
  await context.setOffline(true)
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(page.getByText(/waits? here/)).toBeVisible()
  await page.request.delete(`/api/links/${link.id}`)
  await context.setOffline(false)
  await expect(page.getByText(/This link opens nothing \(any more\)/).first()).toBeVisible()
  const kept = (await (await page.request.get(`/api/cards/${card.id}`)).json()) as Told
  expect(kept.ticks).toEqual([])
  await page.reload()
  await expect(page.getByRole('heading', { name: 'No card here' })).toBeVisible()
})

test('two phones with one link add up: what one did the other shows, and neither takes the other’s back', async ({
  page,
  browser,
  baseURL,
}) => {
  const { link } = await linked(page.request, 'leopold-quist')
  const other = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, baseURL: baseURL! })
  ).newPage()
  await page.goto(link.path)
  await other.goto(link.path)
  const first = (of: typeof page) =>
    of.getByRole('navigation', { name: 'Today’s practice' }).getByRole('button').first()
  await expect(first(other)).toBeVisible()
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(first(page)).toHaveAccessibleName(/, done$/)
  // The other phone looks again when it is taken in hand.
  await other.evaluate(() => window.dispatchEvent(new Event('focus')))
  await expect(first(other)).toHaveAccessibleName(/, done$/)
  const second = (of: typeof page) =>
    of.getByRole('navigation', { name: 'Today’s practice' }).getByRole('button').nth(1)
  await second(other).click()
  await other.getByRole('button', { name: 'Done', exact: true }).click()
  await expect
    .poll(async () => ((await (await page.request.get(byLink(link))).json()) as Told).ticks.length)
    .toBe(2)
  await other.context().close()
})

test('a phone whose clock is wrong by a year practises this week', async ({ page }) => {
  const { link } = await linked(page.request, 'wilhelmina-tarn')
  await page.clock.install({ time: new Date(Date.now() + 365 * 86_400_000) })
  await page.goto(link.path)
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  const kept = async () =>
    (await (await page.request.get(byLink(link))).json()) as { ticks: { at: string }[] }
  await expect.poll(async () => (await kept()).ticks.length).toBe(1)
  const [tick] = (await kept()).ticks
  expect(Math.abs(Date.parse(tick!.at) - Date.now())).toBeLessThan(2 * 86_400_000)
})

test('the page can be put beside the phone’s other programs, under its own link', async ({ page }) => {
  const { link } = await linked(page.request, 'ruaridh-penhallow')
  await page.goto(link.path)
  await expect(page.getByRole('button', { name: 'I feel odd' })).toBeVisible()
  const phone = await page.context().newCDPSession(page)
  const { installabilityErrors } = await phone.send('Page.getInstallabilityErrors')
  // Of this browser alone, which keeps nothing.
  expect(installabilityErrors.map((e) => e.errorId)).toEqual(['in-incognito'])
  const { data } = await phone.send('Page.getAppManifest')
  expect(JSON.parse(data!)).toMatchObject({ start_url: link.path, name: 'Practice: Ruaridh Penhallow' })
})

test('a child’s week is signed by an adult, and a microphone that is refused is said', async ({ page }) => {
  const { card, link } = await linked(page.request, 'pim-askerud')
  await page.goto(link.path)
  for (const _ of card.rows) await page.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(page.getByText(/You did all of it|than before/)).toBeVisible()
  await page.getByLabel('For an adult: seen by').fill('Ada Askerud')
  await page.getByRole('button', { name: 'Sign' }).click()
  await expect(page.getByText(/^Seen by Ada Askerud/)).toBeVisible()
  await page.getByRole('button', { name: 'Once more' }).click()
  await page
    .getByRole('navigation', { name: 'Today’s practice' })
    .getByRole('button', { name: /^Long tone/ })
    .click()
  await page.getByRole('button', { name: 'Listen' }).click()
  await expect(page.getByRole('alert')).toContainText(/No microphone|not allowed/)
  // It can be done all the same.
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeEnabled()
})
