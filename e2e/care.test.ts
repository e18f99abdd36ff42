import { expect, test } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import { CHROMIUM_ARGS } from './chromium.ts'
import { PASSWORD, secureStudio, type SecureStudio } from './secure-studio.ts'

let studioHere: SecureStudio

test.use({
  launchOptions: {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [...CHROMIUM_ARGS, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
})
test.beforeAll(() => {
  studioHere = secureStudio()
})
test.afterAll(() => studioHere.stop())

test('the first sign-in, a phone, a link that is taken back, a helper’s limits, a restore', async ({
  browser,
}) => {
  test.setTimeout(120_000)
  const { found } = studioHere
  const studio = await studioHere.url()
  const { port } = new URL(studio)
  const code = await found(/first sign-in: (\d{4} \d{4})/)
  const trust = await found(/Phones are set up at http:\/\/[^:]+:(\d+)\//)

  // The teacher: nothing is served before a password was chosen.
  const teacher = await (await browser.newContext({ ignoreHTTPSErrors: true })).newPage()
  await teacher.goto(`${studio}/learners`)
  await expect(teacher.getByText('Nobody has chosen a password')).toBeVisible()
  await teacher.getByLabel('Code').fill('1111 1111')
  await teacher.getByLabel('New password').fill(PASSWORD)
  await teacher.getByRole('button', { name: 'Keep it and sign in' }).click()
  await expect(teacher.getByRole('alert')).toContainText('That isn’t the code')
  await teacher.getByLabel('Code').fill(code)
  await teacher.getByRole('button', { name: 'Keep it and sign in' }).click()
  // Back to where they wanted to go.
  await expect(teacher.getByRole('heading', { name: 'Learners' })).toBeVisible()

  // A link for a learner's phone.
  await teacher.goto(`${studio}/lessons/saskia-vell-w12/home`)
  await teacher.getByRole('button', { name: 'Make a link' }).click()
  const address = (await teacher.locator('.url').textContent())!.trim()
  // The name that phones reach, not the one that this browser happens to use.
  expect(address).toMatch(new RegExp(`^https://[^/]+:${port}/card/~[\\w-]{43}$`))
  expect(address).not.toMatch(/localhost|127\./)
  const here = address.replace(/^https:\/\/[^/]+/, studio)
  await expect(teacher.getByAltText('The link as a picture')).toBeVisible()

  // The phone: the page that walks through the trust, then the card, where the microphone may be used.
  const phone = await browser.newContext({
    ignoreHTTPSErrors: true,
    viewport: { width: 390, height: 844 },
    permissions: ['microphone'],
  })
  const page = await phone.newPage()
  await page.goto(`http://localhost:${trust}/`)
  await expect(page.getByRole('heading', { name: 'Trust this studio once' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Fetch the certificate' })).toBeVisible()
  await page.goto(here)
  await expect(page.getByText('Saskia Vell').first()).toBeVisible()
  expect(await page.evaluate(() => window.isSecureContext)).toBe(true)
  const tracks = await page.evaluate(async () => {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
    return stream.getAudioTracks().length
  })
  expect(tracks).toBe(1)
  await page.getByRole('link', { name: 'Whole card' }).click()
  await page
    .getByRole('button', { name: /^Session \d/, pressed: false })
    .first()
    .click()
  // It leads nowhere else.
  await page.goto(`${studio}/learners`)
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible()

  // Taken back, it opens nothing.
  await teacher.getByRole('button', { name: 'Take the link back' }).click()
  await expect(teacher.getByText('whoever has that link sees nothing')).toBeVisible()
  await page.goto(address)
  await expect(page.getByText('This link opens nothing (any more)')).toBeVisible()

  // A helper is let in, gives a lesson, and can't take the studio out.
  await teacher.goto(`${studio}/settings`)
  await teacher.getByLabel('A helper’s password').fill('and a silver one too')
  // Who finds an open page lets nobody in.
  await expect(teacher.getByRole('button', { name: 'Let a helper in' })).toBeDisabled()
  await teacher.getByLabel('The teacher’s password, for any change here').fill(PASSWORD)
  await teacher.getByRole('button', { name: 'Let a helper in' }).click()
  await expect(teacher.getByText('The helper can sign in now.')).toBeVisible()
  const helper = await (await browser.newContext({ ignoreHTTPSErrors: true })).newPage()
  await helper.goto(studio)
  await helper.getByRole('radio', { name: 'Helper' }).click()
  await helper.getByLabel('Password', { exact: true }).fill('and a silver one too')
  await helper.getByLabel('Password', { exact: true }).press('Enter')
  await expect(helper).not.toHaveURL(/sign-in/)
  await helper.goto(`${studio}/settings`)
  await helper.getByRole('button', { name: 'Export' }).click()
  await expect(helper.getByText('That is the teacher’s alone.').first()).toBeVisible()
  // Nor one learner: told in words, not by a file that holds a refusal.
  await helper.goto(`${studio}/learners`)
  await helper.getByRole('button', { name: 'Lay Pim Askerud aside' }).click()
  await helper.getByRole('button', { name: 'Pim Askerud as a file' }).click()
  await expect(helper.getByText('That is the teacher’s alone.').first()).toBeVisible()
  await helper.getByRole('button', { name: 'Bring Pim Askerud back' }).click()

  // A backup, something lost, and back.
  await teacher.getByRole('button', { name: 'Back up now' }).click()
  await expect(teacher.getByText(/Backed up and checked: \d+ learners/)).toBeVisible()
  await teacher.getByLabel('Name', { exact: true }).fill('Another name')
  await teacher.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(teacher.getByText('Saved.')).toBeVisible()
  const row = teacher.getByRole('listitem').filter({ hasText: 'asked for' })
  await row.getByRole('button', { name: 'Restore' }).click()
  await row.getByRole('button', { name: 'Yes, back to this' }).click()
  await expect(teacher.getByText(/learners and \d+ lessons are back/)).toBeVisible()
  await expect(teacher.getByLabel('Name', { exact: true })).not.toHaveValue('Another name')

  // A second factor: an app reads the picture (its secret stands below), and the sign-in asks for its digits.
  await teacher.getByLabel('The teacher’s password, for the second factor').fill(PASSWORD)
  await teacher.getByRole('button', { name: 'Set it up' }).click()
  await expect(teacher.getByAltText('The secret as a picture')).toBeVisible()
  const secret = (await teacher.locator('.second code').textContent())!.trim()
  const app = new TOTP({ secret: Secret.fromBase32(secret), algorithm: 'SHA1', digits: 6, period: 30 })
  await teacher.getByLabel('Six digits of the app').fill(app.generate())
  await teacher.getByRole('button', { name: 'Confirm' }).click()
  await expect(teacher.getByText('signs in with the app’s six digits too')).toBeVisible()
  const next = app.generate({ timestamp: Date.now() + 30_000 })
  await teacher.getByRole('button', { name: 'Sign out' }).click()
  await teacher.getByLabel('Password', { exact: true }).fill(PASSWORD)
  await teacher.getByRole('button', { name: 'Sign in' }).click()
  await expect(teacher.getByRole('alert')).toHaveText('Type the six digits of your app as well.')
  await teacher.getByLabel('Six digits of your app').fill('000000')
  await teacher.getByRole('button', { name: 'Sign in' }).click()
  await expect(teacher.getByRole('alert')).toContainText('That isn’t the code of this moment')
  await teacher.getByLabel('Six digits of your app').fill(next)
  await teacher.getByRole('button', { name: 'Sign in' }).click()
  await expect(teacher).not.toHaveURL(/sign-in/)
  await teacher.goto(`${studio}/settings`)

  // Signed out, what is asked for is the way in.
  await teacher.getByRole('button', { name: 'Sign out' }).click()
  await expect(teacher.getByRole('button', { name: 'Sign in' })).toBeVisible()
})
