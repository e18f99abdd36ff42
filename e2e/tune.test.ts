import { expect, test, type Page } from '@playwright/test'
import { xmlNotes, xmlScore, midiFile } from '../core/test/tune/files.ts'
import { listenTo, openPart } from './parts.ts'
import { ownLesson } from './own-lesson.ts'
import { demoSheet, sheetPlayed } from './sounds.ts'

const file = (name: string, text: string | Uint8Array, mimeType = 'text/plain') => ({
  name,
  mimeType,
  buffer: Buffer.from(text),
})
const bring = (page: Page, of: ReturnType<typeof file>) =>
  page.getByLabel('A file of MusicXML, ABC or MIDI').setInputFiles(of)
const head = (page: Page) => page.locator('.headline')

test('a sheet is read: its key, new notes, equal bars, breaths, and it goes onto the card', async ({
  page,
  request,
}) => {
  await page.goto(`${await ownLesson(request, 'ottoline-brask')}/tune`)
  await page.getByRole('combobox', { name: 'Sheet' }).selectOption({ label: 'Tar Kettle Round' })
  const sheet = await demoSheet(request)
  const steps = sheet.steps.map((s) => s.title)
  await expect(head(page)).toContainText(
    `Tar Kettle Round. Every F and C is sharp. ${sheet.toLearn} bars to learn, not 16.`,
  )
  const music = page.getByRole('group', { name: /^Tar Kettle Round, 16 bars/ })
  await expect(music.getByText('as bar 1')).toBeVisible()
  await expect(page.getByRole('list', { name: /^To practise, \d+ minutes in all/ })).toContainText(steps[0]!)
  // A note that is touched shows its fingers, and takes a breath before it.
  const note = page.locator('[id="n7"] .notehead').first()
  await note.scrollIntoViewIfNeeded()
  const box = (await note.boundingBox())!
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2)
  const touched = page.locator('.touched')
  await expect(touched).toContainText('bar 2')
  await touched.getByRole('button', { name: 'Breathe before it' }).click()
  await expect(page.getByRole('button', { name: 'A breath; take it away' }).first()).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'A breath; take it away' }).first().press('Enter')
  await expect(page.getByRole('button', { name: 'A breath; take it away' })).toHaveCount(0)
  await page.getByRole('button', { name: /Onto the card/ }).click()
  await expect(page.locator('.kept')).toContainText(`On the card: ${steps[0]}, ${steps[1]}, joined.`)
  await page.keyboard.press('7')
  await page
    .getByRole('button', { name: /Compose|Give/ })
    .first()
    .click()
  await expect(page.getByText(`Tar Kettle Round: ${steps[1]}`).first()).toBeVisible()
})

test('strangers’ files come in, and what can’t be read is said', async ({ page, request }) => {
  await page.goto(`${await ownLesson(request, 'pim-askerud')}/tune`)
  await expect(head(page)).toContainText('Three Buoys')
  await bring(page, file('pond.musicxml', xmlScore([xmlNotes('G4 A4 B4/2'), xmlNotes('C5/4')])))
  await expect(head(page)).toContainText('Trial. No note is changed by the key. 2 bars.')
  await bring(page, file('steps.mid', midiFile([[0, 0x90, 69, 64, 0x83, 0x60, 0x80, 69, 0]]), 'audio/midi'))
  await expect(head(page)).toContainText('steps. No note is changed by the key. 1 bar.')
  await bring(page, file('photo.png', '\u0089PNG....'))
  await expect(page.getByRole('alert')).toContainText(
    'A photographed sheet can’t be read: type its notes as ABC.',
  )
  await bring(page, file('cut.musicxml', xmlScore([xmlNotes('G4')]).slice(0, -40)))
  await expect(page.getByRole('alert')).toContainText('isn’t well-formed XML')
  // Typed: only notes are needed.
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByRole('button', { name: 'Type or paste' }).click()
  await page.getByLabel(/^ABC, one letter a note/).fill('G A B c | d4 |')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(head(page)).toContainText('Typed. No note is changed by the key. 2 bars.')
  // Too low for a flute: said with what would fit, and one touch away.
  await page.getByLabel(/^ABC, one letter a note/).isHidden()
  await page.getByRole('button', { name: 'Type or paste' }).click()
  await page.getByLabel(/^ABC, one letter a note/).fill('G,4 | A,4 |')
  await page.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByRole('alert')).toContainText('The Flute has no G3 (bar 1)')
  await page.getByRole('combobox', { name: 'How it is read' }).selectOption('written 1')
  await expect(head(page)).toContainText('2 bars.')
  const xml = page.getByRole('link', { name: 'MusicXML' })
  const answer = await request.get((await xml.getAttribute('href'))!)
  expect(await answer.text()).toContain('<score-partwise')
  await page.getByRole('button', { name: 'Delete this sheet' }).click()
  await expect(head(page)).not.toContainText('Typed')
})

test('a tune that is played is judged bar by bar, with what to do', async ({ page, request }) => {
  test.setTimeout(90_000)
  await page.goto(`${await ownLesson(request, 'ottoline-brask')}/tune`)
  await page.getByRole('combobox', { name: 'Sheet' }).selectOption({ label: 'Tar Kettle Round' })
  await expect(head(page)).toContainText('Tar Kettle Round')
  await openPart(page, 'Play the tune')
  await listenTo(page, 'file')
  const played = sheetPlayed(await demoSheet(request))
  await page.getByLabel('WAVE file', { exact: true }).setInputFiles(played.file)
  const verdict = page.locator('.verdict')
  await expect(verdict).toBeVisible({ timeout: 40_000 })
  await expect(page.locator('.numbers')).toContainText('14')
  await expect(page.locator('.numbers')).toContainText('of 16 bars clean')
  // The worst first: another note, then the one between with its finger.
  await expect(verdict).toHaveText(
    new RegExp(
      `^Bar 9: A5 instead of ${played.instead}. Bar ${played.bar}: G4 (between, .*(late|early)|sounds before B4).$`,
    ),
  )
  await expect(page.getByText('Say the names of its notes aloud')).toBeVisible()
  await expect(page.getByRole('img', { name: /now: bar 1 clean/ })).toBeVisible()
  await page.getByRole('button', { name: 'Bar 9 at 52' }).click()
  await expect(page.getByRole('spinbutton', { name: 'bars' })).toHaveValue('9')
  await expect(page.getByRole('spinbutton', { name: 'at', exact: true })).toHaveValue('52')
  await page.reload()
  await expect(page.locator('.numbers')).toContainText('of 16 bars clean')
})
