import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

/** A component longer than this is two: what it knows, and what it draws. */
const LINES = 250
const root = join(import.meta.dirname, '../src/')

describe('a component', () => {
  const components = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((f) =>
    f.endsWith('.vue'),
  )
  it('is found at all', () => expect(components.length).toBeGreaterThan(100))
  it(`has ${LINES} lines at most`, () => {
    const lines = (file: string) => readFileSync(`${root}${file}`, 'utf8').trimEnd().split('\n').length
    expect(
      components.map((c) => `${c}: ${lines(c)}`).filter((_, i) => lines(components[i]!) > LINES),
    ).toEqual([])
  })
})
