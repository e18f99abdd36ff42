import { expect, test, type APIRequestContext, type Browser, type Page } from '@playwright/test'
import { happened, TONE } from './own-lesson.ts'

/**
 * A week goes round: plan, lesson, card, five sessions at home (one of them without a network), next lesson. Learners of their own,
 * so that nobody else's week is met.
 */
interface Row {
  id: string
  title: string
  kind: string
  minutes: number
  why?: string
  asks?: { value: number | null }
}
interface Card {
  id: string
  sessions: number
  rows: Row[]
}
let made = 0
const unique = (what: string) => `${what}-${Date.now().toString(36)}-${++made}`
const day = (days: number) => new Date(Date.now() + 86_400_000 * days).toLocaleDateString('sv-SE')

async function learner(
  request: APIRequestContext,
  of: { name: string; birthYear: number; instruments: string[]; schools?: object; minutes?: number },
): Promise<string> {
  const id = unique('l')
  const answer = await request.post('/api/learners', {
    data: {
      id,
      name: of.name,
      birthYear: of.birthYear,
      instruments: of.instruments,
      schools: of.schools ?? {},
      minutesPerSession: of.minutes ?? 20,
      sessionsPerWeek: 5,
      note: '',
    },
  })
  expect(answer.status(), await answer.text()).toBe(201)
  return id
}
async function lessonFor(request: APIRequestContext, who: string, instrument: string, days: number) {
  const id = unique('w')
  const data = { id, instrument, startsAt: `${day(days)}T16:00:00`, minutes: 30 }
  expect((await request.post(`/api/learners/${who}/lessons`, { data })).status()).toBe(201)
  return `/lessons/${id}`
}
const cardOf = async (request: APIRequestContext, lesson: string) =>
  ((await (await request.get(`/api${lesson}`)).json()) as { card: Card }).card

/** The card is composed on the screen, where the teacher reads it. */
async function compose(page: Page, lesson: string): Promise<Card> {
  await page.goto(`${lesson}/home`)
  await page
    .getByRole('button', { name: /^Compose the card/ })
    .first()
    .click()
  await expect(page.getByRole('article', { name: 'The card' })).toBeVisible()
  return cardOf(page.request, lesson)
}

/** Five sessions by the learner's own link; the third has no network. */
async function atHome(browser: Browser, page: Page, who: string, card: Card, baseURL: string) {
  const link = (await (await page.request.post(`/api/learners/${who}/links`)).json()) as { path: string }
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'allow',
  })
  const phone = await context.newPage()
  await phone.goto(link.path)
  for (let session = 1; session <= card.sessions; session++) {
    if (session === 3) {
      await phone.evaluate(async () => void (await navigator.serviceWorker.ready))
      await phone.waitForLoadState('networkidle')
      await context.setOffline(true)
    }
    for (const _ of card.rows) await phone.getByRole('button', { name: 'Done', exact: true }).click()
    await expect(phone.getByRole('heading', { level: 1 })).toHaveText('All done for now.')
    await expect(phone.locator('.count')).toHaveText(`${session} of ${card.sessions} sessions`)
    if (session === 3) await context.setOffline(false)
    if (session < card.sessions) await phone.getByRole('button', { name: 'Once more' }).click()
  }
  await expect
    .poll(
      async () =>
        ((await (await page.request.get(`/api/cards/${card.id}`)).json()) as { ticks: object[] }).ticks
          .length,
      { timeout: 60_000 },
    )
    .toBe(card.sessions * card.rows.length)
  return phone
}
/** In the next lesson it is seen what was done, and each row says what became of it. */
async function cameBack(page: Page, lesson: string, before: Card): Promise<Card> {
  await page.goto(`${lesson}/sound`)
  await page.getByRole('button', { name: /what is needed now/ }).click()
  const needs = page.getByLabel('What this learner needs now')
  await expect(needs).toContainText(`${before.sessions} of ${before.sessions} sessions`)
  await page.keyboard.press('Escape')
  const next = await compose(page, lesson)
  for (const row of next.rows) {
    expect(row.why, row.title).toBeTruthy()
    if (before.rows.some((r) => r.id === row.id)) expect(row.why).toMatch(/^(Stays|Moves on|Goes back)/)
  }
  return next
}
const minutes = (card: Card) => card.rows.reduce((sum, r) => sum + r.minutes, 0)

test('a child of nine: first sounds, five sessions with one away from the network, signed, and on', async ({
  page,
  browser,
  baseURL,
}) => {
  const who = await learner(page.request, {
    name: 'Ida Fenn',
    birthYear: new Date().getFullYear() - 9,
    instruments: ['flute'],
    minutes: 10,
  })
  const lesson = await lessonFor(page.request, who, 'flute', 0)
  await page.goto(`${lesson}/plan`)
  await expect(page.getByText(/minutes, \d+ of them with air/)).toBeVisible()
  // A beginner is asked for no note that nobody has shown yet.
  const { items } = (await (await page.request.get(`/api${lesson}/plan`)).json()) as {
    items: { notes: string[] }[]
  }
  expect(items.flatMap((i) => i.notes)).toEqual([])
  await happened(page.request, lesson, {
    stage: 'sound',
    kind: 'tries',
    provenance: 'tapped',
    data: { part: 'head-closed', spoke: 6, tries: 10 },
  })
  const card = await compose(page, lesson)
  expect(minutes(card)).toBeLessThanOrEqual(10)
  const phone = await atHome(browser, page, who, card, baseURL!)
  await phone.getByLabel('For an adult: seen by').fill('Bo Fenn')
  await phone.getByRole('button', { name: 'Sign' }).click()
  await expect(phone.getByText(/^Seen by Bo Fenn/)).toBeVisible()
  // Nothing on it names a number to beat, or an octave.
  expect(await phone.locator('body').innerText()).not.toMatch(/\b[A-G][#♭]?\d\b|faster than|better than/)
  const next = await lessonFor(page.request, who, 'flute', 1)
  const again = await cameBack(page, next, card)
  expect(minutes(again)).toBeLessThanOrEqual(10)
  await phone.context().close()
})

test('a teenager with two instruments: two cards share what was agreed', async ({
  page,
  browser,
  baseURL,
}) => {
  const who = await learner(page.request, {
    name: 'Noor Hask',
    birthYear: new Date().getFullYear() - 15,
    instruments: ['clarinet', 'alto-sax'],
  })
  const first = await lessonFor(page.request, who, 'clarinet', 0)
  await happened(page.request, first, TONE)
  const clarinet = await compose(page, first)
  expect(clarinet.rows.some((r) => r.asks?.value)).toBe(true)
  const second = await lessonFor(page.request, who, 'alto-sax', 1)
  const sax = await compose(page, second)
  expect(minutes(sax)).toBeLessThanOrEqual(10)
  const phone = await atHome(browser, page, who, sax, baseURL!)
  await phone.context().close()
  const next = await lessonFor(page.request, who, 'clarinet', 2)
  const again = await compose(page, next)
  expect(minutes(again)).toBeLessThanOrEqual(10)
  // What asks for a tone asks for it on the clarinet's own note.
  expect(again.rows.find((r) => r.asks?.value)?.why).toMatch(/^(Stays|Moves on|Goes back|New)/)
})

test('an adult who observes: no number to beat in plan, card and phone', async ({
  page,
  browser,
  baseURL,
}) => {
  const who = await learner(page.request, {
    name: 'Edda Moor',
    birthYear: new Date().getFullYear() - 47,
    instruments: ['clarinet'],
    schools: { attitude: 'observe' },
  })
  const lesson = await lessonFor(page.request, who, 'clarinet', 0)
  await happened(page.request, lesson, TONE)
  await page.goto(`${lesson}/plan`)
  await expect(page.getByText(/minutes, \d+ of them with air/)).toBeVisible()
  await expect(page.locator('ol')).not.toContainText(/aim \d/)
  const card = await compose(page, lesson)
  for (const row of card.rows) expect(row.asks?.value ?? null, row.title).toBeNull()
  const phone = await atHome(browser, page, who, card, baseURL!)
  // Nobody signs for an adult.
  await expect(phone.getByLabel('For an adult: seen by')).toHaveCount(0)
  await phone.context().close()
  const next = await lessonFor(page.request, who, 'clarinet', 1)
  const again = await cameBack(page, next, card)
  for (const row of again.rows) expect(row.asks?.value ?? null, row.title).toBeNull()
})

test('a group of three: one lesson, three cards, a week of one of them, and the next lesson together', async ({
  page,
  browser,
  baseURL,
}) => {
  const year = new Date().getFullYear()
  const players = await Promise.all(
    (
      [
        ['Ansel Quay', 'flute'],
        ['Mira Stell', 'clarinet'],
        ['Tove Lund', 'alto-sax'],
      ] as const
    ).map(async ([name, instrument]) => ({
      learnerId: await learner(page.request, { name, birthYear: year - 11, instruments: [instrument] }),
      instrument,
      name,
    })),
  )
  const id = unique('g')
  const members = players.map(({ learnerId, instrument }) => ({ learnerId, instrument }))
  await page.request.put(`/api/groups/${id}`, { data: { name: 'Three at four', members } })
  await page.goto(`/groups/${id}`)
  await expect(page.getByRole('img', { name: /minutes with air/ })).toHaveCount(3)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: 'Each has an own line and card' })).toBeVisible()
  const hrefs = await page
    .getByRole('link', { name: 'Lesson', exact: true })
    .evaluateAll((all) => all.map((a) => a.getAttribute('href')!))
  const lessons = hrefs.map((h) => h.replace(/\/plan$/, ''))
  const cards = []
  for (const lesson of lessons) cards.push(await compose(page, lesson))
  expect(new Set(cards.map((c) => c.id)).size).toBe(3)
  const phone = await atHome(browser, page, players[0]!.learnerId, cards[0]!, baseURL!)
  await phone.context().close()
  const next = await lessonFor(page.request, players[0]!.learnerId, 'flute', 1)
  await cameBack(page, next, cards[0]!)
  await page.goto(`/groups/${id}`)
  await expect(page.getByRole('img', { name: /minutes with air/ })).toHaveCount(3)
})
