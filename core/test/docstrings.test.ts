import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const ROOT = fileURLToPath(new URL('../../', import.meta.url))
const EXPORTED =
  /^export (?:async function|function) \w+|^export const \w+ =\s*(?:async )?(?:\(|<|defineStore)/

/** Exported functions that no docstring stands before. */
function undocumented(file: string): string[] {
  const lines = readFileSync(`${ROOT}${file}`, 'utf8').split('\n')
  return lines.flatMap((line, i) => {
    const found =
      EXPORTED.test(line) ||
      (/^export const \w+ =\s*$/.test(line) && /^\s*(?:async )?[(<]/.test(lines[i + 1] ?? ''))
    if (!found) return []
    let above = i - 1
    while (lines[above]?.trim().startsWith('//')) above--
    return lines[above]?.trim().endsWith('*/') ? [] : [`${file}:${i + 1} ${line.trim()}`]
  })
}

it('every exported function of core, server and interface says what it is', () => {
  const files = ['core', 'server', 'web'].flatMap((p) =>
    readdirSync(`${ROOT}${p}/src`, { recursive: true, encoding: 'utf8' })
      .filter((f) => f.endsWith('.ts'))
      .map((f) => `${p}/src/${f}`),
  )
  expect(files.length).toBeGreaterThan(100)
  expect(files.flatMap(undocumented)).toEqual([])
})
