import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { GUIDE_PAGES, guidePageFor } from '@/base/guide.ts'

const FOLDER = join(process.cwd(), 'docs/guide')
const text = (page: string) => readFileSync(join(FOLDER, `${page}.md`), 'utf8')

describe('the guide in the product', () => {
  it('has every page that lies in the documentation', () =>
    expect([...GUIDE_PAGES].sort()).toEqual(
      readdirSync(FOLDER)
        .map((f) => f.replace(/\.md$/, ''))
        .sort(),
    ))
  it.each(GUIDE_PAGES)('%s has a title, and leads only to pages that there are', (page) => {
    expect(text(page)).toMatch(/^# \S/)
    for (const [, to] of text(page).matchAll(/\]\(([\w-]+)\.md\)/g)) expect(GUIDE_PAGES).toContain(to)
  })
  it.each([
    ['setup', 'set-up'],
    ['squeak', 'it-squeaks'],
    ['squeaks', 'it-squeaks'],
    ['settings', 'backups'],
    ['nowhere', 'first-lesson'],
  ])('at %s %s helps', (route, page) => expect(guidePageFor(route)).toBe(page))
})
