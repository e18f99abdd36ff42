import { chromium } from '@playwright/test'
import { CHROMIUM_ARGS } from './chromium.ts'
import { ownLesson } from './own-lesson.ts'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: [...CHROMIUM_ARGS] })
const p = await b.newPage({ viewport: { width: 1280, height: 800 } })
await p.goto('http://127.0.0.1:4300/')
const lesson = await ownLesson(
  {
    post: (u, o) =>
      p.request.post('http://127.0.0.1:4300' + u, { ...o, headers: { origin: 'http://127.0.0.1:4300' } }),
    get: (u) => p.request.get('http://127.0.0.1:4300' + u),
    fetch: p.request.fetch,
  },
  'saskia-vell',
)
await p.evaluate(() => {
  localStorage.setItem('halitus.source', 'player')
  localStorage.setItem('halitus.preset', 'vibrato')
  localStorage.setItem('halitus.playerLength', '6')
})
await p.goto('http://127.0.0.1:4300' + lesson + '/sound')
await p.waitForTimeout(1500)
await p.keyboard.press(' ')
await p.locator('.facts').waitFor({ timeout: 25000 })
await p.waitForTimeout(800)
await p.screenshot({ path: '/tmp/sound.png' })
await b.close()
