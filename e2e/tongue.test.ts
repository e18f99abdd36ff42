import { expect, test, type Page } from '@playwright/test'
import { listenTo, openPart } from './parts.ts'
import { ownLesson } from './own-lesson.ts'
import { soundFile } from './sounds.ts'

/** The Tongue stop: meter, staircase, diagnosis, echo, daily set, articulation, own patterns, and the chanter's gracenotes. */
const simulated = (page: Page, seconds = 4, preset = 'steady') =>
  page.addInitScript(
    ([l, p]) => {
      localStorage['halitus.source'] = 'player'
      localStorage['halitus.playing'] = 'at once'
      localStorage['halitus.preset'] = p
      localStorage['halitus.seed'] = '7'
      localStorage['halitus.playerLength'] = l
    },
    [String(seconds), preset] as const,
  )
const noted = (page: Page) => page.getByLabel('Noted today')
async function open(page: Page, name: string, learner = 'saskia-vell') {
  const lesson = await ownLesson(page.request, learner)
  await page.goto(`${lesson}/tongue`)
  await openPart(page, name)
  return lesson
}

test('strokes are measured, and held against the slurred tone that was played first', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 4, 'tongue-light')
  await open(page, 'Stroke meter')
  await page.keyboard.press('s')
  await expect(page.getByText('the next take is the slurred tone')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText('slurred tone just heard')).toBeVisible({ timeout: 20_000 })
  await page.keyboard.press('Space')
  // The simulated player strokes four times a second, five decibels deep.
  await expect(
    page.getByText(/^Even: (3\.9|4\.[01]) strokes a second, within \d %; the tone is the slurred one\./),
  ).toBeVisible({
    timeout: 20_000,
  })
  await expect(page.getByRole('img', { name: /1\d strokes on a stream of air/ })).toBeVisible()
  await expect(page.locator('.facts')).toContainText('light: the sound goes on')
  await expect(noted(page)).toContainText('strokes a second on')
})

test('heavy strokes are named, with one drill, and kept with what helped', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 4, 'tongue-thumps')
  await open(page, 'Stroke meter')
  await page.keyboard.press('Space')
  await expect(page.locator('.verdict')).toContainText('strokes a second', { timeout: 20_000 })
  await page.getByRole('radio', { name: 'What is it?', exact: true }).click()
  await expect(page.getByText(/Measured strokes of today \(simulated\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Thumping' }).click()
  await expect(page.locator('.best')).toContainText('Too much tongue')
  // What speaks for it waits behind why.
  await page.locator('#work').getByText('why', { exact: true }).first().click()
  await expect(page.getByText(/for: measured: strokes 1\d dB deep/).first()).toBeVisible()
  await page.getByRole('button', { name: /^Helped( Enter)?$/ }).click()
  await expect(noted(page)).toContainText('Too much tongue: the whole of it moves; what was tried helped')
})

test('the staircase goes up while it holds, down when it doesn’t, and ends with an interval', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await simulated(page, 6)
  await open(page, 'Fastest even')
  const tempo = async () => Number(await page.getByRole('timer').locator('.big').innerText())
  const first = await tempo()
  await page.keyboard.press('Space')
  const aim = page.locator('.numbers .aim')
  await expect(aim).toHaveText('take 2', { timeout: 20_000 })
  await expect(page.getByText(/\d+ held: \d+\./)).toBeVisible()
  expect(await tempo()).toBeGreaterThan(first)
  // The simulated learner stays even up to 96 a minute.
  for (let take = 2; take <= 8; take++) {
    if (/between/.test(await aim.innerText())) break
    await page.keyboard.press('Space')
    await expect(aim).toHaveText(new RegExp(`take ${take + 1}|between \\d+ and`), { timeout: 20_000 })
  }
  await expect(page.getByText(/Known within|takes are enough/)).toBeVisible()
  await page.getByRole('button', { name: /^Keep \d+/ }).click()
  await expect(noted(page)).toContainText(/Fastest even: eighths at (9\d|10\d|8\d)/)
})

test('a pattern is echoed, judged, and the next one comes', async ({ page }) => {
  await simulated(page)
  await open(page, 'Echo')
  await expect(page.getByRole('img', { name: /^Notation:/ })).toBeVisible()
  await page.getByRole('button', { name: 'Finger it, silently' }).click()
  await page.keyboard.press('Space')
  await expect(page.getByText('All as it was played.')).toBeVisible({ timeout: 25_000 })
  await expect(page.getByRole('timer')).toContainText('100')
  await expect(noted(page)).toContainText(/Echo, level \d: 100 % right/)
  await page.keyboard.press('n')
  await expect(page.getByText('All as it was played.')).toHaveCount(0)
})

test('patterns are echoed on the mouthpiece alone, by their rhythm', async ({ page }) => {
  await simulated(page)
  await open(page, 'Echo')
  await page.getByLabel('Played on').selectOption({ label: 'on the mouthpiece alone' })
  await page.keyboard.press('Space')
  await expect(page.getByText('All as it was played.')).toBeVisible({ timeout: 20_000 })
  await expect(noted(page)).toContainText(/Echo on the mouthpiece alone, level \d: 100 % right/)
  // The same on a pattern of one's own: it is written down whatever the part sounds.
  await openPart(page, 'Own pattern')
  await page.getByLabel('Played on').selectOption({ label: 'on the mouthpiece alone' })
  await page.keyboard.press('Space')
  await page.getByLabel('Name', { exact: true }).fill('Puddles')
  await page.getByRole('button', { name: 'Keep for the card' }).click()
  await expect(noted(page)).toContainText('Own pattern “Puddles”, 4 beats')
})

test('the daily set is written out, played, and stays while nothing real was played', async ({ page }) => {
  await simulated(page)
  await open(page, 'Daily set')
  await page.getByRole('combobox', { name: 'Exercise' }).selectOption('stopped')
  await expect(page.locator('.staff svg').first()).toBeVisible({ timeout: 20_000 })
  await page.keyboard.press('Space')
  await expect(page.getByText(/^Even, and the tone held\.$/)).toBeVisible({ timeout: 25_000 })
  await expect(page.getByText('Simulated: no target, card or chart moves by it.')).toBeVisible()
  await expect(noted(page)).toContainText('Stopped:')
  await page.getByRole('combobox', { name: 'Exercise' }).selectOption('double-back')
  await expect(page.getByText('A little every day; not with a sore throat.')).toBeVisible()
})

test('a typed line is articulated, played as asked, and refused where the instrument ends', async ({
  page,
}) => {
  await simulated(page)
  await open(page, 'On a line')
  await page.getByLabel('Own notes').fill('E4 F4 C2')
  await expect(page.getByRole('alert')).toContainText('is outside the clarinet in B♭: written E3 to C7')
  await page.getByLabel('Own notes').fill('E4 F4 G4 A4 G4 F4 E4')
  await page.getByRole('combobox', { name: 'Articulation' }).selectOption('off-beats')
  await expect(page.getByRole('button', { name: 'G4: slurred' }).first()).toBeVisible()
  await page.getByRole('button', { name: 'A4: tongued' }).click()
  await expect(page.getByRole('combobox', { name: 'Articulation' })).toHaveValue('custom')
  await page.getByLabel('Own notes').blur()
  await page.keyboard.press('Space')
  await expect(page.getByText('All as asked.')).toBeVisible({ timeout: 25_000 })
  await expect(noted(page)).toContainText('As marked: 100 % as asked')
})

test('copy me: the teacher’s pattern, then the learner’s, side by side', async ({ page }) => {
  await simulated(page)
  await open(page, 'Copy me')
  await expect(page.getByText('The teacher first:')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText('Now the learner:')).toBeVisible({ timeout: 20_000 })
  // Nothing is noted of the teacher alone.
  await expect(noted(page)).not.toContainText('Copied')
  // The simulated learner comes late to the third of four notes.
  await page.keyboard.press('Space')
  await expect(page.getByText('Note 3: late; note 4: early.')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByRole('timer')).toContainText('of 4 as played')
  await expect(noted(page)).toContainText('Copied a pattern of 4 notes: note 3: late')
  await expect(page.getByText('Simulated: no target, card or chart moves by it.')).toBeVisible()
  // The teacher’s stays after a reload; another one begins anew.
  await page.reload()
  await expect(page.getByText('Note 3: late; note 4: early.')).toBeVisible()
  await page.getByRole('button', { name: 'Another one from the teacher' }).click()
  await expect(page.getByText('The teacher first:')).toBeVisible()
  // Beside another pattern the copy of the one before doesn't stand.
  await page.getByRole('button', { name: 'Pulse faster' }).click()
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('Space')
  await expect(page.getByText('Now the learner:')).toBeVisible({ timeout: 20_000 })
})

test('an own pattern is tapped, written down, and stands on the card in notation', async ({ page }) => {
  const lesson = await open(page, 'Own pattern')
  await page.getByRole('button', { name: 'Pulse slower' }).click()
  const beat = 60_000 / Number(await page.locator('.tool b').first().innerText())
  // The page's own clock stands still between taps: a busy machine taps as evenly as any.
  await page.clock.install()
  await page.clock.pauseAt(new Date(Date.now() + 60_000))
  await page.keyboard.press('c')
  for (const [beats, key] of [
    [1, 'c'],
    [0.5, 'c'],
    [0.5, 'x'],
    [1, 'c'],
  ] as const) {
    await page.clock.runFor(beats * beat)
    await page.keyboard.press(key)
  }
  await page.clock.resume()
  await expect(page.getByRole('timer')).toContainText('4 beats')
  await expect(page.getByRole('img', { name: /, rest, G4$/ })).toBeVisible()
  await page.getByLabel('Name', { exact: true }).fill('Rain')
  await page.getByRole('button', { name: 'Keep for the card' }).click()
  await expect(noted(page)).toContainText('Own pattern “Rain”, 4 beats')
  await page.goto(`${lesson}/home`)
  await page
    .getByRole('button', { name: /Compose/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'Your pattern: Rain' })).toBeVisible()
  await expect(page.locator('.rows .staff svg').first()).toBeVisible({ timeout: 20_000 })
})

test('first strokes are passed by ear, or by the teacher’s word', async ({ page }) => {
  await simulated(page)
  await open(page, 'First strokes')
  await page.getByRole('button', { name: /Breathe and say it/ }).click()
  await page.keyboard.press('w')
  await expect(noted(page)).toContainText('Breathe and say it: passed')
  await page.getByRole('button', { name: /One easy note/ }).click()
  await page.keyboard.press('Space')
  await expect(page.getByText('4 strokes, clean.')).toBeVisible({ timeout: 20_000 })
})

test('a chanter’s gracenotes are written as finger moves, heard and measured', async ({ page }) => {
  await simulated(page)
  await open(page, 'Gracenotes', 'ruaridh-penhallow')
  await page.getByRole('combobox', { name: 'Movement' }).selectOption('doubling')
  await page.getByRole('combobox', { name: 'On', exact: true }).selectOption('B4')
  await expect(page.getByText('lift L1', { exact: false }).first()).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText(/^4\d ms each, even and clean\.$/)).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/^6 times, uneven by \d ms/)).toBeVisible()
  await expect(noted(page)).toContainText('doubling on B:')
  await expect(page.getByRole('radio', { name: 'Stroke meter' })).toHaveCount(0)
})

test('strokes are read from a recording', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'Stroke meter')
  await page.getByLabel('WAVE file').setInputFiles(soundFile('clarinet-strokes'))
  // Made with three strokes a second, unsteady by eight milliseconds.
  await expect(page.locator('.verdict')).toContainText(/^Even: 3\.0 strokes a second, within [1-4] %/, {
    timeout: 20_000,
  })
  await expect(noted(page)).toContainText('3.0 strokes a second on G4, even')
  await page.getByRole('radio', { name: 'Daily set', exact: true }).click()
  await page.getByLabel('WAVE file').setInputFiles(soundFile('broken'))
  await expect(page.getByRole('alert')).toContainText('broken.wav:')
})

test('nothing, and a tone without a stroke, are said as what they are', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 3, 'no-note')
  await open(page, 'Stroke meter')
  await page.keyboard.press('Space')
  await expect(page.getByRole('alert')).toContainText(/Only noise was heard|Nothing was heard/, {
    timeout: 20_000,
  })
  await listenTo(page, 'player:lets-fade')
  await page.keyboard.press('Space')
  await expect(page.getByText(/^1 stroke: five in a row|No stroke was heard/)).toBeVisible({
    timeout: 20_000,
  })
})

test('the pulse is counted large, in bars, and tapped', async ({ page }) => {
  await open(page, 'Stroke meter')
  await page.keyboard.press('p')
  const panel = page.getByRole('region', { name: 'Pulse' })
  await expect(panel).toBeVisible()
  await expect(panel.locator('.place.on')).toHaveCount(1)
  const size = await panel.locator('.place').first().boundingBox()
  expect(size!.height).toBeGreaterThan(48)
  await page.getByRole('button', { name: 'Counting' }).click()
  await page.getByLabel('beats a bar').fill('3')
  await page.getByLabel('beats a bar').press('Enter')
  await expect(panel.locator('.place')).toHaveCount(3)
  await page.getByRole('button', { name: 'Counting' }).click()
  await page.keyboard.press('p')
  await expect(panel).toHaveCount(0)
  // The page's own clock stands still between taps: a busy machine taps as evenly as any.
  await page.clock.install()
  await page.clock.pauseAt(new Date(Date.now() + 60_000))
  for (let k = 0; k < 4; k++) {
    await page.keyboard.press('k')
    await page.clock.runFor(500)
  }
  await page.clock.resume()
  await expect(page.locator('.tool b').first()).toHaveText('120')
})
