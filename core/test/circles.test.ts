import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const ROOT = fileURLToPath(new URL('../../', import.meta.url))
const IMPORTED = /(?:from|import)\s*\(?\s*'([^']+)'/g

/** The file that an import means; undefined for packages. */
function meant(from: string, what: string): string | undefined {
  const file = what.startsWith('.')
    ? join(dirname(from), what)
    : what.startsWith('@halitus/core/')
      ? join(ROOT, 'core/src', what.slice('@halitus/core/'.length), 'index.ts')
      : what.startsWith('@/')
        ? join(ROOT, 'web/src', what.slice(2))
        : ''
  return existsSync(file) ? file : undefined
}
/** Every source file, with the files that it imports, types among them. */
function importsOf(folders: readonly string[]): Map<string, string[]> {
  const files = folders.flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
      .filter((f) => /\.(ts|vue)$/.test(f))
      .map((f) => join(ROOT, folder, f)),
  )
  return new Map(
    files.map((file) => {
      const code = readFileSync(file, 'utf8').replace(/\/\*.*?\*\//gs, '')
      return [file, [...code.matchAll(IMPORTED)].flatMap(([, what]) => meant(file, what!) ?? [])]
    }),
  )
}
/** The first way that leads back to where it began, as file names. */
function circleIn(imports: ReadonlyMap<string, readonly string[]>): string[] {
  const done = new Set<string>()
  const follow = (file: string, way: readonly string[]): string[] => {
    if (way.includes(file)) return [...way.slice(way.indexOf(file)), file]
    if (done.has(file)) return []
    for (const next of imports.get(file) ?? []) {
      const circle = follow(next, [...way, file])
      if (circle.length) return circle
    }
    done.add(file)
    return []
  }
  for (const file of imports.keys()) {
    const circle = follow(file, [])
    if (circle.length) return circle.map((f) => f.slice(ROOT.length))
  }
  return []
}

it('no file needs itself, by whatever way', () => {
  const imports = importsOf(['core/src', 'server/src', 'web/src'])
  expect(imports.size).toBeGreaterThan(300)
  expect([...imports.values()].flat().length).toBeGreaterThan(1000)
  expect(circleIn(imports)).toEqual([])
  // And a circle would be seen.
  expect(
    circleIn(
      new Map([
        [`${ROOT}a`, [`${ROOT}b`]],
        [`${ROOT}b`, [`${ROOT}a`]],
      ]),
    ),
  ).toEqual(['a', 'b', 'a'])
})
it('nothing that runs needs the tools of the house', () => {
  for (const [file, needs] of importsOf(['core/src', 'server/src', 'web/src']))
    expect(
      needs.filter((n) => n.startsWith(join(ROOT, 'tools'))),
      file,
    ).toEqual([])
})
