// Whose work is shipped with the application, under which licence, and the licences' own words: one text, made by the build.
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const LICENCE_FILE = /^(licen[cs]e|copying|notice|ofl)([.-]\w+)*$/i

/**
 * @param {string} root the folder of the lock file
 * @returns {{ name: string, version: string, licence: string, texts: string[] }[]} every package that is shipped, by name
 */
export function shippedPackages(root) {
  const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
  const found = new Map()
  for (const [path, { version, dev, link, devOptional }] of Object.entries(packages)) {
    const folder = join(root, path)
    // Packages of the workspace are the product; what another system needs isn't installed here.
    if (
      !path.includes('node_modules/') ||
      dev ||
      devOptional ||
      link ||
      !existsSync(join(folder, 'package.json'))
    )
      continue
    const about = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'))
    const licence =
      typeof about.license === 'string' ? about.license : (about.license?.type ?? 'see its own text')
    const texts = readdirSync(folder)
      .filter((name) => LICENCE_FILE.test(name))
      .map((name) => readFileSync(join(folder, name), 'utf8').trim())
    found.set(`${about.name} ${version}`, { name: about.name, version, licence, texts })
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name))
}

/** Licences whose words ask for more than being repeated: what is done about it. */
const REMARKS = [
  {
    licence: /LGPL/i,
    says: 'is used as a library of its own, unchanged; its source is what its package of this version holds, and it may be replaced by another version.',
  },
  { licence: /OFL/i, says: 'is a font, shipped unchanged under its own name.' },
]

/** @param {string} root */
export function noticesText(root) {
  const packages = shippedPackages(root)
  const texts = new Map()
  for (const p of packages) for (const text of p.texts) texts.set(text, [...(texts.get(text) ?? []), p.name])
  const lines = packages.map(({ name, version, licence }) => {
    const remark = REMARKS.find((r) => r.licence.test(licence))
    return `${name} ${version}: ${licence}${remark ? `. It ${remark.says}` : ''}`
  })
  const own = readFileSync(join(root, 'LICENSE'), 'utf8').trim()
  return [
    'Halitus is made with the work of others. What is shipped, and under which licence:',
    lines.join('\n'),
    ...[...texts].map(([text, names]) => `${'-'.repeat(72)}\n${names.join(', ')}\n\n${text}`),
    // The library's package brings no words of its own, and its licence adds to another one.
    ...['LGPL-3.0', 'GPL-3.0'].map(
      (name) =>
        `${'-'.repeat(72)}\n${name}\n\n${readFileSync(join(root, 'licences', `${name}.txt`), 'utf8').trim()}`,
    ),
    `${'-'.repeat(72)}\nHalitus itself\n\n${own}`,
  ].join('\n\n')
}
