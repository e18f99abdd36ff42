import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const ROOT = new URL('../src/', import.meta.url)
const folders = readdirSync(ROOT)

/** The lines `expression // value` in the first comment of a folder's face. */
function examplesOf(folder: string): [expression: string, value: string][] {
  const text = readFileSync(new URL(`${folder}/index.ts`, ROOT), 'utf8')
  const comment = /^\/\*\*([\s\S]*?)\*\//.exec(text)?.[1] ?? ''
  return [...(comment.split('@example')[1] ?? '').matchAll(/^ \* (.+?) \/\/ (.+)$/gm)].map(([, e, v]) => [
    e!,
    v!,
  ])
}
/** Runs an expression with what the face gives in scope. */
function run(names: object, expression: string): unknown {
  return new Function(...Object.keys(names), `return (${expression})`)(...Object.values(names))
}

describe.each(folders)('the face of %s', (folder) => {
  const examples = examplesOf(folder)
  it('shows an example', () => expect(examples.length).toBeGreaterThan(0))
  it.each(examples)('%s is %s', async (expression, value) => {
    const face = (await import(`../src/${folder}/index.ts`)) as object
    expect(run(face, expression)).toEqual(run({}, value))
  })
})
