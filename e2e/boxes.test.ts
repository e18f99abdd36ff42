import { expect, test, type Page } from '@playwright/test'

/** Nothing lies over another thing or is cut, whatever learners and notes are called and however large the window is. */

const SIZES = [
  [1280, 800],
  [820, 1180],
  [390, 844],
  // A laptop at twice the size.
  [640, 400],
] as const
const LONG = 'Maximiliane Friederike Hohenstein-Albrecht'

/** Things to touch that lie over one another by more than a hair, and words that stick out of the page sideways. */
const wrong = () => {
  // What lies in something folded has a box, too.
  const shown = (e: Element) => {
    const box = e.getBoundingClientRect()
    return (
      box.width > 0 &&
      box.height > 0 &&
      e.checkVisibility({ opacityProperty: true, visibilityProperty: true })
    )
  }
  const things = [
    ...document.querySelectorAll(
      '#work button, #work a, #work select, #work input, .band a, .band button, .rail a, .rail button',
    ),
  ]
    .filter((e) => shown(e) && !e.closest('.visually-hidden, svg, [aria-hidden="true"]'))
    .map((e) => ({
      e,
      box: e.getBoundingClientRect(),
      name: (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 30),
    }))
  const over: string[] = []
  for (const [i, a] of things.entries())
    for (const b of things.slice(i + 1)) {
      // Work that is scrolled goes on behind the rail.
      if (a.e.contains(b.e) || b.e.contains(a.e) || !a.e.closest('.rail') !== !b.e.closest('.rail')) continue
      const x = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left)
      const y = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top)
      if (x > 2 && y > 2) over.push(`“${a.name}” over “${b.name}” by ${x.toFixed(0)} × ${y.toFixed(0)}`)
    }
  const main = document.querySelector('#work')!
  return {
    over,
    sideways: [document.documentElement.scrollWidth - innerWidth, main.scrollWidth - main.clientWidth].filter(
      (n) => n > 1,
    ),
  }
}
async function allRight(page: Page, where: string) {
  await expect(page.locator('#work').getByRole('heading').first()).toBeAttached()
  await page.waitForTimeout(250)
  expect(await page.evaluate(wrong), where).toEqual({ over: [], sideways: [] })
}

test('a name of forty letters, German names of notes, twelve lessons a day', async ({ page }) => {
  test.setTimeout(240_000)
  const write = async (noteNames: string) => {
    const now = (await (await page.request.get('/api/studio')).json()) as Record<string, unknown>
    const answer = await page.request.put('/api/studio', { data: { ...now, noteNames } })
    expect(answer.status(), await answer.text()).toBeLessThan(300)
  }
  const learner = `long-${Date.now()}`
  const added = await page.request.post('/api/learners', {
    data: {
      id: learner,
      name: LONG,
      birthYear: 2014,
      instruments: ['clarinet'],
      schools: {},
      minutesPerSession: 15,
      sessionsPerWeek: 5,
      note: '',
    },
  })
  expect(added.status(), await added.text()).toBe(201)
  const day = new Date().toLocaleDateString('sv-SE')
  for (let i = 0; i < 12; i++) {
    const lesson = await page.request.post(`/api/learners/${learner}/lessons`, {
      data: {
        id: `${learner}-${i}`,
        instrument: 'clarinet',
        startsAt: `${day}T${String(8 + i).padStart(2, '0')}:05:00`,
        minutes: 30,
      },
    })
    expect(lesson.status(), await lesson.text()).toBe(201)
  }
  await write('german')
  try {
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height })
      for (const path of ['/', '/learners', `/learners/${learner}`, '/reeds', '/squeaks', '/settings'])
        await page.goto(path).then(() => allRight(page, `${path} at ${width}`))
      for (const stop of ['setup', 'breath', 'sound', 'tongue', 'fingers', 'tune', 'home'])
        await page.goto(`/lessons/${learner}-0/${stop}`).then(() => allRight(page, `${stop} at ${width}`))
    }
  } finally {
    await write('english')
    await page.request.delete(`/api/learners/${learner}`)
  }
})

test('on paper progress is black on white, without scores, whatever the screen shows', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.dark'] = 'true'))
  await page.goto('/learners/ottoline-brask')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByText('Next aims')).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByText('Next aims')).toBeHidden()
  await expect(page.getByRole('button', { name: /New lesson/ })).toBeHidden()
  await expect(page.getByText(/^Next: /)).toBeVisible()
  const colours = await page.evaluate(() => [
    getComputedStyle(document.body).backgroundColor,
    getComputedStyle(document.querySelector('h1')!).color,
  ])
  expect(colours).toEqual(['rgb(255, 255, 255)', 'rgb(0, 0, 0)'])
})
