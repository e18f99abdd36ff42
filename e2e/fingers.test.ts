import { expect, test, type Page } from '@playwright/test'
import { openPart } from './parts.ts'
import { ownLesson } from './own-lesson.ts'
import { fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { lateFinger, oneNote, overTheBreak } from './sounds.ts'

/** The Fingers stop: a move heard with a late finger, a passage with its fingerings, every instrument's chart. */
const noted = (page: Page) => page.getByLabel('Noted today')
async function open(page: Page, learner: string, part = 'Move') {
  const lesson = await ownLesson(page.request, learner)
  await page.goto(`${lesson}/fingers`)
  await openPart(page, part)
  return lesson
}
async function choose(page: Page, from: string, to: string) {
  for (const [label, note] of [
    ['From note', from],
    ['To note', to],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(note)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
}
test('a move is heard, and the finger that came late is named', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'saskia-vell')
  await choose(page, 'G5', 'D5')
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(lateFinger())
  await expect(
    page.getByText(
      /^The right ring is too late, \d of \d times by \d+ ms\. It alone: on and off eight times/,
    ),
  ).toBeVisible()
  await expect(page.getByText(/Right ring late: E5 sounds before D5 \(\d+ ms\)\./)).toHaveCount(2)
  await expect(noted(page)).toContainText('G5 to D5: 3 of 5 clean')
  await expect(page.getByRole('table', { name: 'Out of step over the weeks' })).toContainText('right ring')
  // After a reload it is still there.
  await page.reload()
  await expect(noted(page)).toContainText('G5 to D5: 3 of 5 clean')
})

test('a sound without the two notes is said, and nothing is noted', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'saskia-vell')
  await choose(page, 'C4', 'D4')
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(lateFinger())
  await expect(page.getByRole('alert')).toContainText('No change between C4 and D4 was heard.')
  await expect(noted(page)).not.toContainText('C4 to D4')
})

test('the simulated player shows a late finger, and counts for nothing', async ({ page }) => {
  test.setTimeout(60_000)
  await page.addInitScript(() => {
    localStorage['halitus.source'] = 'player'
    localStorage['halitus.playing'] = 'at once'
    localStorage['halitus.preset'] = 'steady'
    localStorage['halitus.seed'] = '7'
  })
  await open(page, 'saskia-vell')
  await choose(page, 'G5', 'D5')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /Listen/ }).click()
  await expect(page.getByText(/Right ring late: E5 sounds before D5/).first()).toBeVisible({
    timeout: 25_000,
  })
  await expect(noted(page)).toContainText('simulated: counts for nothing')
  await page.getByRole('button', { name: 'Take back' }).first().click()
})

test('a passage gets the fingering that fits each neighbour, and another choice is remembered', async ({
  page,
}) => {
  const lesson = await open(page, 'saskia-vell', 'Passage')
  const notes = page.getByRole('main').locator('ol.notes > li')
  await page.getByLabel('Notes of the passage').fill('B4 C#5 Eb5')
  await expect(notes).toHaveCount(3)
  await expect(notes.nth(0)).toContainText('right little finger')
  await expect(notes.nth(0)).toContainText('needn’t slide from the E/B key to the F♯/C♯ key')
  await page.getByLabel('Notes of the passage').fill('B4 Q5')
  await expect(page.getByRole('alert')).toBeVisible()
  await page.getByLabel('Notes of the passage').fill('Bb4 A4 Bb4')
  await expect(notes).toHaveCount(3)
  await page.getByRole('button', { name: 'Another fingering of Bb4' }).first().click()
  await expect(notes.nth(0)).toContainText('chosen here')
  await page.getByRole('button', { name: 'Keep for the card' }).click()
  await expect(noted(page)).toContainText('own fingering for B♭4')
  await page.goto(`${lesson}/home`)
  await page.getByRole('button', { name: 'Compose the card' }).click()
  await expect(page.getByRole('heading', { name: 'The passage, in its fingerings' })).toBeVisible()
})

test('a break is crossed step by step: by the eye first, then heard', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  const lesson = await open(page, 'ottoline-brask', 'Registers and breaks')
  await page.getByLabel('Break', { exact: true }).selectOption({ label: 'A4 to B4' })
  await expect(page.getByText('Fingers only, A4 to B4 and back')).toBeVisible()
  await page.keyboard.press('w')
  await expect(noted(page)).toContainText('A4 to B4, silently: passed')
  await expect(page.getByText('E3 to B4 and back, slurred: only the vent key moves')).toBeVisible()
  // Any step can be taken; four of five from above are enough for the next one.
  await page.getByRole('button', { name: 'From above' }).click()
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(overTheBreak())
  await expect(page.getByText('5 of 5: on to the next step.')).toBeVisible()
  await expect(noted(page)).toContainText('A4 to B4, from above: passed, 5 of 5')
  // A recording of something else passes nothing.
  await page.getByRole('button', { name: 'From below' }).click()
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(oneNote('A4'))
  await expect(page.getByText('No such change was heard.')).toBeVisible()
  // The map: arrows go from note to note, and say where each comes from.
  const map = page.getByRole('listbox', { name: /Range of the/ })
  await map.locator('#map-71').click()
  await expect(page.getByText('The tube of E3, partial 3, by a vent.')).toBeVisible()
  await map.focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('The tube of F3, partial 3, by a vent.')).toBeVisible()
  // Any fingers: the chart where it knows them, else a prediction that says it is one.
  await page.getByText('Other fingers for C5').click()
  const tries = page
    .getByRole('group', { name: /to be tapped$/ })
    .or(page.locator('svg[aria-label$="to be tapped"]'))
  await tries.first().scrollIntoViewIfNeeded()
  await page.getByRole('button', { name: 'right ring: down' }).press('Enter')
  await page.getByRole('button', { name: 'left middle: down' }).press('Enter')
  await expect(page.getByTestId('predicted')).toContainText(/Predicted.*cents\s+\S+( 1)? in ten/)
  await page.locator('.looked').getByText('why', { exact: true }).click()
  await expect(page.getByText('not measured on this instrument')).toBeVisible()
  await page.getByRole('button', { name: 'C5 as charted' }).click()
  await expect(page.getByText('C5, standard')).toBeVisible()
  await page.goto(`${lesson}/home`)
  await page.getByRole('button', { name: 'Compose the card' }).click()
  await expect(page.getByRole('heading', { name: /Over the break: the vent alone/ })).toBeVisible()
})

test('notes are recalled: tapped, named and played, and come again when they are due', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'ottoline-brask', 'Recall')
  const clarinet = instrument('clarinet')
  const system = fingerSystem(clarinet)
  const asked = async () =>
    (await page.locator('.seconds .big').innerText()).replace('♭', 'b').replace('♯', '#')
  const first = await asked()
  for (const id of standardFingering(clarinet, first).touches)
    await page
      .getByRole('button', { name: `${system.touches.find((t) => t.id === id)!.name}: up` })
      .press('Enter')
  await page.getByRole('button', { name: 'That’s it' }).click()
  await expect(page.getByText(/Right, in \d+\.\d s/)).toBeVisible()
  await expect(page.getByText(/Again \w/)).toBeVisible()
  // Next by key; wrong fingers are told by the note that they are.
  await page.keyboard.press('Enter')
  await expect.poll(asked).not.toBe(first)
  const second = await asked()
  await page.getByRole('button', { name: 'left thumb: up' }).click()
  await page.getByRole('button', { name: 'left index: up' }).click()
  if (second !== 'E4') {
    await page.keyboard.press('Enter')
    await expect(page.getByText(/That is E4\./)).toBeVisible()
    await expect(noted(page)).toContainText('name to fingers not yet, gave E4')
    await page.keyboard.press('Enter')
  }
  // Played: the fingers are shown, the note is heard.
  await page.getByLabel('Drill').selectOption({ label: 'Name to fingers' })
  const third = await asked()
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(oneNote(third))
  await expect(page.getByText(/Right, in/)).toBeVisible()
  // By name, with the keys of the first row.
  await page.getByLabel('Drill').selectOption({ label: 'Fingers to name' })
  await expect(page.getByText('Which note is this?')).toBeVisible()
  await page.locator('body').press('a')
  await expect(page.getByText(/Right, in|That is/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Next' })).toBeVisible()
  // On the staff nothing gives the name away.
  await page.getByLabel('Drill').selectOption({ label: 'Staff to fingers' })
  await expect(page.getByRole('img', { name: 'Notation of what is asked' })).toBeVisible()
  await expect(page.locator('.staff svg').first()).toBeVisible({ timeout: 20_000 })
})

test('a new note is met, and the learner’s own chart is printed', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'ottoline-brask', 'First notes')
  const asked = async () =>
    (await page.locator('.seconds .big').innerText()).replace('♭', 'b').replace('♯', '#')
  const next = await asked()
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(oneNote(next === 'C3' ? 'E3' : next))
  await expect(page.getByText(/ is met/)).toBeVisible()
  await expect(noted(page)).toContainText('New note')
  await expect.poll(asked).not.toBe(next)
  // Another note than the one asked for isn't taken for it.
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(oneNote('C4'))
  await expect(page.getByRole('alert')).toContainText('C4 was heard, not')
  const href = async (name: string) => (await page.getByRole('link', { name }).getAttribute('href'))!
  const pdf = await page.request.get(await href('Print my notes'))
  expect(pdf.headers()['content-type']).toContain('application/pdf')
  expect((await pdf.body()).length).toBeGreaterThan(5000)
  await page.goto(await href('As a picture'))
  await expect(page.locator('svg').first()).toContainText('new this week')
})

test('notes carry German names where the studio says so', async ({ page }) => {
  // Without its version: it is put back over what is changed here.
  const { version: _, ...studio } = await (await page.request.get('/api/studio')).json()
  try {
    await page.goto('/settings')
    await page.getByLabel('Names of notes').selectOption('german')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Saved.')).toBeVisible()
    await open(page, 'saskia-vell')
    await choose(page, 'H4', 'Fis4')
    await expect(page.getByLabel('From note', { exact: true })).toHaveValue('H4')
    await choose(page, 'B4', 'A4')
    await expect(page.getByRole('img', { name: /Notation: B4/ })).toBeVisible()
    await page.getByLabel('To note', { exact: true }).fill('X4')
    await page.getByLabel('To note', { exact: true }).press('Enter')
    await expect(page.getByRole('alert')).toContainText('Write C to A or H')
  } finally {
    expect((await page.request.put('/api/studio', { data: studio })).status()).toBe(200)
  }
})

test.describe('every instrument has its fingers', () => {
  for (const [learner, from, words] of [
    ['alto-sax', 'C#5', 'D5'],
    ['oboe', 'C5', 'D5'],
    ['bassoon', 'F3', 'G3'],
    ['alto-recorder', 'G5', 'A5'],
    ['chanter', 'D5', 'E5'],
  ] as const)
    test(learner, async ({ page }) => {
      const id = `fingers-${learner}-${Date.now()}`
      const post = (path: string, data: object) => page.request.post(path, { data })
      await post('/api/learners', {
        id,
        name: 'Fingers',
        birthYear: 2000,
        instruments: [learner],
        schools: {},
        minutesPerSession: 15,
        sessionsPerWeek: 5,
        note: '',
      })
      const day = new Date().toLocaleDateString('sv-SE')
      await post(`/api/learners/${id}/lessons`, {
        id: `l-${id}`,
        instrument: learner,
        startsAt: `${day}T12:00:00`,
        minutes: 30,
      })
      await page.goto(`/lessons/l-${id}/fingers`)
      // Who knows no note yet begins with the first ones; a move is one touch away.
      await expect(page.getByRole('radio', { name: 'First notes', checked: true })).toBeVisible()
      await openPart(page, 'Move')
      await choose(page, from, words)
      await expect(page.getByRole('img', { name: new RegExp(`: ${words}$`) })).toBeVisible()
      await expect(page.getByRole('slider').first()).toBeVisible()
      if (learner !== 'chanter') return
      // Nine notes: one that isn't there is said, and the others are found by stepping.
      await page.getByLabel('To note', { exact: true }).fill('Bb4')
      await page.getByLabel('To note', { exact: true }).press('Enter')
      await expect(page.getByRole('alert')).toContainText('The practice chanter has no B♭4.')
      await page.getByRole('button', { name: 'To note: a semitone higher' }).click()
      await expect(page.getByRole('img', { name: /: F5$/ })).toBeVisible()
    })
})
