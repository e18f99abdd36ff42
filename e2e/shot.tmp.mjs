import { chromium } from '@playwright/test'
// usage: node shot.mjs out width height url [js actions...]
const [out, w, h, url, ...acts] = process.argv.slice(2)
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const c = await b.newContext({ viewport: { width: +w, height: +h } })
const p = await c.newPage()
p.on('pageerror', (e) => console.log('PAGEERROR', e.message))
await p.goto(url); await p.waitForTimeout(900)
for (const a of acts) { await (new Function('p', 'return (async()=>{' + a + '})()'))(p); await p.waitForTimeout(500) }
await p.screenshot({ path: out })
console.log('scrollW', await p.evaluate(() => document.documentElement.scrollWidth))
await b.close()
