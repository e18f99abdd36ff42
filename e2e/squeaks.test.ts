import { expect, test } from '@playwright/test'
import { ownLesson } from './own-lesson.ts'

/** From an accident to the next thing to try. */
test('a squeak is found by keys alone, kept with its drill on the card, and taken back', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  await page.goto(`${lesson}/fingers`)
  await expect(page.getByRole('heading', { name: 'Fingers', exact: true })).toBeVisible()
  await page.getByRole('radio', { name: 'Move', exact: true }).click()
  for (const [end, note] of [
    ['From note', 'F3'],
    ['To note', 'E3'],
  ] as const) {
    await page.getByLabel(end, { exact: true }).fill(note)
    await page.getByLabel(end, { exact: true }).press('Enter')
  }
  await page.locator('#work').click({ position: { x: 4, y: 300 } })
  await page.keyboard.press('q')
  await expect(page.getByRole('heading', { name: 'Squeaks' })).toBeVisible()
  // The lesson’s own frame stays around it: whose search it is, and where it was opened.
  await expect(page.getByRole('button', { name: 'Ottoline Brask: what is needed now' })).toBeVisible()
  await expect(page.getByRole('link', { name: /5 Fingers/ })).toHaveAttribute('aria-current', 'step')
  await page.getByLabel('What happens, in words').fill('it squeaks on low notes')
  await page.getByLabel('What happens, in words').press('Enter')
  // What was typed is said already.
  await expect(page.getByRole('button', { name: 'On low notes', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.getByRole('button', { name: 'From one note downwards, all of them' }).press('Enter')
  const ask = page.locator('.ask')
  const first = await ask.textContent()
  await page.keyboard.press('0')
  await expect(ask).not.toHaveText(first!)
  await expect(page.getByText('Can’t here:')).toBeVisible()
  // Freeze: one finger after the other, and the right ring finger settles it.
  await page.keyboard.press('f')
  await page.getByRole('button', { name: 'right ring finger' }).press('Enter')
  const causes = page.getByRole('list', { name: 'Causes, the likeliest first' })
  await expect(causes.getByRole('listitem').first()).toContainText(
    'The right ring finger doesn’t cover its hole',
  )
  // Reloaded, everything is still there.
  await page.reload()
  await expect(causes.getByRole('listitem').first()).toContainText(
    'The right ring finger doesn’t cover its hole',
  )
  await page.getByRole('heading', { name: 'Squeaks' }).click()
  await page.keyboard.press('h')
  await expect(page.getByText('Feel the holes: right ring finger alone')).toBeVisible()
  // What was kept is done: after a reload nobody keeps it twice.
  await page.reload()
  await expect(page.getByRole('heading', { name: 'What happens?' })).toBeVisible()
  await page.getByRole('radio', { name: 'What squeaked' }).click()
  await expect(page.getByRole('row').nth(1)).toContainText(
    'It shrieks, F3 to E3: the right ring finger doesn’t cover its hole',
  )
  await page.getByRole('radio', { name: 'Find the cause' }).click()
  await page.getByRole('button', { name: 'Back to the lesson' }).click()
  await expect(page.getByLabel('Noted today')).toContainText('the right ring finger doesn’t cover its hole')
})

test('what can’t be together is said, what hurts stops the search, and a word in the sentence is taken back', async ({
  page,
}) => {
  await page.goto('/squeaks')
  await page.getByLabel('On', { exact: true }).selectOption({ label: 'Clarinet in B♭' })
  await page.getByRole('button', { name: 'It shrieks' }).click()
  await page.getByRole('button', { name: 'Always', exact: true }).click()
  await page.getByRole('button', { name: 'On one note', exact: true }).click()
  await expect(page.getByText('“always” and “on one note” can’t both be.')).toBeVisible()
  await page.getByRole('button', { name: 'On one note: so; take back' }).click()
  await expect(page.getByText('can’t both be.')).toHaveCount(0)
  await expect(page.getByText('In a lesson, what helped is kept')).toBeVisible()
  await page.getByRole('button', { name: 'It hurts' }).click()
  await expect(page.getByRole('alert')).toContainText('It hurts: stop playing.')
  await expect(page.locator('.ask')).toHaveCount(0)
  await page.getByRole('button', { name: 'It hurts: so; take back' }).click()
  await expect(page.locator('.ask')).toHaveCount(1)
  await page.getByRole('button', { name: 'From the beginning' }).click()
  await expect(page.getByRole('heading', { name: 'What happens?' })).toBeVisible()
})

test('a squeak that the ear heard fills in what happened', async ({ page }) => {
  const lesson = await ownLesson(page.request, 'ottoline-brask')
  await page.goto(`${lesson}/sound`)
  await page.evaluate(() => {
    localStorage.setItem('halitus.source', 'player')
    localStorage.setItem('halitus.playing', 'at once')
    localStorage.setItem('halitus.preset', 'squeaks')
    localStorage.setItem('halitus.playerLength', '4')
    localStorage.setItem('halitus.seed', '7')
  })
  await page.goto(lesson.replace('/lessons/', '/squeaks?lesson='))
  await page.getByRole('button', { name: 'Listen' }).click()
  await expect(page.getByText('heard:')).toBeVisible({ timeout: 30_000 })
  await expect(page.locator('.sentence')).toContainText(/for \d+ ms/)
  // The pitch taken back, the search still began with a simulated take.
  await page.getByRole('button', { name: /^It sounded .*; take back$/ }).click()
  await expect(page.getByText('heard:')).toHaveCount(0)
  await page.getByRole('heading', { name: 'Squeaks' }).click()
  await page.keyboard.press('h')
  // Nothing was tried yet: what helped is asked for.
  const helped = page.getByRole('group', { name: 'What helped' })
  await expect(helped).toContainText('Nothing was tried here yet: what helped?')
  await helped.getByRole('button').first().click()
  await expect(page.getByText('Simulated: no card or chart moves by it.')).toBeVisible()
})

test('the pitch that sounded is tapped where nobody listens, counts, and is taken back', async ({ page }) => {
  await page.goto('/squeaks')
  await page.getByLabel('On', { exact: true }).selectOption({ label: 'Clarinet in B♭' })
  await page.getByRole('button', { name: 'It jumps up' }).click()
  await expect(page.locator('#squeak-sounded')).toHaveCount(0)
  await page.locator('#squeak-note').selectOption('F3')
  await expect(page.getByRole('heading', { name: 'Nothing stands out yet' })).toBeVisible()
  const causes = page.getByRole('list', { name: 'Causes, the likeliest first' })
  const before = await causes.textContent()
  expect(before).toContain('in ten')
  await page.locator('#squeak-sounded').selectOption('C5')
  await expect(page.locator('.sentence')).toContainText('heard: C5')
  await expect(causes).not.toHaveText(before!)
  await page.getByRole('button', { name: 'It sounded C5; take back' }).click()
  await expect(causes).toHaveText(before!)
})

test('reed, air and instrument are found on other families; all of it can be read and searched', async ({
  page,
}) => {
  await page.goto('/squeaks')
  const on = (label: string) => page.getByLabel('On', { exact: true }).selectOption({ label })
  const cases = [
    ['Oboe', 'It gurgles, or two sounds at once', ['Water is heard or seen'], /Water/],
    ['Flute', 'It drops down', ['On high notes', 'Only when soft'], /air is too slow/],
    ['Bassoon', 'More air than tone', ['The reed is chipped, split or crooked'], /reed is chipped or split/],
  ] as const
  for (const [name, complaint, seen, cause] of cases) {
    await on(name)
    await page.getByRole('button', { name: complaint }).click()
    await page.getByRole('button', { name: 'All signs' }).click()
    for (const s of seen) await page.getByRole('button', { name: s, exact: true }).click()
    await expect(page.locator('.causes li').first()).toContainText(cause)
    await page.getByRole('button', { name: 'From the beginning' }).click()
  }
  // Names stand in their streams, beside each other: none touches another.
  await on('Practice chanter')
  await page.getByRole('button', { name: 'It shrieks' }).click()
  await page.getByRole('button', { name: 'All signs' }).click()
  await page.getByRole('button', { name: 'The reed’s tip gapes or is shut', exact: true }).click()
  await expect(page.locator('.causes li').first()).toContainText('opening is too wide or too closed')
  const edges = await page.locator('.causes li.placed').evaluateAll((all) =>
    all
      .map((li) => li.getBoundingClientRect())
      .map((r) => [r.left, r.right] as const)
      .sort((a, b) => a[0] - b[0]),
  )
  expect(edges.length).toBeGreaterThan(1)
  for (const [k, [left]] of edges.entries())
    if (k) expect(left, `label ${k}`).toBeGreaterThanOrEqual(edges[k - 1]![1])
  await page.getByRole('button', { name: 'From the beginning' }).click()
  await page.getByRole('radio', { name: 'What is known' }).click()
  await expect(page.getByText('Blow the windway free')).toHaveCount(0)
  await on('Soprano recorder')
  await page.getByLabel('Search causes').fill('windway')
  await expect(page.getByText('The windway is damp or dirty')).toBeVisible()
  await expect(page.getByText('Biting: pressure from below')).toHaveCount(0)
})

test('a finger that differs from the picture is said as a word of the sentence, and taken back', async ({
  page,
}) => {
  await page.goto('/squeaks')
  await page.getByLabel('On', { exact: true }).selectOption('clarinet')
  await page.getByRole('button', { name: 'It drops down' }).click()
  const differs = page.getByLabel('A finger differs from the picture')
  // Without a note there is no picture.
  await expect(differs).toBeHidden()
  await page.locator('#squeak-note').selectOption('C5')
  await differs.selectOption('left thumb: register key is up')
  await expect(
    page.getByRole('heading', { name: 'If it is that: the register or octave key isn’t opened at all' }),
  ).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'left thumb: register key is up; take back' }).click()
  await expect(page.getByRole('heading', { name: /register or octave key isn’t opened at all/ })).toBeHidden()
})

test('a search beside a lesson is nobody’s, also when one was open before', async ({ page }) => {
  await page.goto(await ownLesson(page.request, 'ottoline-brask'))
  await expect(page.getByRole('heading', { name: 'Set-up' })).toBeVisible()
  await page.getByRole('link', { name: 'Halitus: the day' }).click()
  await page.getByRole('link', { name: 'Squeaks' }).click()
  await page.getByRole('button', { name: 'It shrieks' }).click()
  await expect(page.locator('.ask')).toBeVisible()
  await expect(page.getByText('In a lesson, what helped is kept')).toBeVisible()
  await expect(page.getByRole('button', { name: /That helped/ })).toHaveCount(0)
})
