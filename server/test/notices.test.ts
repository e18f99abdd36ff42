import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { noticesText, shippedPackages } from '../../tools/notices.mjs'

const root = fileURLToPath(new URL('../..', import.meta.url))
/** What each part of the application asks for, by its own description. */
const asked = ['core', 'server', 'web'].flatMap((part) => {
  const { dependencies = {} } = JSON.parse(readFileSync(`${root}${part}/package.json`, 'utf8')) as {
    dependencies?: Record<string, string>
  }
  return Object.keys(dependencies).filter((name) => !name.startsWith('@halitus/'))
})

describe('whose work is shipped', () => {
  const shipped = shippedPackages(root)
  const text = noticesText(root)
  it('is named with its licence, every package that is asked for', () => {
    expect(asked.length).toBeGreaterThan(20)
    const names = new Set(shipped.map((p) => p.name))
    expect(asked.filter((name) => !names.has(name))).toEqual([])
    for (const { name, version, licence } of shipped) expect(text).toContain(`${name} ${version}: ${licence}`)
  })
  it('has the words of each licence, also of the engraver’s', () => {
    expect(text).toMatch(/verovio [\d.]+: LGPL-3\.0-or-later\. It is used as a library of its own, unchanged/)
    for (const words of [
      'GNU LESSER GENERAL PUBLIC LICENSE',
      'GNU GENERAL PUBLIC LICENSE',
      'SIL OPEN FONT LICENSE',
      'Apache License',
      'Permission is hereby granted, free of charge',
    ])
      expect(text.toLowerCase()).toContain(words.toLowerCase())
  })
  it('is nothing under a licence that asks for the application’s own source', () => {
    // SPDX identifiers of such licences; what is only used in development isn't shipped.
    expect(shipped.filter((p) => /(^|[^L])A?GPL|GNU v3|SSPL/.test(p.licence))).toEqual([])
  })
})
