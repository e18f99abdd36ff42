import { expect, test } from '@playwright/test'
import { pretendsMicrophone } from './chromium.ts'
import { ownLesson } from './own-lesson.ts'
import { soundFile } from './sounds.ts'

/** A phone whose pretended microphone plays three notes once. */
test.use({ viewport: { width: 390, height: 844 }, ...pretendsMicrophone(soundFile('three-notes')) })
test.describe.configure({ retries: 8 })

test('bars of a tune are played at home, heard note by note, and counted', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  const { card } = (await (await page.request.post(`/api${lesson}/card`, { data: {} })).json()) as {
    card: { id: string; version: number; sessions: number; listenFor: string }
  }
  const row = {
    id: 'tune-rain-1',
    kind: 'tune',
    title: 'Rain on the roof: bar 5',
    amount: 'at 72',
    minutes: 3,
    aim: 'Slow enough to be right.',
    notes: ['G4'],
    line: ['E4', 'F4', 'G4'].map((written) => ({ written, ticks: 12, begins: 'tongue' })),
    beats: 3,
    asks: { goal: 'tune', about: 'tune-rain-1', value: 3, unit: 'hits' },
  }
  const { version, sessions, listenFor } = card
  const changed = await page.request.patch(`/api/cards/${card.id}`, {
    data: { version, sessions, listenFor, rows: [row] },
  })
  expect(changed.status(), await changed.text()).toBe(200)
  await page.goto(`/card/${card.id}`)
  await expect(page.locator('.answers')).toBeVisible()
  await page.waitForTimeout(3000)
  await page.getByRole('button', { name: 'Listen', exact: true }).click()
  await expect(page.locator('.says')).toHaveText('Play.')
  await expect(page.locator('.says')).toHaveText('All of it, in order.', { timeout: 20_000 })
  await expect(page.locator('.count')).toHaveText(/^\s*3\s+of 3\s*$/)
  const kept = (await (await page.request.get(`/api/cards/${card.id}`)).json()) as { numbers: object[] }
  expect(kept.numbers).toMatchObject([{ row: row.id, session: 1, value: 3, unit: 'hits', measured: true }])
})
