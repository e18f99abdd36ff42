import { expect, test, type Page } from '@playwright/test'
import { openPart } from './parts.ts'
import { happened, ownLesson, TONE } from './own-lesson.ts'
import { soundFile, talkAndTone } from './sounds.ts'

/** Breath and Sound beyond the level tone: drills, counts, small parts, shapes, and what is seen at the mouth. */
const simulated = (page: Page, seconds = 3, preset = 'steady') =>
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
async function open(page: Page, stop: 'breath' | 'sound', name: string, learner = 'saskia-vell') {
  const lesson = await ownLesson(page.request, learner)
  await page.goto(`${lesson}/${stop}`)
  await openPart(page, name)
  return lesson
}

test('a breath is paced by keys, judged, and the next row follows', async ({ page }) => {
  await open(page, 'breath', 'Breath by counts')
  await page.getByLabel('at', { exact: true }).fill('100')
  await page.getByRole('button', { name: '4 · 4' }).click()
  await page.keyboard.press('Space')
  await expect(page.locator('.count .word')).toHaveText('in')
  await expect(page.locator('.count .word')).toHaveText('out')
  await expect(page.getByText('round 2 of 4')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText('1 round. Quiet and easy?')).toBeVisible()
  await page.keyboard.press('w')
  await expect(noted(page)).toContainText('in 4, out 4: 1 round, went well')
  await expect(page.getByRole('button', { name: '3 · 5' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('link', { name: /2 Breath/ })).toContainText('in 4, out 4')
})

test('a reload in the middle of a breath drill comes back to what was breathed so far', async ({ page }) => {
  await open(page, 'breath', 'Breath by counts')
  await page.getByLabel('at', { exact: true }).fill('100')
  await page.getByRole('button', { name: '3 · 5' }).click()
  await page.keyboard.press('Space')
  await expect(page.getByText('round 2 of 4')).toBeVisible()
  await page.reload()
  await expect(page.getByText('1 round. Quiet and easy?')).toBeVisible()
  await expect(page.getByRole('button', { name: '3 · 5' })).toHaveAttribute('aria-pressed', 'true')
  // A field that was typed in keeps the keys until something else is touched.
  await page.locator('#work').click({ position: { x: 4, y: 400 } })
  await page.keyboard.press('w')
  await expect(noted(page)).toContainText('in 3, out 5: 1 round, went well')
})

test('holding the breath asks first, and nobody holds it for longer than twelve seconds', async ({
  page,
}) => {
  await open(page, 'breath', 'Breath by counts')
  await page.getByRole('button', { name: 'out, wait, in' }).click()
  await expect(page.getByText(/Holding the breath: seated.*a doctor first/)).toBeVisible()
  await page.getByRole('button', { name: /Seated, and well/ }).click()
  await page.getByRole('button', { name: /Start/ }).click()
  await expect(page.locator('.count .word')).toHaveText('in')
  await page.keyboard.press('Space')
  await page.getByRole('button', { name: 'Own counts' }).click()
  await page.getByLabel('empty', { exact: true }).fill('12')
  await page.getByLabel('at', { exact: true }).fill('40')
  await page.getByLabel('at', { exact: true }).blur()
  await expect(page.getByRole('alert')).toHaveText('Holding empty for 18 s is too long; 12 s at most.')
  await expect(page.getByRole('button', { name: /Start|Seated/ })).toBeDisabled()
})

test('dizzy stops everything, rests, and shortens what comes next', async ({ page }) => {
  const lesson = await open(page, 'breath', 'Breath by counts', 'juniper-holm')
  await page.keyboard.press('Space')
  await expect(page.locator('.count')).toBeVisible()
  await page.keyboard.press('d')
  await expect(page.locator('.count')).toHaveCount(0)
  await expect(page.getByText('Sit down and breathe normally')).toBeVisible()
  await expect(page.getByRole('button', { name: /Seated rest, \w+: 2:5\d/ })).toBeVisible()
  await expect(noted(page)).toContainText('Dizzy: stopped in')
  await expect(page.getByText('2 rounds', { exact: true })).toBeVisible()
  // What happened is seen at the next lesson.
  const id = lesson.split('/').at(-1)!
  const answer = await page.request.get(`/api/lessons/${id}`)
  expect(answer.ok()).toBe(true)
  await page.getByRole('button', { name: /Seated rest, .*Put away/ }).click()
})

test('a breath count is heard, waits for a word even over a reload, and is kept', async ({ page }) => {
  await simulated(page, 4)
  await open(page, 'breath', 'Breath count')
  await page.keyboard.press('Space')
  await expect(page.getByText(/^4 clicks( of \d+|, \d+ were the aim), 4\.0 s on/)).toBeVisible({
    timeout: 15_000,
  })
  await page.reload()
  await expect(page.locator('.verdict')).toContainText('4 clicks')
  await page.getByRole('button', { name: 'Came easily' }).click()
  await expect(noted(page)).toContainText('4 clicks at 60')
  await expect(noted(page)).toContainText('simulated')
  await expect(page.getByText(/in eight of ten; from \d+ counts/)).toBeVisible()
})

test('a steady stream is heard as air, or timed by hand', async ({ page }) => {
  await simulated(page, 3)
  await open(page, 'breath', 'Steady stream')
  await page.keyboard.press('Space')
  await expect(page.getByText(/^(2\.[89]|3\.[01]) s of steady air\.$/)).toBeVisible({ timeout: 15_000 })
  await page.keyboard.press('h')
  await expect(page.getByRole('timer')).toContainText(/1\.\d/)
  await page.keyboard.press('h')
  await expect(page.getByText(/^[12]\.\d s of steady air\.$/)).toBeVisible()
})

test('what is seen of the breath brings its way in, in the learner’s school', async ({ page }) => {
  await open(page, 'breath', 'Looked at')
  // Ways in come first, one after the other; nobody has to name a fault. The one that helped is kept.
  const ways = page.getByRole('region', { name: 'Ways to a better breath' })
  await expect(ways).toContainText('Three breaths in through the nose, unhurried.')
  await page.keyboard.press('n')
  await page.keyboard.press('n')
  await expect(ways).toContainText('Begin a yawn with the mouth closed')
  await page.keyboard.press('w')
  await expect(noted(page)).toContainText('“The beginning of a yawn” helped')
  await expect(ways.getByRole('button', { name: 'The beginning of a yawn' })).toContainText('helped')
  await page.getByRole('button', { name: 'Noise on the way in' }).click()
  await expect(page.getByText('A noisy gasp is a shallow one')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Empty first' })).toBeVisible()
  await page.getByRole('button', { name: 'Keep what was seen' }).click()
  await expect(noted(page)).toContainText('Noise on the way in')
})

test('a small part is set against its mark', async ({ page }) => {
  await simulated(page, 3)
  await open(page, 'sound', 'Small part')
  await expect(page.getByText('mark: concert C6')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText(/^At the mark, and steady\. \+1\d cents$/)).toBeVisible({ timeout: 15_000 })
  await page.getByRole('button', { name: 'Next part: mouthpiece with barrel' }).click()
  await expect(page.getByText('mark: concert F♯5')).toBeVisible()
  await expect(noted(page)).toContainText('mouthpiece alone 3.0 s: at the mark, and steady')
})

test('what is heard and seen at the mouth leads to one thing to try', async ({ page }) => {
  await open(page, 'sound', 'Mouth')
  // What a face shows is answered on the face, and moves it: dashed brass shows where it belongs.
  const tip = page.getByRole('button', { name: 'Only the tip is in' })
  await tip.press('Enter')
  await expect(tip).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('.belongs')).toBeVisible()
  await expect(page.locator('.best')).toContainText('Too little')
  await tip.press('Enter')
  await expect(page.locator('.belongs')).toHaveCount(0)
  await page.getByRole('button', { name: 'Strangled, sharp, stops' }).click()
  await expect(page.locator('.best')).toContainText('Biting')
  await expect(page.getByText('let the jaw down until it growls')).toBeVisible()
  await expect(page.getByText('what lasts goes to a dentist or doctor')).toBeVisible()
  // The check that decides it: a jaw that is let down frees what was bitten.
  await expect(page.getByText('To be sure:')).toBeVisible()
  await expect(page.locator('.next')).toContainText('let the jaw down a little: does it open up?')
  await page.locator('.next').getByRole('button', { name: 'Yes' }).click()
  await expect(page.getByText('Checked:')).toBeVisible()
  await page.reload()
  await expect(page.locator('.best')).toContainText('Biting')
  await page.getByRole('button', { name: /^Helped( Enter)?$/ }).click()
  await expect(noted(page)).toContainText('Biting: pressure from below; what was tried helped')
})

test('without a camera the drawing stays', async ({ page }) => {
  await open(page, 'sound', 'Mouth')
  await page.getByRole('button', { name: 'Camera as a mirror' }).click()
  await expect(page.getByText(/a hand mirror does as well|Close the mirror/)).toBeVisible()
  await expect(page.getByRole('group', { name: 'The mouth from the front' })).toBeVisible()
})

test('both ends are played, compared in numbers, and one is chosen', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 2)
  await open(page, 'sound', 'Both ends')
  for (const place of ['Too little', 'Too much', 'The middle']) {
    await expect(page.locator('.places .now h3')).toHaveText(place)
    await page.keyboard.press('Space')
    await expect(page.locator('.places section', { hasText: place }).locator('dl')).toBeVisible({
      timeout: 15_000,
    })
  }
  await expect(page.locator('.differs').first()).toContainText(/cents higher.*airier by/)
  await page
    .locator('.places section', { hasText: 'The middle' })
    .getByRole('button', { name: 'This one' })
    .click()
  await expect(noted(page)).toContainText('the middle chosen of 3')
  // On the mouthpiece alone, and one of the places stays silent: that is kept, and can't be the chosen one.
  await page.getByLabel('Played on').selectOption({ label: 'on the mouthpiece alone' })
  const little = page.locator('.places section', { hasText: 'Too little' })
  await little.getByRole('button', { name: 'No sound came' }).click()
  await expect(little).toContainText('No sound')
  await expect(page.locator('.places .now h3')).toHaveText('Too much')
  await page.keyboard.press('Space')
  const much = page.locator('.places section', { hasText: 'Too much' })
  await expect(much.locator('dl')).toContainText('Loudness', { timeout: 15_000 })
  await expect(little.getByRole('button', { name: 'This one' })).toHaveCount(0)
  await much.getByRole('button', { name: 'This one' }).click()
  await expect(noted(page)).toContainText(
    'on the mouthpiece alone: as far as it goes chosen of 2, no sound at 1',
  )
})

test('a shaped tone fills its shape, and the counts go on', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 3)
  await open(page, 'sound', 'Shaped tone')
  await page.getByRole('spinbutton', { name: 'Counts a phase' }).fill('2')
  await page.getByRole('spinbutton', { name: 'Counts a phase' }).blur()
  await page.keyboard.press('Space')
  await expect(page.getByText(/^Filled: 1[345] dB between soft and loud/)).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/sinks as it grows|The pitch holds|can’t be told/).first()).toBeVisible()
  await expect(noted(page)).toContainText('soft – loud – soft, 2 counts')
})

test('a slow scale on the tuner: every note against its place, the furthest named', async ({ page }) => {
  await page.addInitScript(() => {
    localStorage['halitus.source'] = 'player'
    localStorage['halitus.playing'] = 'at once'
    localStorage['halitus.preset'] = 'steady'
    localStorage['halitus.seed'] = '7'
    localStorage['halitus.tuning.way'] = 'scale'
  })
  const lesson = await ownLesson(page.request, 'saskia-vell')
  await page.goto(`${lesson}/sound`)
  await openPart(page, 'Tuning')
  await page.getByLabel('What is played').selectOption({ label: 'five notes, major' })
  await page.getByLabel('from', { exact: true }).selectOption('G3')
  await expect(page.getByText('G3 to D4')).toBeVisible()
  await page.keyboard.press('Space')
  // The simulated player is nine cents high on all of them: that is the instrument's length.
  await expect(page.getByText(/^All of it is (8|9|10) high: tune the instrument first\.$/)).toBeVisible({
    timeout: 20_000,
  })
  await expect(page.getByRole('timer')).toContainText('of 5 in tune')
  await expect(page.getByRole('group', { name: 'Notes of the scale' }).getByRole('img')).toHaveAttribute(
    'aria-label',
    /^G3 \+\d+ cents, A3 \+\d+ cents/,
  )
  await expect(page.getByLabel('Noted today')).toContainText('Scale G3 to D4: all of it is')
})

test('overtones are computed, heard, counted and kept', async ({ page }) => {
  await simulated(page, 2)
  await open(page, 'sound', 'Overtones')
  await page.getByLabel('Sounds', { exact: true }).selectOption('B4')
  // A twelfth is 1.955 cents wider than the tempered one: 1200 × log2(3) − 1900 (exact arithmetic).
  await page.locator('#work').getByText('why', { exact: true }).click()
  await expect(page.getByText('440 Hz, computed: partial 3 of low E3, +2 cents from equal')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText(/^(Partial 3: that one|The low note itself)/)).toBeVisible({ timeout: 15_000 })
  await page.getByRole('button', { name: 'Hit', exact: true }).click()
  await page.getByRole('button', { name: /Keep \d of 2/ }).click()
  await expect(noted(page)).toContainText(/B4 over low E3 \(partial 3\): [12] of 2/)
})

test('an overtone walk goes on at a hit and keeps the share of the scale', async ({ page }) => {
  await simulated(page, 2)
  await open(page, 'sound', 'Overtones')
  await page.getByRole('radio', { name: 'A walk' }).click()
  await expect(page.getByText('First the scale with its ordinary fingers')).toBeVisible()
  const beads = page.getByRole('list', { name: 'Notes of the walk' }).getByRole('button')
  const notes = await beads.count()
  expect(notes).toBeGreaterThan(1)
  for (let tries = 1; tries <= 3; tries++) {
    await page.keyboard.press('Space')
    await expect(
      page
        .getByText(`in ${tries} ${tries === 1 ? 'try' : 'tries'}`)
        .or(page.getByText(/of \d notes of the scale, in/))
        .first(),
    ).toBeVisible({ timeout: 15_000 })
    if (await page.getByText(/notes of the scale, in/).isVisible()) break
  }
  const leave = page.getByRole('button', { name: 'Leave it there' })
  if (await leave.isEnabled()) await leave.click()
  await expect(page.getByText(/^\d of \d notes of the scale, in \d tr(y|ies)\.$/)).toBeVisible()
  // And back to one note: nothing lies over the ways.
  await page.getByRole('radio', { name: 'One note' }).click()
  await expect(page.getByText('First the note with its ordinary fingering')).toBeVisible()
  await expect(noted(page)).toContainText(/Overtone walk \S+ to \S+, by air: \d of \d notes in \d tries/)
})

test('overtones aren’t offered where nobody practises them', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'wilhelmina-tarn')
  await page.goto(`${lesson}/sound`)
  await expect(page.getByRole('radio', { name: 'Small part' })).toBeVisible()
  await expect(page.getByRole('radio', { name: 'Overtones' })).toHaveCount(0)
})

test('a note is tuned against a drone, and the map shows where notes lie', async ({ page }) => {
  await simulated(page, 3)
  const lesson = await ownLesson(page.request, 'saskia-vell')
  await happened(page.request, lesson, TONE)
  await page.goto(`${lesson}/sound`)
  await openPart(page, 'Tuning')
  await page.waitForTimeout(500)
  await page.keyboard.press('Space')
  await expect(page.getByText(/cents high; it beats \d+\.\d times a second|In tune; it beats/)).toBeVisible({
    timeout: 15_000,
  })
  await expect(page.getByRole('heading', { name: 'Where notes usually lie' })).toBeVisible()
})

test('the first minutes are set against the learner’s own weeks', async ({ page }) => {
  await simulated(page, 5)
  await open(page, 'sound', 'First minutes')
  await page.keyboard.press('Space')
  await expect(page.getByText(/than in the last weeks|as usual|for the first time/).first()).toBeVisible({
    timeout: 20_000,
  })
  await expect(noted(page)).toContainText('First minutes:')
})

test('a lesson through both stops by keys alone ends on the card', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'casimir-odell')
  await page.goto(`${lesson}/setup`)
  await expect(page.getByRole('heading', { name: 'Set-up' })).toBeVisible()
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'Breath' })).toBeVisible()
  await openPart(page, 'Breath by counts')
  await page.keyboard.press('Space')
  await expect(page.getByText(/round 2 of/)).toBeVisible({ timeout: 15_000 })
  await page.keyboard.press('w')
  await expect(noted(page)).toContainText('went well')
  await page.keyboard.press('3')
  await expect(page.getByRole('heading', { name: 'Sound', exact: true })).toBeVisible()
  await page.keyboard.press('7')
  await page
    .getByRole('button', { name: /Compose/ })
    .first()
    .click()
  await expect(page.getByText('Breath by counts').first()).toBeVisible()
})

test('one and the same concert pitch is told for every player', async ({ page }) => {
  await open(page, 'sound', 'Tuning')
  await page.locator('.players summary').click()
  // Clarinet G4 sounds F4: alto saxophone D5, flute and oboe F4 (transpositions, common knowledge).
  await expect(page.locator('.players')).toContainText('Several players on')
  await expect(page.locator('.players p')).toContainText('Flute')
})

test('a phrase series is measured with the breaths between', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 4)
  await open(page, 'breath', 'Phrase series')
  await page.keyboard.press('Space')
  await expect(page.getByText(/^3 phrases, the last as long as \d+ % of the first\.$/)).toBeVisible({
    timeout: 30_000,
  })
  await expect(page.getByText(/^Pauses from/)).toBeVisible()
  await expect(noted(page)).toContainText(/Phrases of 1\.\d, 1\.\d, 1\.\d s/)
})

test('first sounds are counted by ear; simulated ones are heard and not counted', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 3)
  await open(page, 'sound', 'First sounds')
  await page.getByRole('button', { name: 'Count by ear' }).click()
  await expect(
    page.getByText(
      /^Heard 4: 4 spoke, the middle one after 0\.\d s\. Simulated: not counted\.$|^Heard 4: 3 spoke/,
    ),
  ).toBeVisible({
    timeout: 30_000,
  })
  await expect(page.getByText('0 of 0')).toBeVisible()
})

test('first sounds are counted in a recording, too', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'sound', 'First sounds')
  await expect(page.getByRole('button', { name: 'Count in a WAVE file' })).toBeVisible()
  await page.getByLabel('WAVE file').setInputFiles(soundFile('clarinet-e4'))
  // The whole clarinet's E4 is no try on the mouthpiece.
  await expect(page.getByText(/^One was not the mouthpiece .*, by the pitch: not counted\.$/)).toBeVisible({
    timeout: 20_000,
  })
  await expect(page.getByText('0 of 0')).toBeVisible()
})

test('what was left out as talk is said, and counted all the same when somebody knows better', async ({
  page,
}) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'sound', 'Long tone')
  await page.getByLabel('WAVE file').setInputFiles(talkAndTone())
  const left = page.getByText(/^\d\.\d s of talk were heard; they aren’t counted\.$/)
  await expect(left).toBeVisible({ timeout: 20_000 })
  await expect(noted(page).locator('li')).toHaveCount(1)
  await page.getByRole('button', { name: 'Count it all the same' }).click()
  await expect(left).toBeHidden({ timeout: 20_000 })
  await expect(page.locator('.verdict')).toBeVisible()
  // What was heard again stands for what was heard first, and not beside it.
  await expect(noted(page).locator('li')).toHaveCount(1)
  await page.reload()
  await expect(noted(page).locator('li')).toHaveCount(1)
})

test('a bend of another part than was asked isn’t kept', async ({ page }) => {
  await page.addInitScript(() => (localStorage['halitus.source'] = 'file'))
  await open(page, 'sound', 'Bend range')
  await page.getByLabel('WAVE file').setInputFiles(soundFile('clarinet-e4'))
  await expect(page.getByRole('alert')).toContainText(
    'semitones below where the mouthpiece alone sounds. Is it that part alone? Not kept.',
    { timeout: 20_000 },
  )
})

test('the teacher’s note is heard first and becomes the measure', async ({ page }) => {
  test.setTimeout(60_000)
  await simulated(page, 2)
  await open(page, 'sound', 'Tuning')
  await page.getByRole('button', { name: 'Hear the teacher first' }).click()
  await page.keyboard.press('Space')
  await expect(
    page.getByText(/The teacher’s \w.*\d was heard at \d+\.\d Hz: that is the measure now\./),
  ).toBeVisible({
    timeout: 20_000,
  })
  // The teacher was 14 cents high, the learner is 9: five cents low against that, and in tune.
  await page.keyboard.press('Space')
  await expect(page.getByText(/In tune; it beats/)).toBeVisible({ timeout: 20_000 })
})

test('the mouth is set in order; the step that fails is known where its cause is looked for', async ({
  page,
}) => {
  // A device with a voice: what is spoken is written down, and takes no time.
  await page.addInitScript(() => {
    const spoken: string[] = ((window as unknown as { spoken: string[] }).spoken = [])
    Object.defineProperty(window, 'speechSynthesis', {
      value: {
        getVoices: () => [{ name: 'invented' }],
        addEventListener: () => undefined,
        removeEventListener: () => undefined,
        cancel: () => undefined,
        speak(line: SpeechSynthesisUtterance) {
          spoken.push(line.text)
          line.onend?.(undefined as never)
        },
      },
    })
  })
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  await page.goto(`${lesson}/sound`)
  await openPart(page, 'Mouth')
  const order = page.getByRole('region', { name: 'The mouth in order' })
  await expect(order.locator('.say')).toHaveText(
    'Lower lip a little over the teeth: half of its red is seen.',
  )
  await page.keyboard.press('w')
  await page.keyboard.press('w')
  await page.keyboard.press('w')
  await expect(order.locator('.say')).toHaveText('Corners in: no air beside the mouthpiece.')
  await page.keyboard.press('n')
  // It stays until it holds, and is a sign among the others.
  await expect(order.locator('.say')).toHaveText('Corners in: no air beside the mouthpiece.')
  await expect(page.getByText('Too loose: corners let air past').first()).toBeVisible()
  await order.getByRole('button', { name: 'Right, next' }).click()
  await order.getByRole('button', { name: 'Right, next' }).click()
  await expect(order.locator('.say')).toHaveText('All of it. Now the first sound.')
  await order.getByRole('button', { name: /^1\. / }).click()
  await expect(order.locator('.say')).toHaveText(/^Lower lip/)
  // Who wants it hears the step in the device's own voice, and a count-in after it.
  await page.keyboard.press('l')
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { spoken: string[] }).spoken))
    .toEqual(['Lower lip a little over the teeth: half of its red is seen.', '1', '2', '3', '4'])
})
