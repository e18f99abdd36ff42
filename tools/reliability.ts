import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { format, resolveConfig } from 'prettier'

/** One line of docs/reliability.md. */
export interface Line {
  what: string
  target: string
  found: string
  met: boolean
}
const file = fileURLToPath(new URL('../docs/reliability.md', import.meta.url))

/** Prints a line as it comes. */
export function say(line: Line): Line {
  console.log(
    `${line.met ? '✓' : '✗'} ${line.what}: ${line.found}${line.target ? `   (${line.target})` : ''}`,
  )
  return line
}

/** Puts a part's lines into docs/reliability.md, in place of what stood there under its title. */
export async function keep(title: string, lines: readonly Line[]): Promise<void> {
  const table = [
    `## ${title}`,
    '',
    `Measured on ${new Date().toISOString().slice(0, 10)}.`,
    '',
    '| what | target | found | |',
    '| --- | --- | --- | --- |',
    ...lines.map((l) => `| ${l.what} | ${l.target} | ${l.found} | ${l.met ? 'in target' : '**out**'} |`),
    '',
  ].join('\n')
  const text = existsSync(file)
    ? readFileSync(file, 'utf8')
    : '# How reliable it is\n\nMade by `npm run soak` and `npm run fuzz`.\n\n'
  const from = text.indexOf(`## ${title}\n`)
  const next = from < 0 ? -1 : text.indexOf('\n## ', from)
  const before = from < 0 ? `${text.trimEnd()}\n\n` : text.slice(0, from)
  const whole = `${before}${table}\n${next < 0 ? '' : text.slice(next + 1)}`
  writeFileSync(file, await format(whole, { ...(await resolveConfig(file)), filepath: file }))
}
