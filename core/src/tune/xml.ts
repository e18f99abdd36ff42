import { DOMParser, type Document, type Element } from '@xmldom/xmldom'
import { TuneError } from './refused.ts'

/** Elements within elements: MusicXML needs about ten. */
const DEEPEST = 60

/** What is never part of a score and can be made to grow without end, looked for before anything is parsed. */
function guard(text: string): void {
  const doctype = /<!DOCTYPE[^>[]*\[/.exec(text)
  if (doctype || text.includes('<!ENTITY'))
    throw new TuneError(
      `Line ${lineOf(text, doctype?.index ?? text.indexOf('<!ENTITY'))}: the file defines its own entities, which no score needs; take the part in [ ] out of its DOCTYPE.`,
    )
  let deep = 0
  for (const found of text.matchAll(/<(\/?)[A-Za-z][^<>]*?(\/?)>/g)) {
    if (found[1]) deep--
    else if (!found[2]) deep++
    if (deep > DEEPEST)
      throw new TuneError(
        `Line ${lineOf(text, found.index)}: more than ${DEEPEST} elements lie within one another; a score has about ten.`,
      )
  }
}

const lineOf = (text: string, at: number) => text.slice(0, at).split('\n').length

/**
 * A document, or a sentence with the line where it breaks off. Nothing is mended: half a score would be taken for a whole one.
 * @throws TuneError
 */
export function parseXml(text: string): Document {
  guard(text)
  const broken = (message: string, line?: number) =>
    new TuneError(
      `${line ? `Line ${line}: the` : 'The'} file isn’t well-formed XML (${message.split('\n')[0]!.slice(0, 120)}). Save it again.`,
    )
  // The parser wraps what is thrown out of it: the first complaint is kept as it was.
  let first: TuneError | undefined
  try {
    const found = new DOMParser({
      onError: (_level, message, context: { locator?: { lineNumber?: number } }) => {
        // Characters that couldn’t be decoded stand in words at most; what holds the score together is intact.
        if (message.startsWith('Unicode replacement character')) return
        throw (first = broken(message, context.locator?.lineNumber))
      },
    }).parseFromString(text, 'text/xml')
    if (!found.documentElement) throw broken('it is empty')
    return found
  } catch (error) {
    throw first ?? (error instanceof TuneError ? error : broken((error as Error).message))
  }
}

/** The elements directly below one, in order; only those of a name where it is given. */
export function elements(of: Element, name?: string): Element[] {
  const found: Element[] = []
  for (let node = of.firstChild; node; node = node.nextSibling)
    if (node.nodeType === 1 && (name === undefined || node.nodeName === name)) found.push(node as Element)
  return found
}
/** The first of a name directly below. */
export function child(of: Element | undefined, name: string): Element | undefined {
  for (let node = of?.firstChild; node; node = node.nextSibling)
    if (node.nodeType === 1 && node.nodeName === name) return node as Element
  return undefined
}
/** What stands in the first element of a name directly below, without blanks around it. */
export const textIn = (of: Element | undefined, name: string): string | undefined =>
  child(of, name)?.textContent?.trim()
/** The same as a number; undefined where there is none. */
export function numberIn(of: Element | undefined, name: string): number | undefined {
  const text = textIn(of, name)
  if (!text) return undefined
  const found = Number(text)
  return Number.isFinite(found) ? found : undefined
}
export type { Element }
